import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { recordElsewhere } from './recordElsewhere.ts'

/** A picture as a phone would take it. */
export const PICTURE = {
  name: 'photo.jpg',
  mimeType: 'image/jpeg',
  buffer: readFileSync(new URL('../demo/scenario/photos/strut.jpg', import.meta.url)),
}

/** The step that stands large. */
export const present = (page: Page): Locator => page.locator('article[data-step]')
export const presentKey = async (page: Page): Promise<string> =>
  (await present(page).getAttribute('data-step')) ?? ''
/** The key that confirms it: plain, or with the one thing that was seen. */
const DONE = /^Done(:|$)/
export const done = (page: Page): Locator =>
  present(page).getByRole('button', { name: DONE }).first()

/** A corner that a job of the plan may be done at. */
export const where = (page: Page, job: string, name: string): Locator =>
  page.getByRole('group', { name: `Where: ${job}` }).getByRole('button', { name, exact: true })

/** Begins the work at the car, a colleague at hand where a step wants a second one. */
export async function begin(page: Page): Promise<void> {
  const key = page.getByRole('button', { name: 'Begin the work at the car' })
  await expect(key).toBeVisible()
  const second = page.getByRole('group', { name: /^Some steps want a second hand/ })
  if ((await second.count()) > 0) await second.getByRole('button').first().click()
  await key.click()
  await expect(present(page)).toBeVisible()
}

/** Tests a pump against a shut line, and waits for what is said of it. */
export async function testPump(page: Page): Promise<void> {
  for (const [label, value] of [
    ['Free flow', '38'],
    ['Stalls at', '17'],
    ['Volume it fills', '0.15'],
    ['At the pump', '12.9'],
  ] as const)
    await page.getByLabel(label).fill(value)
  await page.getByRole('button', { name: 'Run it for 25 s and listen' }).click()
  await expect(page.getByText('The pump is weak.')).toBeVisible({ timeout: 60_000 })
}

/** Says where a figure is written, where that is asked and not known from the other side. */
async function sayWhereWritten(card: Locator): Promise<void> {
  const source = card.getByLabel('Where it is written')
  if ((await source.count()) > 0 && (await source.inputValue()) === '')
    await source.fill('Sheet of the part')
}

/** Gives all that the present step asks for, as a careful person would. */
export async function answer(page: Page): Promise<void> {
  const card = present(page)
  await expect(done(page)).toBeVisible()
  for (const group of await card
    .getByRole('group', { name: /how was it shown\?$|The second hand/ })
    .all()) {
    // Where all it must show is one thing, saying it confirms it.
    if ((await group.getByRole('button', { name: DONE }).count()) > 0) continue
    if ((await group.locator('[aria-pressed="true"]').count()) > 0) continue
    await group.getByRole('button').first().click()
  }
  const carries = (await card.getByRole('group', { name: /carries air/ }).count()) > 0
  for (const gauge of await card.getByLabel(/^The gauge shows/).all())
    if ((await gauge.inputValue()) === '') await gauge.fill(carries ? '2.4' : '0')
  const torque = card.getByLabel(/^Set to/)
  if ((await torque.count()) > 0 && (await torque.inputValue()) === '') {
    const inPounds = (await card.getByLabel(/^Set to, lbf\.ft/).count()) > 0
    const [, least, most = least] =
      (inPounds ? /([\d.]+)(?: to ([\d.]+))? lbf\.ft/ : /([\d.]+)(?: to ([\d.]+))? N\.m/).exec(
        await card
          .getByRole('group')
          .filter({ has: page.getByLabel(/^Set to/) })
          .innerText(),
      ) ?? []
    const unwritten = inPounds ? '44.3' : '60'
    await torque.fill(least === undefined ? unwritten : String((Number(least) + Number(most)) / 2))
    await sayWhereWritten(card)
  }
  const reading = card.getByLabel(/^Measured, /)
  if ((await reading.count()) > 0 && (await reading.inputValue()) === '') {
    await reading.fill('135.4')
    await sayWhereWritten(card)
  }
  if ((await card.getByText('Take the photo').count()) > 0) {
    await card.locator('input[type=file]').setInputFiles(PICTURE)
    await expect(card.getByRole('img', { name: /./ }).last()).toBeVisible()
    await expect(card.getByText('Add a photo')).toBeVisible()
  }
}

/** Lets the minutes pass that the present step waits for; the page has a clock of its own. */
async function letWait(page: Page): Promise<void> {
  const hint = present(page).locator('[data-waits-until]')
  if ((await hint.count()) === 0) return
  const until = Number(await hint.getAttribute('data-waits-until'))
  await page.clock.fastForward(until - (await page.evaluate(() => Date.now())) + 1000)
  await expect(hint).toHaveCount(0)
}

