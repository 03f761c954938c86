import { readFile } from 'node:fs/promises'
import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { openJobAt } from './jobs.ts'
import type { TestServer } from './server.ts'
import { StandIn } from './standIn.ts'

interface KeptLog {
  readonly head: { readonly id: string; readonly title: string; readonly channels: unknown }
  readonly trace: unknown
}

/** The logs of a job with their values, oldest first. */
async function logsOf({ address }: TestServer, jobId: string): Promise<KeptLog[]> {
  const read = async <Body>(path: string): Promise<Body> =>
    (await (await fetch(`${address}/api/${path}`)).json()) as Body
  const { logs } = await read<{ readonly logs: readonly { readonly id: string }[] }>(
    `jobs/${jobId}`,
  )
  return Promise.all(logs.map(({ id }) => read<KeptLog>(`logs/${id}`)))
}

/** A passage of the drawn circuit. */
const passage = (page: Page, by: string): Locator => page.locator(`[data-by="${by}"]`)

test('a circuit is followed through a lift out of the reservoir and a let-down', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const jobId = await openJobAt(page, demoShop, 'MW 9 T', 'checks', 'S. Okafor')
  const car = await StandIn.of(demoShop.address, 'Tolmark Uvren', jobId)
  await car.change({ ignition: true })
  await page.goto(`${demoShop.address}/devices`)
  await page.getByRole('button', { name: /^Tolmark Uvren/ }).click()
  const circuit = page.getByRole('img', { name: /^Circuit / })
  await expect(circuit).toHaveAccessibleName(/All valves shut/)
  await expect(circuit).toContainText(/1[34]\.\d bar/)

  await page.getByRole('button', { name: 'Raise a level' }).click()
  await expect(passage(page, 'reservoir')).toHaveAttribute('data-open', 'true')
  await expect(passage(page, 'reservoir')).toHaveAttribute('data-way', 'forth')
  await expect(passage(page, 'RL')).toHaveAttribute('data-way', 'back')
  await expect(passage(page, 'pump')).toHaveAttribute('data-open', 'false')
  await expect(passage(page, 'exhaust')).toHaveAttribute('data-open', 'false')
  await expect(circuit).toHaveAccessibleName(
    /^Circuit The pump rests\. Open: .*air goes in.*reservoir, air goes out\.$/,
  )
  // One axle after the other, some seconds each: the front only follows.
  await expect(passage(page, 'FL')).toHaveAttribute('data-way', 'back', { timeout: 30_000 })
  await expect(page.getByText(/^Filling its reservoir|^Awake/)).toBeVisible({ timeout: 30_000 })
  await expect(circuit).toContainText(/1[012]\.\d bar/)

  await page.getByRole('button', { name: 'Lower a level' }).click()
  await expect(passage(page, 'exhaust')).toHaveAttribute('data-open', 'true')
  await expect(passage(page, 'exhaust')).toHaveAttribute('data-way', 'forth')
  await expect(
    page
      .locator('[data-open="true"]:is([data-by="FL"],[data-by="FR"],[data-by="RL"],[data-by="RR"])')
      .first(),
  ).toHaveAttribute('data-way', 'forth')
  await expect(passage(page, 'exhaust')).toHaveAttribute('data-open', 'false', { timeout: 30_000 })
})

