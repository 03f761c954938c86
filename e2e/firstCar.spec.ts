import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'

/** A van on air at the back; its rear left leaks through a night of thirteen hours. */
const EVENING = [701, 702, 688, 689, 689, 688, 702, 701]
const MORNING = [694, 709, 670, 654, 654, 670, 709, 694]

for (const { name, touch, viewport } of [
  { name: 'at a desk, by keyboard', touch: false, viewport: { width: 1280, height: 800 } },
  { name: 'on a phone, by touch', touch: true, viewport: { width: 390, height: 844 } },
]) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: touch, isMobile: touch })

    test('a car nobody entered, from an empty shop to its answer', async ({ page, emptyShop }) => {
      await page.clock.install({ time: new Date('2026-11-24T18:00:00Z') })
      await page.goto(emptyShop.address)
      const hand = handOn(page, { touch })
      // Nobody is asked who they are before something is written.
      await expect(page.getByRole('heading', { name: 'No car here yet.' })).toBeVisible()
      await expect(page.getByRole('dialog')).toBeHidden()
      await hand.follow('A car is here now')
      await hand.type('Plate', 'VS 77 K')
      await hand.tap('Rear only')
      await hand.tap('Van')
      // A wrong turn loses nothing.
      await page.reload()
      await expect(page.getByLabel('Plate')).toHaveValue('VS 77 K')
      await hand.tap('Take it in')
      await hand.nameAsked('Ann')
      await expect(page).toHaveURL(/intake$/)
      expect(hand.count.taps).toBeLessThanOrEqual(10)

      await hand.follow(/^Watch/)
      await hand.settle({ temperature: '10', settled: /Rolled both ways/ })
      await hand.tap('Over 2 h')
      await hand.tap('Fuse')
      await hand.tap(/^Proved off/)
      await hand.tap(/^Car tagged/)
      await hand.tap(/^Doors shut/)
      await hand.tap('Walk the evening round')
      await hand.walk(EVENING)
      await hand.tap('Start the watch')
      await expect(page.getByText(/Leave it alone: .* to go/)).toBeVisible()

      await page.clock.setFixedTime(new Date('2026-11-25T07:05:00Z'))
      await page.goto(emptyShop.address)
      await hand.follow(/Walk the morning round/)
      await hand.tap(/^Yes/)
      await hand.settle({ temperature: '1', settled: /Left as it stands/ })
      await hand.tap('Walk the morning round')
      await hand.walk(MORNING)
      await hand.tap('Save the morning round')
      await expect(page.getByText(/^Rear left leaks: (sure|likely)/)).toBeVisible()
      const { taps, characters } = hand.count
      console.log(`First answer, ${name}: ${taps} taps, ${characters} characters.`)
      expect(taps).toBeLessThanOrEqual(25)
      expect(characters).toBeLessThanOrEqual(15)
    })
  })
}
