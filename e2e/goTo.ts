import type { Page } from '@playwright/test'
import { settles } from './settles.ts'

/**
 * Goes to a place as a link of the page would: what was read already is not read again.
 * @param place its path
 */
export async function goTo(page: Page, place: string): Promise<void> {
  if (new URL(page.url()).pathname === place) return
  const words = (): Promise<string> => page.locator('main').innerText()
  const before = await words()
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, place)
  // There once it says something else, and goes on saying it.
  await settles(words, { intervals: [50, 100, 100, 250], message: place }, before)
}
