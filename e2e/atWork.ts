import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { expect } from '@playwright/test'

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
export const done = (page: Page): Locator =>
  present(page).getByRole('button', { name: 'Done', exact: true })

/** Gives all that the present step asks for, as a careful person would. */
export async function answer(page: Page): Promise<void> {
  const card = present(page)
  await expect(done(page)).toBeVisible()
  for (const group of await card
    .getByRole('group', { name: /how was it shown\?$|The second hand/ })
    .all()) {
    if ((await group.locator('[aria-pressed="true"]').count()) > 0) continue
    await group.getByRole('button').first().click()
  }
  const carries = (await card.getByRole('group', { name: /carries air/ }).count()) > 0
  for (const gauge of await card.getByLabel(/^The gauge shows/).all())
    if ((await gauge.inputValue()) === '') await gauge.fill(carries ? '2.4' : '0')
  const torque = card.getByLabel(/^Set to/)
  if ((await torque.count()) > 0 && (await torque.inputValue()) === '') {
    const [, least, most = least] =
      /([\d.]+)(?: to ([\d.]+))? N\.m/.exec(
        await card
          .getByRole('group')
          .filter({ has: page.getByLabel(/^Set to/) })
          .innerText(),
      ) ?? []
    await torque.fill(least === undefined ? '60' : String((Number(least) + Number(most)) / 2))
    if (least === undefined) await card.getByLabel('Where it is written').fill('Sheet of the part')
  }
  if ((await card.getByText('Take the photo').count()) > 0) {
    await card.locator('input[type=file]').setInputFiles(PICTURE)
    await expect(card.getByRole('img', { name: /./ }).last()).toBeVisible()
    await expect(card.getByText('Add a photo')).toBeVisible()
  }
}

/** Gives all that the present step asks for and confirms it. @returns its key */
export async function confirm(page: Page): Promise<string> {
  const key = await presentKey(page)
  await answer(page)
  await done(page).click()
  await expect(page.locator(`article[data-step="${key}"] button:text-is("Done")`)).toHaveCount(0)
  return key
}

/** What stands there where nothing is left to do. */
const ENDS = ['Go on in Recommission', 'Every step is done.', 'It stands on its own air.']

/**
 * Waits until a step stands large, or nothing is left to do here. Asked of the page in one go: by
 * their words, all of its texts would be read at every look.
 */
async function stepOrEnd(page: Page): Promise<void> {
  await page.waitForFunction((ends) => {
    if (document.querySelector('article[data-step]')?.checkVisibility()) return true
    const texts = document.querySelector('main')?.innerText ?? ''
    return ends.some((words) => texts.includes(words))
  }, ENDS)
}
/** Goes on step by step until one comes, or the way leads on to recommissioning. @returns the steps that were done */
export async function workUntil(page: Page, key: string | null, most = 130): Promise<string[]> {
  const did: string[] = []
  for (let n = 0; n < most; n += 1) {
    await stepOrEnd(page)
    if ((await present(page).count()) === 0 || (await presentKey(page)) === key) return did
    did.push(await confirm(page))
  }
  throw new Error(`Still at it after ${did.join(', ')}`)
}
