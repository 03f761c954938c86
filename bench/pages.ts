import type { Page } from '@playwright/test'
import { launch, longestTaskMs, watchedPage } from './browser.ts'
import { onDemo } from './server.ts'

const READ_MS = 1500

/** What a browser has to fetch, and how long it is kept busy. */
export interface PageSpeed {
  readonly scriptKb: number
  readonly fontKb: number
  readonly floorMs: number
  readonly weighingMs: number
  readonly inferenceMs: number
  /** The page's longest task until the floor stood, and from the tap to the answer with its chart. */
  readonly floorTaskMs: number
  readonly answerTaskMs: number
  /** Options of a decision through 20,000 futures each, in the worker, and the longest task of the page meanwhile. */
  readonly costsMs: number
  readonly costsOptions: number
  readonly costsTaskMs: number
}

async function encodedKb(page: Page, kinds: readonly string[]): Promise<number> {
  const bytes = await page.evaluate(
    (extensions) =>
      performance
        .getEntriesByType('resource')
        .filter(({ name }) =>
          extensions.some((extension) => new URL(name).pathname.endsWith(extension)),
        )
        .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
    kinds,
  )
  return bytes / 1024
}

/** A decision opened: its options followed through their futures in the worker, and the page's tasks meanwhile. */
async function decide(
  page: Page,
  address: string,
): Promise<Pick<PageSpeed, 'costsMs' | 'costsOptions' | 'costsTaskMs'>> {
  const jobs = (await (await fetch(`${address}/api/jobs`)).json()) as {
    id: string
    plate: string
  }[]
  await page.goto(`${address}/jobs/${jobs.find(({ plate }) => plate === 'TQ 311')!.id}/decision`)
  const spring = page.getByRole('button', { name: 'Rear left spring' })
  await spring.waitFor()
  await page.waitForTimeout(1000)
  await longestTaskMs(page)
  await spring.click()
  await page.getByRole('figure', { name: 'Cost over the years' }).waitFor()
  await page
    .getByText(/other spring/)
    .first()
    .waitFor()
  const costsOptions = await page
    .getByRole('region', { name: 'Options' })
    .getByRole('heading', { level: 3 })
    .count()
  const costsMs = await page.evaluate(
    () => performance.getEntriesByName('anklet.costs').at(0)?.duration ?? Number.NaN,
  )
  return { costsMs, costsOptions, costsTaskMs: await longestTaskMs(page) }
}

async function visit(address: string): Promise<PageSpeed> {
  const browser = await launch()
  const page = await watchedPage(browser)
  const began = performance.now()
  await page.goto(address)
  await page.getByRole('heading', { name: /due/ }).waitFor()
  const floorMs = performance.now() - began
  const [scriptKb, fontKb] = [await encodedKb(page, ['.js']), await encodedKb(page, ['.woff2'])]
  // Somebody reads the floor before they tap.
  await page.waitForTimeout(READ_MS)
  const floorTaskMs = await longestTaskMs(page)
  await page.getByRole('link', { name: /VS 77 K/ }).click()
  await page.getByRole('figure').waitFor()
  await page.waitForTimeout(READ_MS)
  const measured = await page.evaluate(() => ({
    weighingMs: performance.getEntriesByName('anklet.weighed').at(-1)?.duration ?? Number.NaN,
    inferenceMs: performance.getEntriesByName('anklet.inferred').at(-1)?.duration ?? Number.NaN,
  }))
  const answerTaskMs = await longestTaskMs(page)
  const deciding = await decide(page, address)
  await browser.close()
  return {
    ...deciding,
    scriptKb,
    fontKb,
    floorMs,
    floorTaskMs,
    answerTaskMs,
    ...measured,
  }
}

/** Opens the demo in Chromium: the floor first, then a morning's answer. */
export const measurePages = (): Promise<PageSpeed> => onDemo(visit)
