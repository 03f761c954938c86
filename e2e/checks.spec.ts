import { sendCommand } from './command.ts'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { jobOf, watchNightAwake } from './rounds.ts'

test.describe('tests at the car without a link', () => {
  test('a corner on shop air, its pressures typed afterwards, by keyboard on a phone', async ({
    page,
    demoShop,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`${await jobOf(demoShop, 'VS 77 K')}/watch`)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await page.keyboard.press('c')
    await hand.tap(/^Tests/)
    await hand.tap('Shop air')
    await hand.tap('Rear left')
    await hand.tap('Type a list instead')
    await page.getByLabel(/a pair a line/).fill('0 5,0\n10 4.4\n20 3.9\n30 3.45')
    await expect(page.getByText(/^Rear left leaks about/)).toBeVisible()
    await page.getByLabel(/a pair a line/).fill('0 5,0\nten')
    await expect(page.getByRole('alert')).toContainText('Each line is a time and a pressure')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })

  test('a lift out of a kept log is held against what a good pump needs', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${await jobOf(demoShop, 'MW 9 T')}/checks`)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await hand.tap(/^Tests/)
    await page
      .getByRole('navigation', { name: 'Tests' })
      .getByRole('button', { name: /Lift$/ })
      .click()
    await hand.tap('Lift to track, tank isolated')
    for (const [label, value] of [
      ['Free flow', '38'],
      ['Stalls at', '17'],
    ] as const)
      await page.getByLabel(label).fill(value)
    await expect(
      page
        .getByText('The lift is slow. Pump or leak: test the pump dead-ended to tell them apart.')
        .first(),
    ).toBeVisible()
    await hand.tap('is weak')
    await expect(page.getByText('The lift is slow, and the pump alone explains it.')).toBeVisible()
  })

  test('gas put in is recorded, and the vehicle’s page says what it loses', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${await jobOf(demoShop, 'TQ 233')}/checks`)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await hand.tap('Charge (1)')
    for (const [label, value] of [
      ['Reservoir, L', '5'],
      ['It holds now', '11.8'],
      ['It should hold', '14'],
      ['It holds after', '13.7'],
    ] as const)
      await page.getByLabel(label).fill(value)
    await expect(page.getByText(/bar·L are missing. Regulator to/)).toBeVisible()
    await hand.tap('Record the charge')
    await expect(page.getByRole('button', { name: 'Charge (2)' })).toBeVisible()
    // A second tap is no second charge; what was written down wrong is corrected by another entry.
    await expect(page.getByRole('button', { name: 'Record the charge' })).toBeDisabled()
    const charges = page.getByRole('region', { name: 'Charges' })
    // The list is the car's and comes by itself: the new entry stands at its head.
    await expect(charges.getByRole('button', { name: 'Correct' })).toHaveCount(3)
    await charges.getByRole('button', { name: 'Correct' }).first().click()
    await charges.getByLabel(/^It held after/).fill('13.6')
    await charges.getByLabel('What was wrong').fill('Misread the gauge')
    await page.keyboard.press('Enter')
    await expect(charges.getByText(/^today .*in place of what was written today/)).toBeVisible()
    await expect(charges.locator('.line-through')).toHaveCount(1)
    await page.getByRole('link', { name: 'TQ 233' }).click()
    await expect(page.getByRole('region', { name: 'Charges' })).toContainText('bar·L a month')
  })

  test('a log of any tool’s is mapped, doubted where its unit is wrong, remembered, and kept', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${await jobOf(demoShop, 'TQ 102')}/checks`)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await hand.tap('Logs')
    const rows = Array.from({ length: 400 }, (_, i) => {
      const clock = [0, Math.floor(i / 60), i % 60].map((part) => String(part).padStart(2, '0'))
      const height = (430 + Math.max(0, Math.min(30, i - 100))).toFixed(1).replace('.', ',')
      return `${clock.join(':')};${height};${600 + i};${i > 100 && i < 130 ? 'on' : 'off'}`
    })
    const file = (name: string): { name: string; mimeType: string; buffer: Buffer } => ({
      name,
      mimeType: 'text/csv',
      buffer: Buffer.from(
        ['\uFEFFclock;rear left height;gallery;pump state', ...rows, 'broken'].join('\r\n'),
      ),
    })
    await page.locator('input[type=file]').setInputFiles(file('tool.csv'))
    await hand.tap('Read it')
    await expect(page.getByText(/400 rows over 6 min 39 s, 1 lift/)).toBeVisible()
    await expect(page.getByText('1 row could not be read, the first in line 402.')).toBeVisible()
    await expect(page.getByText(/by its size this looks like kPa/)).toBeVisible()
    await hand.tap('Not this one')
    await page.locator('input[type=file]').setInputFiles(file('again.csv'))
    await page.getByLabel('gallery is').selectOption('pressure, kPa')
    await hand.tap('Read it')
    await expect(page.getByText(/by its size/)).toBeHidden()
    await hand.tap('Keep it with the job')
    await expect(page.getByRole('button', { name: /again\.csv/ })).toBeVisible()
    await page.locator('input[type=file]').setInputFiles(file('third.csv'))
    await expect(page.getByLabel('gallery is')).toHaveValue('pressure, kPa')
  })
})
test('a night with the supply on is reckoned with the module in the loop', async ({
  page,
  demoShop,
}) => {
  test.slow()
  const people = (await (await fetch(`${demoShop.address}/api/people`)).json()) as { id: string }[]
  const jobId = (await jobOf(demoShop, 'MW 9 T')).split('/').at(-1)!
  const send = async (
    type: string,
    payload: object,
    baseVersion: number | null = null,
  ): Promise<void> => {
    const person = people[0]!.id
    const answer = await sendCommand(demoShop.address, { type, person, payload, baseVersion })
    expect([type, answer.status]).toEqual([type, 200])
  }
  await watchNightAwake(jobId, send)
  await page.goto(`${demoShop.address}/jobs/${jobId}/watch`)
  await handOn(page).signIn('S. Okafor')
  const answer = page.getByRole('region', { name: 'With the module awake' })
  await expect(answer).toBeVisible({ timeout: 60_000 })
  await expect(answer).toContainText(/Disable it and watch again|tells hardly less/)
  await expect(answer.getByRole('listitem').first()).toBeVisible()
})
