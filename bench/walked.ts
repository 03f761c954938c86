import type { Page } from '@playwright/test'
import { launch, longestTaskMs, watchedPage } from './browser.ts'
import { onDemo } from './server.ts'

/** Until what a tap began is over, ms. */
const SETTLED_MS = 1800
/** Cars of the demo: an answer, a decision, work under way, suspects. */
const CARS = ['VS 77 K', 'TQ 311', 'HL 250', 'MW 9 T']
const PLACES = ['Jobs', 'Vehicles', 'Bench', 'Devices', 'Shelf', 'Shop']

/** A tap, and the longest task of the page that came of it; 0 where none was over 50 ms. */
export interface Tapped {
  readonly what: string
  readonly taskMs: number
}

async function after(page: Page, what: string, act: () => Promise<unknown>): Promise<Tapped> {
  await act()
  await page.waitForTimeout(SETTLED_MS)
  return { what, taskMs: await longestTaskMs(page) }
}

async function walk(address: string): Promise<readonly Tapped[]> {
  const browser = await launch()
  const page = await watchedPage(browser)
  const place = (name: string) => page.getByRole('link', { name, exact: true }).first()
  const taps: Tapped[] = []
  const tap = async (what: string, act: () => Promise<unknown>): Promise<void> =>
    void taps.push(await after(page, what, act))
  await tap('the floor, opened', () => page.goto(address))
  for (const car of CARS) {
    await tap('to the floor', () => place('Floor').click())
    await tap(car, () => page.getByRole('link', { name: car }).first().click())
    const phases = page.getByRole('navigation', { name: 'Phases of this job' }).getByRole('link')
    for (const phase of await phases.all())
      await tap(`${car}, ${(await phase.innerText()).split('\n')[0]}`, () => phase.click())
  }
  for (const name of PLACES) await tap(name, () => place(name).click())
  await browser.close()
  return taps
}

/** Walks through the demo, tap by tap: every phase of four cars, and every place. */
export const measureWalk = (): Promise<readonly Tapped[]> => onDemo(walk)
