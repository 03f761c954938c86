import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { violations } from './readable.ts'
import { beginLevelled, openJobOf, startAnotherNight } from './jobs.ts'
import { savedText } from './saved.ts'

/** A picture of one pixel that every browser reads. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
test.describe('intake', () => {
  // By keyboard: drive on, slowly, or tow.
  test('arrival is answered at once; photos, notes and repairs are kept', async ({
    page,
    demoShop,
  }) => {
    const { id } = await openJobOf(demoShop, 'TQ 102')
    await page.goto(`${demoShop.address}/jobs/${id}/intake`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    const press = async (name: RegExp) => {
      await page.getByRole('button', { name }).first().focus()
      await page.keyboard.press('Enter')
    }
    await press(/^On arrival/)
    await expect(page.getByText('Look first: does it rise, and does anything touch?')).toBeVisible()
    await press(/^Slowly$/)
    await expect(page.getByText('Drive it slowly, straight here: it rises slowly.')).toBeVisible()
    await press(/^A tyre touches$/)
    await expect(page.getByText('Tow it: a tyre touches body or line.')).toBeVisible()
    await press(/^One corner$/)
    await expect(page.getByText(/every fold inspected extended/)).toBeVisible()
    await page.getByLabel('Odometer, km').fill('128 010')
    expect(await violations(page)).toEqual([])
    await press(/^Keep what was seen$/)
    await expect(page.getByRole('button', { name: /On arrival.*looked at/ })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Keep what was seen' })).toBeHidden()

    // The repair is marked in the car’s history.
    const { id: next, vehicleId } = await openJobOf(demoShop, 'TQ 101')
    await goTo(page, `/jobs/${next}/intake`)
    await hand.tap(/^Photos, notes, mended/)
    await page.getByLabel('What it shows').fill('Tab broken off')
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'tab.png', mimeType: 'image/png', buffer: PIXEL })
    await expect(page.getByRole('img', { name: 'Tab broken off' })).toBeVisible()
    await page.locator('input[type=file]').setInputFiles({
      name: 'words.png',
      mimeType: 'image/png',
      buffer: Buffer.from('no picture at all'),
    })
    await expect(page.getByRole('alert')).toHaveText(
      '"words.png" is not a picture this browser can read. Use JPEG, PNG or WebP.',
    )
    await page.getByLabel('Anything worth remembering').fill('Owner waits at the ferry.')
    await hand.tap('Keep the note')
    await expect(page.getByText('Owner waits at the ferry.')).toBeVisible()
    await hand.tap('Air spring')
    await hand.tap('Rear right')
    await hand.tap('Keep the repair')
    await expect(page.getByText('Air spring, rear right')).toBeVisible()
    expect(await violations(page)).toEqual([])
    await goTo(page, `/vehicles/${vehicleId}`)
    await expect(
      page.getByRole('region', { name: 'The car' }).getByText('Air spring, rear right'),
    ).toBeVisible()
    await expect(page.getByText('Diamond: something was mended.')).toBeVisible()
  })
})
test.describe('heights', () => {
  test('a reading is corrected by an entry beside it, two rounds are compared, the floor is taken out', async ({
    page,
    demoShop,
  }) => {
    const { id } = await openJobOf(demoShop, 'TQ 418')
    await page.goto(`${demoShop.address}/jobs/${id}/heights`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await expect(page.getByText('Front left stands 34 mm under its design height.')).toBeVisible()
    await hand.tap('Readings')
    await hand.tap(/^Correct front left, lap 1/)
    await page.getByLabel('It should be, mm').fill('4000')
    await page.getByLabel('Why?').fill('Misread by a finger')
    await hand.tap('Correct it')
    await expect(page.getByRole('alert')).toContainText('A height of 4000 mm cannot be')
    await page.getByLabel('It should be, mm').fill('457')
    await hand.tap('Correct it')
    await expect(
      page.getByText(/Front left, lap 1: Misread by a finger \(M. Arundel/),
    ).toBeVisible()
    await expect(page.getByRole('row', { name: /^1/ })).toContainText('457')
    expect(await violations(page)).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByText('Front left stands 29 mm under its design height.')).toBeVisible()
    await hand.tap('Compare')
    await expect(
      page.getByRole('dialog').getByText(/^Closure 10\.1 mm: what the four changes would twist/),
    ).toBeVisible()
    // Bushes hold a car off its balance by as much: that is no wrong reading.
    await expect(page.getByRole('dialog').getByText(/either a reading is wrong/)).toBeHidden()
    await page.getByRole('dialog').getByRole('combobox').focus()
    await page.keyboard.press('ArrowDown')
    await expect(page.getByRole('row', { name: /^changed/ })).toBeVisible()
    expect(await violations(page)).toEqual([])

    // Another way of measuring has its own rounds; a third lap finds the slip.
    const { id: next } = await openJobOf(demoShop, 'TQ 102')
    await goTo(page, `/jobs/${next}/heights`)
    await page.getByText(/^More about this round/).click()
    await hand.tap('Sill to floor')
    await hand.tap('Laden')
    const loaded = page.getByLabel('What was loaded, kg, if it was weighed')
    await loaded.fill('3 boxes')
    await expect(page.getByRole('alert')).toHaveText(
      'A load in kilograms, between 1 and 5000; leave it empty where nothing was weighed.',
    )
    await expect(page.getByRole('button', { name: 'Begin the walk' })).toBeDisabled()
    await loaded.fill('300')
    await page
      .getByRole('group', { name: /floor under each wheel/ })
      .getByLabel('Front right')
      .fill('4')
    await page
      .getByRole('group', { name: /What the module reports/ })
      .getByLabel('Rear left')
      .fill('301')
    await beginLevelled(hand)
    await hand.walk([300, 296, 305, 304, 304, 305, 280, 300])
    await hand.tap('Walk another lap')
    await hand.walk([300, 296, 305, 304])
    await expect(
      page.getByText(
        'Front right: 280 mm is left out, the others there say 296. It stays on record.',
      ),
    ).toBeVisible()
    await hand.tap('Save the round')
    await expect(page.getByText(/The uneven floor is taken out/)).toBeVisible()
    await expect(page.getByText(/sill to floor, laden with 300 kg/)).toBeVisible()
    await expect(page.getByRole('row', { name: /tape less module/ })).toContainText('3')
    const { rounds } = (await (await fetch(`${demoShop.address}/api/jobs/${next}`)).json()) as {
      rounds: { method: string; padsMm: Record<string, number>; readings: unknown[] }[]
    }
    expect(rounds.at(-1)).toMatchObject({
      method: 'sillToFloor',
      loadKg: 300,
      padsMm: { FL: 0, FR: 4, RL: 0, RR: 0 },
    })
    expect(rounds.at(-1)!.readings).toHaveLength(12)
  })
})
test.describe('a watch', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  test('is looked at in between on a phone, by touch, goes into a calendar, and counts all its rounds', async ({
    page,
    demoShop,
  }) => {
    const { id } = await openJobOf(demoShop, 'TQ 390')
    await page.goto(`${demoShop.address}/jobs/${id}/watch`)
    const hand = handOn(page, { touch: true })
    await hand.signIn('M. Arundel')
    const calendar = await savedText(page, () => hand.tap('Into a calendar'))
    expect(calendar).toContain('SUMMARY:TQ 390: walk the morning round')
    await hand.tap('Walk a round in between')
    await hand.settle({ temperature: '5', settled: /Left as it stands/ })
    await hand.tap('Walk this round')
    await hand.walk([414, 418.5, 409, 408, 408, 409, 418.5, 414])
    await hand.tap('Save this round')
    await expect(page.getByText('Looked at in between')).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
    await hand.tap('Walk the morning round early')
    await hand.tap(/^Yes/)
    await hand.settle({ temperature: '3', settled: /Left as it stands/ })
    await hand.tap('Walk the morning round')
    await hand.walk([413, 418, 405, 404, 404, 405, 418, 413])
    await hand.tap('Save the morning round')
    await hand.tap('Why do you say so?')
    await expect(page.getByText(/The round in between counts too/)).toBeVisible()
  })
})
test.describe('after a night', () => {
  test('the same wait with the supply on tells a leak from a command; a tight night teaches', async ({
    page,
    demoShop,
  }) => {
    const { id } = await openJobOf(demoShop, 'VS 77 K')
    await page.goto(`${demoShop.address}/jobs/${id}/watch`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    const level = [449, 449, 467, 467, 467, 467, 449, 449]
    await startAnotherNight(hand, ['Left on, on purpose'], level)
    await expect(page.getByText(/The module is awake/)).toBeVisible()
    await hand.tap('Walk the morning round early')
    await hand.tap(/^Yes/)
    await hand.settle({ temperature: '9', settled: /Left as it stands/ })
    await hand.tap('Walk the morning round')
    await hand.walk(level)
    await hand.tap('Save the morning round')
    await expect(page.getByText(/^A leak: rear left.* fell with the supply off\.$/)).toBeVisible()
    await hand.tap('Write it on the job')
    await expect(page.getByText(/On the job: “A leak/)).toBeVisible()
    expect(await violations(page)).toEqual([])

    // A tight cold night teaches the car’s air volume, and the supply is said to be back.
    const { id: next, vehicleId } = await openJobOf(demoShop, 'TQ 233')
    await goTo(page, `/jobs/${next}/watch`)
    await hand.tap('Use it for this car from now on')
    await expect(page.getByText(/In use for this car/)).toBeVisible()
    await hand.tap('The supply is back on')
    await expect(page.getByRole('button', { name: 'The supply is back on' })).toBeHidden()
    await goTo(page, `/vehicles/${vehicleId}`)
    await expect(page.getByText('Air in its springs, learned from a tight night')).toBeVisible()
  })
})
test('all jobs are found, sorted and paged by keyboard', async ({ page, demoShop }) => {
  await page.goto(demoShop.address)
  await handOn(page).signIn('M. Arundel')
  await page.keyboard.press('j')
  await expect(page.getByText('29 jobs')).toBeVisible()
  await page.getByRole('button', { name: 'Older page' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 of 3')).toBeVisible()
  await page.getByRole('button', { name: 'Car', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('columnheader', { name: 'Car' })).toHaveAttribute(
    'aria-sort',
    'ascending',
  )
  await expect(page.getByRole('row').nth(1)).toContainText('BN 4 R')
  await page.getByLabel('Find by plate, type or words').fill('uvren spring is')
  await expect(page.getByText('1 job', { exact: true })).toBeVisible()
  await page.getByLabel('Find by plate, type or words').fill('zeppelin')
  await expect(page.getByText('No job is like that.')).toBeVisible()
  await page.getByLabel('Find by plate, type or words').fill('')
  await page.getByRole('button', { name: 'Left alone' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 jobs')).toBeVisible()
})
