import type { Page } from '@playwright/test'
import { begin, where } from './atWork.ts'
import { handOn } from './hand.ts'

/** Keeps a plan of some jobs at their corners, and begins the work. */
export async function plan(
  page: Page,
  jobs: readonly (readonly [job: string, name: string, corners: readonly string[]])[],
): Promise<void> {
  const hand = handOn(page)
  for (const [words, name, corners] of jobs) {
    await hand.tap(words)
    for (const each of corners) await where(page, name, each).click()
  }
  await hand.tap('Keep this plan')
  await begin(page)
}
