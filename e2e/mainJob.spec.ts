import type { Page } from '@playwright/test'
import { expect, test } from './fixtures.ts'
import type { Hand } from './hand.ts'
import { handOn } from './hand.ts'

const FIGURES: Readonly<Record<string, string>> = {
  Wheelbase: '2900',
  'Track, front': '1640',
  'Track, rear': '1640',
  'Anti-roll bar, front': '10',
  'Anti-roll bar, rear': '6',
}
const AXLE: Readonly<Record<string, string>> = {
  'Design ride height': '480',
  'Height at bump stop': '410',
  'Height at full droop': '560',
  'Sprung load per wheel': '5600',
  'Motion ratio': '0.7',
  'Tyre rate': '260',
  'Bump stop rate': '80',
  'Droop stop rate': '400',
  'Effective area': '130',
  'Air volume at design height': '2.4',
  'Coil force at design height': '0',
  'Coil rate': '0',
}

async function enterType(page: Page, hand: Hand): Promise<void> {
  await page.getByLabel('Name of the vehicle type').fill('Harbour Wagon')
  await page.getByLabel('Where the figures come from').fill('Invented for this test')
  await page.getByLabel('Name of another level').fill('high')
  await page.getByLabel('Height of that level over design height, mm').fill('30')
  await hand.tap('Add level')
  await hand.tap('Its figures')
  for (const [label, value] of Object.entries(FIGURES)) await page.getByLabel(label).fill(value)
  for (const axle of ['front axle', 'rear axle']) {
    for (const [label, value] of Object.entries(AXLE))
      await page.getByRole('region', { name: axle }).getByLabel(label).fill(value)
  }
  await expect(page.getByText(/^It stands level/)).toBeVisible()
  await expect(page.getByRole('img', { name: 'rear left: now 480 (6.2 bar)' })).toBeVisible()
  await hand.tap('Put it on the shelf')
}

async function openJob(page: Page, hand: Hand): Promise<void> {
  await page.getByLabel('Plate').fill('ab 12')
  await hand.tap('Harbour Wagon')
  await hand.tap('Take it in')
  await expect(page.getByText('What does the customer say?')).toBeVisible()
  await hand.tap('Front left')
  await hand.tap('Down overnight')
  await hand.tap('Keep what they said')
  await page.getByRole('link', { name: 'Go on to Heights' }).click()
}

async function measureHeights(page: Page, hand: Hand): Promise<void> {
  await hand.settle({ state: /^As it arrived/, temperature: '10', settled: /Rolled both ways/ })
  await hand.tap('Begin the walk')
  await hand.walk([451, 478, 481, 472, 472, 481, 478, 450])
  await hand.tap('Save the round')
  await expect(page.getByText('Front left stands 30 mm under its design height.')).toBeVisible()
  await page.getByRole('link', { name: 'Go on to the Watch' }).click()
}

async function startWatch(page: Page, hand: Hand): Promise<void> {
  const start = page.getByRole('button', { name: 'Walk the evening round' })
  await expect(start).toBeDisabled()
  await hand.tap('Over 2 h')
  await hand.settle({ temperature: '10', settled: /Rolled both ways/ })
  await hand.tap('Fuse')
  await expect(page.getByText('Be sure it is the fuse that feeds valves and pump')).toBeVisible()
  await hand.tap(/^Proved off/)
  await hand.tap(/^Car tagged/)
  await expect(start).toBeDisabled()
  await hand.tap(/^Doors shut/)
  await hand.tap('Walk the evening round')
  await hand.walk([510, 511, 510, 509, 509, 510, 511, 510])
  await hand.tap('Start the watch')
  await expect(page.getByText(/Leave it alone: .* to go/)).toBeVisible()
}

/** A morning of a leak at the front left, worked out beforehand for this car and a night of twelve hours. */
const MORNING = [468, 492, 508, 490, 490, 508, 492, 468]

for (const { name, touch, viewport } of [
  { name: 'at a desk, by keyboard', touch: false, viewport: { width: 1280, height: 800 } },
  { name: 'on a phone, by touch', touch: true, viewport: { width: 390, height: 844 } },
]) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: touch, isMobile: touch })

    test('from an empty shop to the sentence', async ({ page, emptyShop }) => {
      // The page's clock is ours, so that a night passes in a moment.
      await page.clock.install({ time: new Date('2026-11-24T18:00:00Z') })
      await page.goto(emptyShop.address)
      await handOn(page).join('T. Tester')
      await expect(page.getByText('No car here yet.')).toBeVisible()
      const hand = handOn(page, { touch })

      await page.getByRole('link', { name: 'A car is here now' }).click()
      await page.getByLabel('Plate').fill('ab 12')
      await page.getByRole('link', { name: 'Enter a vehicle type' }).click()
      await enterType(page, hand)
      await openJob(page, hand)
      await measureHeights(page, hand)
      await startWatch(page, hand)

      await page.clock.setFixedTime(new Date('2026-11-25T07:05:00Z'))
      await page.goto(emptyShop.address)
      await page.getByRole('link', { name: /Walk the morning round.*AB 12/s }).click()
      await hand.tap(/^Yes/)
      await hand.settle({ temperature: '2', settled: /Each corner bounced/ })
      await hand.tap('Walk the morning round')
      await hand.walk(MORNING)
      await hand.tap('Save the morning round')

      await expect(
        page.getByText(/^Front left leaks: (sure|likely), .*The cold explains \d+ of its 42 mm\.$/),
      ).toBeVisible()
      await expect(
        page
          .getByRole('group', { name: 'Front left' })
          .or(page.getByRole('button', { name: 'Show the night at front left' })),
      ).toBeVisible()
      await hand.tap('Why do you say so?')
      await expect(
        page
          .getByRole('dialog')
          .getByText('The customer named front left: that counts double before the tape speaks.'),
      ).toBeVisible()
      await page.keyboard.press('Escape')
      await hand.tap('Write it on the job')
      // A corner was found: the job leads on to what leaks there, and closing it asks why.
      await expect(page.getByRole('link', { name: 'Go on to the Checks' })).toBeVisible()
      await expect(page.getByRole('button', { name: /close the job/i })).toHaveCount(0)
      await hand.tap('The supply is back on')
      await page
        .getByRole('navigation', { name: 'Phases of this job' })
        .getByRole('link', { name: /^Handover/ })
        .click()
      await hand.tap('Close the job')
      await page
        .getByLabel('Why it is closed with its finding open')
        .fill('The owner takes it to the dealer')
      await hand.tap('Close the job')
      await expect(page.getByText('This job is closed.')).toContainText(
        'The owner takes it to the dealer',
      )
      await page.getByRole('link', { name: 'Floor' }).click()
      await expect(
        page.getByRole('link', { name: /Closed.*AB 12.*Front left leaks/s }),
      ).toBeVisible()
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(viewport.width)
    })
  })
}