test('a log is zoomed, read at a mark, written out and read in as the same', async ({
  page,
  demoShop,
}) => {
  const jobId = await openJobAt(page, demoShop, 'MW 9 T', 'checks', 'S. Okafor')
  const hand = handOn(page)
  await hand.tap(/^Logs/)
  const picture = page.getByRole('img', { name: /Heights, Pressure, Pump runs from 0:00 to 2:10/ })
  await expect(picture).toBeVisible()
  // Four lines of heights, one under the other with names of their own, and a panel for each kind.
  for (const name of ['FL', 'FR', 'RR', 'RL', 'gallery'])
    await expect(picture.getByText(name, { exact: true })).toBeVisible()
  await expect(picture.getByText('Heights, mm')).toBeVisible()
  await expect(picture.getByText('1:30', { exact: true })).toBeVisible()
  await hand.tap('Temperature')
  await expect(
    page.getByRole('img', { name: /Heights, Pressure, Temperature, Pump runs/ }),
  ).toBeVisible()

  await hand.tap('Closer')
  await hand.tap('Closer')
  await expect(page.getByText('0:49 to 1:21')).toBeVisible()
  await hand.tap('Earlier')
  await expect(page.getByText('0:33 to 1:05')).toBeVisible()
  await hand.tap(/asked: raise$/)
  await expect(page.getByText('0:00 to 0:30')).toBeVisible()
  const read = page.getByRole('region', { name: 'Read at' })
  await expect(read).toContainText('0:06, asked: raise')
  await expect(read).toContainText(/front left sensor\s*482\.0 mm/)
  await expect(read).toContainText(/pump, as the module commands it\s*o(n|ff)/)

  // Zoomed in one panel, all follow: the times stand under the last.
  await hand.tap('Whole')
  const four = page.getByRole('img', { name: /Heights, Pressure, Temperature, Pump runs/ })
  await expect(four.getByText('1:30', { exact: true })).toBeVisible()
  await four.hover({ position: { x: 120, y: 90 } })
  await page.mouse.wheel(0, -2000)
  await expect(four.getByText('1:30', { exact: true })).toHaveCount(0)

  const drawn = page.waitForEvent('download')
  await hand.tap('SVG')
  const svg = await readFile(await (await drawn).path(), 'utf8')
  for (const name of ['Heights, mm', 'Pressure, bar', 'Temperature, °C', 'Pump runs'])
    expect(svg).toContain(`>${name}<`)

  const saved = page.waitForEvent('download')
  await hand.tap('CSV')
  const text = await readFile(await (await saved).path(), 'utf8')
  const choose = (name: string, content: string): Promise<void> =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) })
  await choose('spoilt.csv', text.replace('\n3,', '\nthree,'))
  await expect(page.getByRole('alert')).toContainText('is damaged. Nothing was read.')
  await choose('lift.csv', text)
  await hand.tap('Keep it with the job')
  await expect(page.getByRole('button', { name: /Lift to track, tank isolated/ })).toHaveCount(2)
  const [first, second] = await logsOf(demoShop, jobId)
  expect(second!.head.title).toBe(first!.head.title)
  expect(second!.head.channels).toEqual(first!.head.channels)
  expect(second!.trace).toEqual(first!.trace)
})

test('what a simulated car told is not read into the job of a real one', async ({
  page,
  demoShop,
}) => {
  await openJobAt(page, demoShop, 'MW 9 T', 'checks', 'S. Okafor')
  const hand = handOn(page)
  await hand.tap(/^Logs/)
  const saved = page.waitForEvent('download')
  await hand.tap('CSV')
  const path = await (await saved).path()
  await openJobAt(page, demoShop, 'TQ 418', 'checks')
  await hand.tap(/^Logs/)
  await page.locator('input[type=file]').setInputFiles(path)
  await expect(page.getByRole('alert')).toContainText('A simulated car told this log.')
})

test('a figure of a type is lit on a car, for whoever types it and whoever asks', async ({
  page,
  demoShop,
}) => {
  await page.goto(`${demoShop.address}/shelf/types/new`)
  await handOn(page).signIn('S. Okafor')
  await handOn(page).tap('Its figures')
  await page.getByLabel(/^Wheelbase/).focus()
  await expect(page.getByRole('img', { name: /^Wheelbase From the middle/ })).toBeVisible()
  await page
    .getByRole('region', { name: 'rear axle', exact: true })
    .getByLabel(/^Motion ratio/)
    .focus()
  await expect(page.getByRole('img', { name: /^Motion ratio, rear axle/ })).toBeVisible()
  await page.getByRole('button', { name: 'What is this? Height at full droop, front axle' }).click()
  await expect(page.getByRole('dialog')).toContainText('with the wheel hanging as far as it goes')
})

test('a drawing goes out for a paper of the shop’s own, with its colours written out', async ({
  page,
  demoShop,
}) => {
  await openJobAt(page, demoShop, 'TQ 233', 'heights', 'S. Okafor')
  const hand = handOn(page)
  const walk = page.getByRole('button', { name: 'Walk another round' })
  if (await walk.isVisible()) await walk.click()
  await page.getByRole('button', { name: /^Larger: Tape/ }).click()
  await expect(page.getByRole('dialog')).toContainText('straight up')
  const saved = page.waitForEvent('download')
  await hand.tap('SVG')
  const file = await saved
  expect(file.suggestedFilename()).toMatch(/^tape-.*\.svg$/)
  const drawing = await readFile(await file.path(), 'utf8')
  expect(drawing).toMatch(/^<svg xmlns/)
  expect(drawing).not.toContain('var(--')
})

test('a plan on paper shows its drawings beside their steps', async ({ page, demoShop }) => {
  await openJobAt(page, demoShop, 'HL 250', 'work', 'S. Okafor')
  await page.getByText('The plan, and to change it under way').click()
  const drawings = page.locator('.plan-step .drawing')
  await expect(drawings.first()).toBeHidden()
  // In the dark of the bay the page is dark; paper stays white.
  await page.emulateMedia({ colorScheme: 'dark' })
  const ink = (): Promise<string> =>
    page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue('--ink').trim())
  await expect.poll(ink).toBe('#eee9dd')
  await page.emulateMedia({ media: 'print' })
  expect(await ink()).toBe('#14211f')
  await expect(drawings.first()).toBeVisible()
  expect(await drawings.count()).toBeGreaterThan(8)
})
