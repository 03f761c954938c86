import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import type * as Axe from 'axe-core'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']

declare const axe: typeof Axe

/** What keeps somebody from reading or reaching something on the page. @param rules only these */
export async function violations(page: Page, rules?: readonly string[]): Promise<string[]> {
  if (await page.evaluate(() => typeof axe === 'undefined')) await page.evaluate(AXE)
  return page.evaluate(
    async (runOnly) => {
      // What passes is not asked for: naming all of it takes longer than looking.
      const found = await axe.run({ resultTypes: ['violations'], runOnly })
      return found.violations.map(
        ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
      )
    },
    rules ? { type: 'rule' as const, values: [...rules] } : { type: 'tag' as const, values: TAGS },
  )
}

/** Fails unless everything on the page can be read and reached, in the light and in the dark. */
export async function expectReadable(page: Page, what: string): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' })
  expect([what, ...(await violations(page))]).toEqual([what])
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' })
  // Of all that is looked at, only contrast hangs on the theme.
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  expect([`${what}, dark`, ...(await violations(page, ['color-contrast']))]).toEqual([
    `${what}, dark`,
  ])
}

/** Fails if something runs over the edge of a phone, or is too small for a glove. */
export async function expectFitsPhone(page: Page, what: string): Promise<void> {
  const desk = page.viewportSize()!
  await page.setViewportSize({ width: 390, height: 844 })
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth), { message: what })
    .toBe(390)
  const small = (): Promise<string[]> =>
    page.evaluate(() =>
      [...document.querySelectorAll('main button, main input:not(.sr-only), header button')]
        .map((element) => ({ element, box: element.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && box.height < 43.5)
        .map(({ element, box }) => `${element.textContent || element.id} ${box.height}`),
    )
  await expect.poll(small, { message: what }).toEqual([])
  await page.setViewportSize(desk)
}
