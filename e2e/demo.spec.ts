import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'

const openCar = async (page: Page, plate: string): Promise<void> =>
  page
    .getByRole('link', { name: new RegExp(plate) })
    .first()
    .click()

test('the way around: what is due, single keys, and Ctrl+K', async ({ page, demoShop }) => {
  await page.goto(demoShop.address)
  await handOn(page).signIn('M. Arundel')

  await test.step('the floor shows what is due next, and a watch that waits', async () => {
    await expect(page.getByRole('heading', { name: '10 cars due, 1 left alone.' })).toBeVisible()
    await expect(page.getByRole('link', { name: /Walk the morning round.*TQ 418/s })).toBeVisible()
    await expect(page.getByRole('link', { name: /Leave it alone.*TQ 390/s })).toBeVisible()
  })

  await test.step('single keys reach every place, and ? lists them', async () => {
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
    await page.keyboard.press('Escape')
    await page.keyboard.press('s')
    await expect(page.getByRole('heading', { name: 'Vehicle types' })).toBeVisible()
    await page.keyboard.press('n')
    await expect(page.getByRole('heading', { name: 'Which car?' })).toBeVisible()
    await page.getByRole('link', { name: 'Floor' }).click()
    await openCar(page, 'TQ 233')
    await expect(page).toHaveURL(/watch$/)
    await page.keyboard.press('i')
    await expect(page).toHaveURL(/intake$/)
    await page.keyboard.press('w')
    await expect(page).toHaveURL(/watch$/)
    await page.keyboard.press('f')
    await expect(page).toHaveURL(/\/$/)
    await page.keyboard.press('v')
    await expect(page).toHaveURL(/vehicles$/)
  })

  await test.step('a job, a car or a place is found by a few letters, even while typing', async () => {
    const find = async (words: string, first: string): Promise<void> => {
      await page.keyboard.press('Control+k')
      await page.getByPlaceholder('plate, code, part, name, place or tool').fill(words)
      await expect(page.getByRole('option', { selected: true })).toContainText(first)
      await page.keyboard.press('Enter')
    }
    await page.getByLabel('Find a plate').focus()
    await find('418 morning', 'TQ 418')
    await expect(page).toHaveURL(/jobs\/.*\/watch$/)
    // By what the customer said, too.
    await find('ferry', 'TQ 390')
    await expect(page).toHaveURL(/jobs\//)
    await find('units inch', 'heights in inch')
    await expect(page.getByRole('dialog')).toBeHidden()
    await find('units mm', 'heights in mm')
    await expect(page.getByRole('dialog')).toBeHidden()
    await find('long to wait', 'Bench: how long to wait')
    await expect(page).toHaveURL(/bench\/wait$/)
    await page.keyboard.press('Control+k')
    await page.getByPlaceholder('plate, code, part, name, place or tool').fill('zeppelin')
    await expect(page.getByText('Nothing is called that.')).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  })

  await test.step('an address where nothing is says so', async () => {
    await goTo(page, `/jobs/${crypto.randomUUID()}/watch`)
    await expect(page.getByText('There is no such job.')).toBeVisible()
    await page.goto(`${demoShop.address}/nowhere`)
    await expect(page.getByText('There is nothing at this address.')).toBeVisible()
  })
})

test.describe('vehicles', () => {
  test('a car shows every round ever measured, and its table can be saved', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${demoShop.address}/vehicles`)
    await handOn(page).signIn('M. Arundel')
    await page.getByLabel('Find a plate').fill('tq-4')
    await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(2)
    await page.getByRole('link', { name: /TQ 418/ }).click()
    await expect(
      page.getByRole('img', { name: /^Front left: 6 rounds from .* off design$/ }),
    ).toBeVisible()
    await expect(
      page.getByRole('region', { name: 'Every round in numbers' }).getByRole('row'),
    ).toHaveCount(7)
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Rounds as CSV' }).click()
    expect((await saved).suggestedFilename()).toBe('TQ-418-rounds.csv')
    expect(readFileSync(await (await saved).path(), 'utf8')).toContain('TQ 418')
    const drawn = page.waitForEvent('download')
    await page.getByRole('button', { name: 'as SVG' }).click()
    const svg = readFileSync(await (await drawn).path(), 'utf8')
    expect(svg.match(/<svg x=/g)).toHaveLength(4)
    expect(svg).not.toContain('var(--')
    // A job runs on it already, so no second one is offered.
    await expect(page.getByRole('button', { name: 'New job on this car' })).toBeHidden()
    await page.getByRole('link', { name: /walk the morning round/ }).click()
    await page.getByRole('link', { name: 'TQ 418' }).click()
    await expect(page).toHaveURL(/vehicles/)
  })
})

test.describe('answers', () => {
  test('cold alone accuses nobody; a clear axle is not taken apart; a night has its numbers', async ({
    page,
    demoShop,
  }) => {
    await page.goto(demoShop.address)
    await handOn(page).signIn('J. Pellew')
    await openCar(page, 'TQ 233')
    await expect(
      page.getByText(/^No leak worth finding: .*The cold alone explains the \d+ mm/),
    ).toBeVisible()
    const couldBe = page.getByRole('region', { name: 'What it could be' })
    await expect(couldBe.getByText('bar·L/h')).toBeHidden()
    // No leak was found, and none is claimed away either: the sentence says what could still hide.
    await expect(page.getByText(/^A leak could still hide: front left up to/)).toBeVisible()
    await expect(page.getByText('standing height to bump stop')).toBeHidden()

    await page.getByRole('link', { name: 'Floor' }).click()
    await openCar(page, 'VS 77 K')
    await expect(page.getByText(/^The rear axle leaks: sure, 95\s% or more\./)).toBeVisible()
    await expect(page.getByText(/^Heights cannot tell which: rear left/)).toBeVisible()
    const more = page.getByRole('region', { name: 'What would tell more' })
    await expect(more.getByRole('listitem').filter({ hasText: 'Leave it standing' })).toHaveText(
      /from \d\d\s% to about \d\d\s%/,
    )

    for (const [name, beginning] of [
      ['CSV', 'time,onlyColdMm'],
      ['SVG', '<svg'],
    ] as const) {
      const saved = page.waitForEvent('download')
      await page.getByRole('button', { name, exact: true }).click()
      const file = await saved
      expect(file.suggestedFilename()).toBe(`VS-77-K-simulated-RL-night.${name.toLowerCase()}`)
      const content = readFileSync(await file.path(), 'utf8')
      expect(content.startsWith(beginning)).toBe(true)
      if (name === 'SVG') expect(content).toContain('Simulated car: nothing here was measured')
    }
    await page.getByRole('button', { name: 'Numbers' }).click()
    await expect(
      page.getByRole('region', { name: 'The night in numbers' }).getByRole('row'),
    ).toHaveCount(12)
    await page.getByRole('button', { name: 'Show the night at rear right' }).click()
    await expect(page.getByRole('figure', { name: 'Rear right through the night' })).toBeVisible()
  })

  test('a slipped figure in the morning is doubted before any corner is', async ({
    page,
    demoShop,
  }) => {
    await page.goto(demoShop.address)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await openCar(page, 'TQ 418')
    await hand.tap(/^Yes/)
    await hand.settle({ temperature: '-3' })
    await hand.tap('Walk the morning round')
    // Front left leaks; rear right was read 40 mm too high.
    await hand.walk([474, 491, 548, 498])
    await expect(
      page.getByText(
        /^Against the evening these heights twist the body by \d+ mm: either a reading is wrong/,
      ),
    ).toBeVisible()
    await hand.tap('Save the morning round with one lap')
    await expect(
      page.getByText(/^These heights twist the body by \d+ mm: either a reading is wrong/),
    ).toBeVisible()
    // A doubt takes nothing away: the answer can be written down, and the supply put back on.
    await expect(page.getByRole('button', { name: 'Write it on the job' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'The supply is back on' })).toBeVisible()
    await hand.tap('Walk the morning round again')
    await hand.tap(/^Yes/)
    await hand.settle({ temperature: '-3' })
    await hand.tap('Walk the morning round')
    await hand.walk([474, 490.5, 510.5, 497.5, 498.5, 507, 491.5, 474])
    await hand.tap('Save the morning round')
    await expect(page.getByText(/^Front left leaks: /)).toBeVisible()
  })

  test('a car that was not left alone proves little', async ({ page, demoShop }) => {
    await page.goto(demoShop.address)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await openCar(page, 'TQ 418')
    await hand.tap(/^No, or not sure/)
    await expect(
      page.getByText('A module that wakes settles the car and hides the leaking corner.'),
    ).toBeVisible()
    await hand.settle({ temperature: '-3' })
    await hand.tap('Walk the morning round')
    await hand.walk([500, 502, 498, 497, 497, 498, 502, 500])
    await hand.tap('Save the morning round')
    await expect(
      page.getByText('The car was not left alone, so this night proves little.'),
    ).toBeVisible()
  })
})

test.describe('bad input', () => {
  test('is answered where it happened and loses nothing', async ({ page, demoShop }) => {
    await page.goto(demoShop.address)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await openCar(page, 'TQ 102')
    await page.getByLabel('Temperature').fill('cold')
    await expect(
      page.getByText('"cold" is not a number. Type it in °C, as a figure.'),
    ).toBeVisible()
    await expect(page.getByRole('button', { name: 'Begin the walk' })).toBeDisabled()
    await hand.settle({
      state: /^Levelled, engine on/,
      temperature: '8',
      settled: /Rolled both ways/,
    })
    await hand.tap('Begin the walk')
    const field = page.getByRole('textbox', { name: 'Front left, lap 1' })
    for (const [typed, answer] of [
      ['47', 'A height of 47 mm cannot be'],
      ['2001', 'between 50 and 2000 mm'],
      ['low', '"low" is not a number'],
      ['', 'Type the height in mm first.'],
    ] as const) {
      await field.fill(typed)
      await page.keyboard.press('Enter')
      await expect(page.getByRole('alert')).toContainText(answer)
      await expect(field).toHaveValue(typed)
    }
    await hand.walk([470])
    await expect(page.getByText('Walk on to the front right')).toBeVisible()
    await expect(page.getByText('coil, no air').first()).toBeVisible()
  })

  test('a morning planned before its evening is not offered', async ({ page, demoShop }) => {
    await page.goto(demoShop.address)
    const hand = handOn(page)
    await hand.signIn('S. Okafor')
    await openCar(page, 'TQ 102')
    await page.getByRole('link', { name: /^Watch/ }).click()
    await hand.tap('Over 2 h')
    await hand.settle({ temperature: '8', settled: /Rolled both ways/ })
    await hand.tap('Cut-off switch')
    for (const check of [/^Proved off/, /^Car tagged/, /^Doors shut/]) await hand.tap(check)
    await expect(page.getByRole('button', { name: 'Walk the evening round' })).toBeEnabled()
    await page.getByLabel('Morning round at').fill('2020-01-01T07:00')
    await expect(page.getByText('The morning round must lie in the future.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Walk the evening round' })).toBeDisabled()
  })

  test('two people at one intake: the second is told, and sees what is on the job now', async ({
    page,
    browser,
    demoShop,
  }) => {
    await page.goto(demoShop.address)
    await handOn(page).signIn('S. Okafor')
    await openCar(page, 'TQ 102')
    await expect(page).toHaveURL(/heights$/)
    await page.keyboard.press('i')
    const context = await browser.newContext()
    const other = await context.newPage()
    await other.goto(page.url())
    await handOn(other).signIn('J. Pellew')
    await page.getByLabel('In their own words').fill('Sinks at the left.')
    await other.getByLabel('In their own words').fill('Sinks at the right.')
    await handOn(page).tap('Keep what they said')
    await expect(page.getByRole('link', { name: 'Go on to Heights' })).toBeVisible()
    await handOn(other).tap('Keep what they said')
    await expect(other.getByRole('alert')).toContainText('Somebody changed this in the meantime.')
    await expect(other.getByLabel('In their own words')).toHaveValue('Sinks at the right.')
    await other.getByRole('button', { name: 'Show what is on the job now' }).click()
    await expect(other.getByLabel('In their own words')).toHaveValue('Sinks at the left.')
    await context.close()
  })
})
