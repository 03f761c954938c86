import type { Page } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { launch } from './browser.ts'
import { startAnklet } from './server.ts'

/** What a browser has to fetch, and how long it is kept busy. */
export interface PageSpeed {
  readonly scriptKb: number
  readonly fontKb: number
  readonly floorMs: number
  readonly weighingMs: number
  readonly inferenceMs: number
  readonly longestTaskMs: number
}

async function encodedKb(page: Page, kinds: readonly string[]): Promise<number> {
  const bytes = await page.evaluate((extensions) => performance.getEntriesByType('resource').filter(({ name }) => extensions.some((extension) => new URL(name).pathname.endsWith(extension)))
    .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0), kinds)
  return bytes / 1024
}

async function visit(address: string): Promise<PageSpeed> {
  const browser = await launch()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { ankletTasks: tasks })
    new PerformanceObserver((list) => { for (const { duration } of list.getEntries()) tasks.push(duration) }).observe({ type: 'longtask', buffered: true })
  })
  const began = performance.now()
  await page.goto(address)
  await page.getByRole('button', { name: 'M. Arundel' }).click()
  await page.getByRole('heading', { name: /due/ }).waitFor()
  const floorMs = performance.now() - began
  const [scriptKb, fontKb] = [await encodedKb(page, ['.js']), await encodedKb(page, ['.woff2'])]
  await page.getByRole('link', { name: /VS 77 K/ }).click()
  await page.getByRole('figure').waitFor()
  await page.waitForTimeout(1500)
  const measured = await page.evaluate(() => ({
    weighingMs: performance.getEntriesByName('anklet.weighed').at(-1)?.duration ?? Number.NaN,
    inferenceMs: performance.getEntriesByName('anklet.inferred').at(-1)?.duration ?? Number.NaN,
    tasks: (window as unknown as { ankletTasks: number[] }).ankletTasks,
  }))
  await browser.close()
  return { scriptKb, fontKb, floorMs, weighingMs: measured.weighingMs, inferenceMs: measured.inferenceMs, longestTaskMs: Math.max(0, ...measured.tasks) }
}

/** Opens the demo in Chromium: the floor first, then a morning's answer. */
export async function measurePages(): Promise<PageSpeed> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const anklet = await startAnklet(data, '--demo')
  try {
    return await visit(anklet.address)
  } finally {
    await anklet.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
