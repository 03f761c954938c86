import { testPump } from './atWork.ts'
import type { Page } from '@playwright/test'
import { sendCommand } from './command.ts'
import { expect, test } from './fixtures.ts'
import type { Hand } from './hand.ts'
import { handOn, tabTo } from './hand.ts'
import { openJobOf } from './jobs.ts'
import type { TestServer } from './server.ts'
import { StandIn } from './standIn.ts'
import { jobOf, round } from './rounds.ts'

/** Opens a job at a phase with its link docked. */
async function dock(page: Page, shop: TestServer, plate: string, phase: string): Promise<Hand> {
  const hand = handOn(page)
  await page.goto(`${await jobOf(shop, plate)}/${phase}`)
  await hand.signIn('S. Okafor')
  await hand.tap('Link')
  await expect(page.getByRole('region', { name: 'Link to the car' })).toContainText('Asleep.')
  return hand
}
/** Does something to the stand-in of the docked link. */
async function atTheCar(page: Page, ...names: readonly (string | RegExp)[]): Promise<void> {
  const link = page.getByRole('region', { name: 'Link to the car' })
  await link.getByRole('button', { name: 'Circuit and orders' }).click()
  await link.getByRole('tab', { name: 'At the car' }).click()
  for (const name of names) {
    const button = link.getByRole('button', { name, exact: typeof name === 'string' })
    await button.click()
    if ((await button.getAttribute('aria-pressed')) !== null)
      await expect(button).toHaveAttribute('aria-pressed', 'true')
  }
  await link.getByRole('button', { name: 'Less' }).click()
}
test.describe('devices', () => {
  test('a stand-in is woken, raised a level and tells its heights, circuit and codes', async ({
    page,
    demoShop,
  }) => {
    await page.goto(demoShop.address)
    await handOn(page).signIn('S. Okafor')
    await page.keyboard.press('d')
    await page.getByRole('button', { name: /^Tolmark Uvren/ }).click()
    await expect(page.getByText('Asleep.')).toBeVisible()
    await page.getByRole('tab', { name: 'At the car' }).click()
    await page.getByRole('button', { name: 'Ignition on' }).click()
    await page.getByRole('button', { name: '10 times' }).click()
    await page.getByRole('button', { name: 'Sensor rear left open' }).click()
    await page.getByRole('tab', { name: 'Orders' }).click()
    await page.getByRole('button', { name: 'Raise a level' }).click()
    await expect(page.getByRole('img', { name: /^front left: now 5[12]\d/ })).toBeVisible({
      timeout: 30_000,
    })
    await expect(
      page.getByRole('img', { name: /^rear left: not measured, no signal/ }),
    ).toBeVisible()
    await page.getByRole('tab', { name: /Codes/ }).click()
    await expect(page.getByText('C3121')).toBeVisible()
    await page.getByRole('button', { name: 'Pressure gauge' }).click()
    await expect(page.getByText('Nothing pressed yet.')).toBeVisible()

    // A type without a pressure sensor shows no pressure; one with helper coils no air in front.
    await page.getByRole('button', { name: /^Brandle Ostry/ }).click()
    await expect(page.getByRole('img', { name: /^Circuit / })).toContainText(
      'gallery, no pressure sensor',
    )
    await expect(
      page.getByRole('img', { name: /^front left: not measured, no sensor/ }),
    ).toBeVisible()
  })

  test('two browsers: the second is told who works with the car', async ({
    page,
    browser,
    demoShop,
  }) => {
    await page.goto(`${demoShop.address}/devices`)
    await handOn(page).signIn('S. Okafor')
    await page.getByRole('button', { name: /^Orvane Taskel/ }).click()
    await page.getByRole('button', { name: 'Stop' }).click()
    const other = await (await browser.newContext()).newPage()
    await other.goto(`${demoShop.address}/devices`)
    await handOn(other).signIn('M. Arundel')
    await other.getByRole('button', { name: /^Orvane Taskel/ }).click()
    await other.getByRole('button', { name: 'Stop' }).click()
    await expect(other.getByRole('alert')).toContainText('S. Okafor works with this device now')
    await page.getByRole('link', { name: 'Floor' }).click()
    await expect(page).toHaveURL(`${demoShop.address}/`)
    await expect(async () => {
      await other.getByRole('button', { name: 'Stop' }).click()
      await expect(other.getByRole('alert')).toBeHidden({ timeout: 1000 })
    }).toPass()
    await other.context().close()
  })
})
test.describe('the link docked in a job', () => {
  test('what the car tells is recorded and drawn; the pump is run and its verdict kept', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    const hand = await dock(page, demoShop, 'MW 9 T', 'checks')
    await atTheCar(page, 'Ignition on', '10 times')
    await hand.tap('Record')
    await expect(page.getByRole('button', { name: /^Stop recording/ })).toBeVisible()
    await page.reload()
    await page.getByRole('button', { name: /^Stop recording/ }).click()
    await page.getByRole('button', { name: 'Logs (2)' }).click()
    await expect(page.getByRole('button', { name: /Recorded at the car/ })).toBeVisible()
    await hand.tap('Numbers')
    await expect(page.getByRole('region', { name: 'The log in numbers' })).toContainText(
      'gallery, bar',
    )

    // The pump is run dead-ended.
    await atTheCar(page, /Pump brings 60/)
    await hand.tap(/^Tests/)
    await hand.tap('Pump')
    await testPump(page)
    await expect(page.getByText(/^Flow: (5[5-9]|6[0-5])\s%/)).toBeVisible()
    await hand.tap('Keep with the job')
    await expect(page.getByRole('region', { name: 'Tests done' })).toContainText(
      'The pump is weak.',
    )
    await expect(page.getByRole('navigation', { name: 'Phases of this job' })).toContainText(
      '3 tests done',
    )
  })

  test('crossed lines are found by telling each corner', async ({ page, demoShop }) => {
    test.slow()
    const hand = await dock(page, demoShop, 'MW 9 T', 'checks')
    await atTheCar(page, 'Ignition on', 'Rear left', /^Lines RL and RR crossed/, '10 times')
    const { id } = await openJobOf(demoShop, 'MW 9 T')
    const car = await StandIn.of(demoShop.address, 'Tolmark', id)
    const heights = (): Promise<readonly number[]> =>
      Promise.all((['FL', 'FR', 'RL', 'RR'] as const).map((corner) => car.tape(corner)))
    const level = await heights()
    await hand.tap(/^Tests/)
    await hand.tap('Which corner')
    for (const corner of ['front left', 'front right', 'rear right', 'rear left']) {
      const tell = page.getByRole('button', { name: `Tell ${corner}`, exact: true })
      await expect(tell).toBeEnabled({ timeout: 30_000 })
      // A page that is held up says stop late: that must not be half a minute of the car's.
      await car.change({ speed: 5 })
      await tell.click()
      await expect(page.getByText(`Told the ${corner}: which one rose, at the car?`)).toBeVisible({
        timeout: 30_000,
      })
      await car.change({ speed: 10 })
      // It levels itself out again before the next one.
      const offMm = async (): Promise<number> =>
        Math.max(...(await heights()).map((mm, i) => Math.abs(mm - level[i]!)))
      await expect.poll(offMm, { timeout: 30_000 }).toBeLessThan(6)
    }
    await expect(page.getByText(/Rear left and rear right answer for each other/)).toBeVisible()
  })

  test('by keyboard alone on a phone: woken, raised a level, stopped, its codes read', async ({
    page,
    demoShop,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`${await jobOf(demoShop, 'MW 9 T')}/checks`)
    await handOn(page).signIn('S. Okafor')
    const link = page.getByRole('region', { name: 'Link to the car' })
    const press = async (name: RegExp, back = false): Promise<void> => {
      await tabTo(page, name, { back })
      await page.keyboard.press('Enter')
    }
    await press(/^Link$/)
    await expect(link).toContainText('Asleep.')
    await press(/^Circuit and orders/)
    await tabTo(page, /^Orders$/)
    await page.keyboard.press('End')
    await expect(link.getByRole('tab', { name: 'At the car' })).toHaveAttribute(
      'aria-selected',
      'true',
    )
    await press(/^Ignition on$/)
    await expect(link).toContainText('Awake')
    await press(/^10 times$/)
    await tabTo(page, /^At the car$/, { back: true })
    await page.keyboard.press('Home')
    await press(/^Raise a level$/)
    await expect(link).toContainText('“track”', { timeout: 20_000 })
    await press(/^Stop$/)
    await tabTo(page, /^Orders$/, { back: true })
    await page.keyboard.press('ArrowRight')
    await expect(link.getByRole('region', { name: 'Stored codes' })).toContainText('None stored.')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })

  test('a height gauge fills the field of the corner being measured; taking it stays a tap', async ({
    page,
    demoShop,
  }) => {
    const hand = await dock(page, demoShop, 'TQ 207', 'heights')
    await hand.tap('Walk another round')
    await hand.settle({ state: /^Levelled, engine on/, temperature: '8' })
    await hand.tap('Begin the walk')
    const link = page.getByRole('region', { name: 'Link to the car' })
    await link.getByRole('button', { name: 'Circuit and orders' }).click()
    await link.getByRole('tab', { name: 'At the car' }).click()
    await link.getByRole('button', { name: 'Front left', exact: true }).click()
    await link.getByRole('button', { name: 'Press height gauge' }).click()
    const field = page.getByRole('textbox', { name: /Front left, lap 1/ })
    await expect(field).toHaveValue(/^\d{3}(\.5)?$/)
    await page.getByRole('button', { name: /and walk on$/ }).click()
    await expect(page.getByRole('textbox', { name: /Front right, lap 1/ })).toHaveValue('')
  })

  test('a car that is being watched is not moved, and the reason is said', async ({
    page,
    demoShop,
  }) => {
    const { id } = await openJobOf(demoShop, 'MW 9 T')
    const [person] = (await (await fetch(`${demoShop.address}/api/people`)).json()) as {
      readonly id: string
    }[]
    const begun = await sendCommand(demoShop.address, {
      type: 'watch.start',
      person: person!.id,
      payload: {
        watchId: crypto.randomUUID(),
        jobId: id,
        round: round(1, 9, [520, 520, 516, 516]),
        supplyCut: 'fuse',
        supplyProved: true,
        tagged: true,
        doorsShut: true,
        minutesSinceRun: 120,
        plannedEndAt: new Date(Date.now() + 12 * 3_600_000).toISOString(),
      },
    })
    expect(begun.status).toBe(200)
    await dock(page, demoShop, 'MW 9 T', 'checks')
    await atTheCar(page, 'Ignition on')
    const link = page.getByRole('region', { name: 'Link to the car' })
    await link.getByRole('button', { name: 'Circuit and orders' }).click()
    await link.getByRole('button', { name: 'Raise a level' }).click()
    await expect(link.getByRole('alert')).toContainText('A watch runs on this car')
  })
})