/** Shows the present step by what is on record, as far as its card can: with a word of who saw it. */
async function showByWord(page: Page, by: string | null): Promise<boolean> {
  const row = present(page).locator(`[data-shown-by="${by}"]`)
  const words: Readonly<Record<string, string>> = {
    corners: 'The right one moved',
    levels: 'It did, and stood',
    roadTest: 'All well',
  }
  if (by === 'soap') {
    for (const joint of await row.getByRole('group').all()) {
      const tight = joint.getByRole('button', { name: 'Tight', exact: true })
      if ((await tight.getAttribute('aria-pressed')) === 'true') continue
      await expect(tight).toBeEnabled()
      await tight.click()
      await expect(
        joint.getByRole('button', { name: 'Tight', exact: true, pressed: false }),
      ).toHaveCount(0)
    }
    return true
  }
  if (by === 'alignment') {
    await row.getByLabel('Booked for').fill('2027-01-08')
    await row.getByRole('button', { name: 'It is booked' }).click()
    return true
  }
  if (by === null || words[by] === undefined) return false
  await row.getByRole('button', { name: words[by] }).click()
  return true
}

/** Whether the present step is done by what is on record, not by a tap. */
export const isShownElsewhere = async (page: Page): Promise<boolean> =>
  (await present(page).getAttribute('data-elsewhere')) === 'true'

/** Shows the present step by what is on record: here where a word does, else as another place records it. */
async function show(page: Page, key: string): Promise<void> {
  const rows = present(page).locator('[data-shown-by]')
  await expect(rows.first()).toBeVisible()
  let elsewhere = false
  for (const by of await rows.evaluateAll((all) =>
    all
      .filter((row) => row.getAttribute('data-state') !== 'shown')
      .map((row) => row.getAttribute('data-shown-by')),
  ))
    if (await showByWord(page, by))
      await expect(
        present(page).locator(`[data-shown-by="${by}"][data-state="missing"]`),
      ).toHaveCount(0)
    else {
      await recordElsewhere(page, by)
      elsewhere = true
    }
  // What was recorded elsewhere is read when the page is looked at again.
  if (elsewhere) await page.reload()
  await expect(page.locator(`article[data-step="${key}"]`)).toHaveCount(0)
}

/** Gives all that the present step asks for and confirms it. @returns its key */
export async function confirm(page: Page): Promise<string> {
  const key = await presentKey(page)
  await letWait(page)
  if (await isShownElsewhere(page)) {
    await show(page, key)
    return key
  }
  await answer(page)
  await done(page).click()
  await expect(
    page.locator(`article[data-step="${key}"]`).getByRole('button', { name: DONE }),
  ).toHaveCount(0)
  return key
}

/** What stands there where nothing is left to do. */
const ENDS = ['Go on in Recommission', 'Every step is done.', 'It stands on its own air.']

/**
 * Waits until a step stands large, or nothing is left to do here. Asked of the page in one go: by
 * their words, all of its texts would be read at every look, and between two looks it may change.
 *
 * @returns the key of the step, null where nothing is left
 */
async function stepOrEnd(page: Page): Promise<string | null> {
  const seen = await page.waitForFunction((ends) => {
    const step = document.querySelector('article[data-step]')
    if (step?.checkVisibility()) return { key: step.getAttribute('data-step') }
    const texts = document.querySelector('main')?.innerText ?? ''
    return ends.some((words) => texts.includes(words)) ? { key: null } : false
  }, ENDS)
  const found = await seen.jsonValue()
  return found === false ? null : found.key
}

/** Goes on step by step until one comes, or the way leads on to recommissioning. @returns the steps that were done */
export async function workUntil(page: Page, key: string | null, most = 130): Promise<string[]> {
  const did: string[] = []
  for (let n = 0; n < most; n += 1) {
    const next = await stepOrEnd(page)
    if (next === null || next === key) return did
    did.push(await confirm(page))
  }
  throw new Error(`Still at it after ${did.join(', ')}`)
}

/** Asks for a raise as often as the pump may run, until the body has lifted itself on both sides. */
export async function raiseUntilAlike(page: Page, shown: () => Promise<boolean>): Promise<void> {
  const raise = page.getByRole('button', { name: 'Ask for raise', exact: true })
  const alike = page.getByText('Both sides of the rear rise alike.')
  await expect
    .poll(
      async () => {
        // Between the look and the tap the pump may have begun to rest.
        if (await raise.isEnabled()) await raise.click({ timeout: 2000 }).catch(() => undefined)
        return (await alike.isVisible()) && (await shown())
      },
      { timeout: 90_000, intervals: [700] },
    )
    .toBe(true)
}
