import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import type * as Axe from 'axe-core'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']

declare const axe: typeof Axe
declare global {
  interface Window {
    /** Pairs of text and ground that were found readable, while this document lasts. */
    readable?: Set<string>
  }
}

const said = (found: readonly Axe.Result[]): string[] =>
  found.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`)

/** What keeps somebody from reaching something on the page, or from telling what it is. */
async function barriers(page: Page): Promise<Axe.Result[]> {
  return page.evaluate(async (values) => {
    // What passes is not asked for: naming all of it takes longer than looking.
    const found = await axe.run({
      resultTypes: ['violations'],
      runOnly: { type: 'tag', values },
      rules: { 'color-contrast': { enabled: false } },
    })
    return found.violations
  }, TAGS)
}

/**
 * Texts that stand out too little from what they stand on. Every pair of colours, size and weight is
 * looked at where it first comes up: the same pair again reads the same.
 */
async function faintTexts(page: Page): Promise<Axe.Result[]> {
  return page.evaluate(async () => {
    const seen = (window.readable ??= new Set())
    const isClear = (colour: string): boolean => /^rgba\(.*, 0\)$/.test(colour)
    const grounds = (from: Element): string => {
      const layers: string[] = []
      for (let at: Element | null = from; at; at = at.parentElement) {
        const { backgroundColor, backgroundImage, opacity } = getComputedStyle(at)
        if (opacity !== '1') layers.push(`at ${opacity}`)
        if (backgroundImage !== 'none') layers.push(backgroundImage)
        if (isClear(backgroundColor)) continue
        layers.push(backgroundColor)
        if (!backgroundColor.startsWith('rgba')) break
      }
      return layers.join(' on ')
    }
    const hasText = ({ childNodes }: Element): boolean =>
      [...childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim())
    const firsts = [...document.body.querySelectorAll('*')].filter((element) => {
      const isField = element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement
      if (!isField && !hasText(element)) return false
      if (!element.checkVisibility({ visibilityProperty: true })) return false
      const { color, fontSize, fontWeight } = getComputedStyle(element)
      const pair = [color, fontSize, fontWeight, grounds(element)].join(', ')
      if (seen.has(pair)) return false
      seen.add(pair)
      return true
    })
    if (firsts.length === 0) return []
    const found = await axe.run(
      { include: firsts },
      { resultTypes: ['violations'], runOnly: { type: 'rule', values: ['color-contrast'] } },
    )
    return found.violations
  })
}

/** What keeps somebody from reading or reaching something on the page, in its present theme. */
export async function violations(page: Page): Promise<string[]> {
  if (await page.evaluate(() => typeof axe === 'undefined')) await page.evaluate(AXE)
  return said([...(await barriers(page)), ...(await faintTexts(page))])
}

/** Fails unless everything on the page can be read and reached, in the light and in the dark. */
export async function expectReadable(page: Page, what: string): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' })
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'light')
  expect([what, ...(await violations(page))]).toEqual([what])
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' })
  // Of all that is looked at, only contrast hangs on the theme.
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  expect([`${what}, dark`, ...said(await faintTexts(page))]).toEqual([`${what}, dark`])
}

/** How many screens high a page is, of the window as it is now. */
export const screensHigh = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollHeight / innerHeight)

/**
 * Fails if something runs over the edge of a phone, or is too small for a glove.
 * @returns how many screens high it is there
 */
export async function expectFitsPhone(page: Page, what: string): Promise<number> {
  const desk = page.viewportSize()!
  await page.setViewportSize({ width: 390, height: 844 })
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth), { message: what })
    .toBe(390)
  const small = (): Promise<string[]> =>
    page.evaluate(() =>
      [...document.querySelectorAll('main button, main input:not(.sr-only), header button')]
        // A tick is as large as the line it stands in: all of that is pressed.
        .map((element) => ({
          element,
          box: (element.matches('[type=checkbox]')
            ? (element.closest('label') ?? element)
            : element
          ).getBoundingClientRect(),
        }))
        .filter(({ box }) => box.width > 0 && box.height < 43.5)
        .map(({ element, box }) => `${element.textContent || element.id} ${box.height}`),
    )
  await expect.poll(small, { message: what }).toEqual([])
  const high = await screensHigh(page)
  await page.setViewportSize(desk)
  return high
}
