import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { sendCommand } from '../e2e/command.ts'
import { watchNightAwake } from '../e2e/rounds.ts'
import { launch, openSigned } from './browser.ts'
import { startAnklet } from './server.ts'

const ROWS = 1_000_000

/** What the work at the car asks of a page. */
export interface CarSpeed {
  readonly logMb: number
  readonly logS: number
  readonly logHeapMb: number
  /** Longest task of the page's main thread while the log is read. */
  readonly logTaskMs: number
  readonly awakeMs: number
  readonly awakeTaskMs: number
}

interface JobHead {
  readonly id: string
  readonly plate: string
  readonly closedAt: string | null
}

const longest = (page: Page): Promise<number> =>
  page.evaluate(() => Math.max(0, ...(window as unknown as { ankletTasks: number[] }).ankletTasks))
const watchTasks = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const tasks: number[] = []
    Object.assign(window, { ankletTasks: tasks })
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration)
    }).observe({ type: 'longtask' })
  })

// A drive of a day, ten values a second: half a million of standing, a lift, the rest high.
function longLog(): Buffer {
  const lines = ['time_s,height FL mm,height FR mm,gallery bar,pump on']
  for (let i = 0; i < ROWS; i += 1) {
    const height = i < 500_000 ? 450 : Math.min(480, 450 + (i - 500_000) / 10)
    lines.push(
      [
        ...[i / 10, height, height + 1, 6 + (i % 7) / 10].map((value) => value.toFixed(1)),
        i > 500_000 && i < 500_300 ? 1 : 0,
      ].join(','),
    )
  }
  return Buffer.from(lines.join('\n'))
}

async function readLog(
  page: Page,
  address: string,
  jobId: string,
): Promise<Pick<CarSpeed, 'logMb' | 'logS' | 'logHeapMb' | 'logTaskMs'>> {
  await page.goto(`${address}/jobs/${jobId}/checks`)
  await page.getByRole('button', { name: /^Logs/ }).click()
  const buffer = longLog()
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer })
  await page.getByRole('button', { name: 'Read it' }).waitFor()
  await watchTasks(page)
  const began = performance.now()
  await page.getByRole('button', { name: 'Read it' }).click()
  await page.getByText('1,000,000 rows over').waitFor({ timeout: 300_000 })
  const logS = (performance.now() - began) / 1000
  const logHeapMb =
    (await page.evaluate(
      () =>
        (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
    )) / 1e6
  return { logMb: buffer.length / 1e6, logS, logHeapMb, logTaskMs: await longest(page) }
}

async function weighAwake(
  page: Page,
  address: string,
  jobId: string,
  person: string,
): Promise<Pick<CarSpeed, 'awakeMs' | 'awakeTaskMs'>> {
  const send = async (
    type: string,
    payload: object,
    baseVersion: number | null = null,
  ): Promise<void> => {
    const answer = await sendCommand(address, { type, person, payload, baseVersion })
    if (!answer.ok) throw new Error(await answer.text())
  }
  await watchNightAwake(jobId, send)
  await page.goto(`${address}/jobs/${jobId}/intake`)
  await watchTasks(page)
  await page.getByRole('link', { name: /^Watch/ }).click()
  await page.getByRole('region', { name: 'With the module awake' }).waitFor({ timeout: 60_000 })
  const awakeMs = await page.evaluate(
    () => performance.getEntriesByName('anklet.awake').at(-1)?.duration ?? Number.NaN,
  )
  return { awakeMs, awakeTaskMs: await longest(page) }
}

/** A million rows of a log, and a night with the module awake, in Chromium. */
export async function measureCar(): Promise<CarSpeed> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const anklet = await startAnklet(data, '--demo')
  const browser = await launch()
  try {
    const page = await openSigned(browser, anklet.address, 'M. Arundel')
    const jobs = (await (await fetch(`${anklet.address}/api/jobs`)).json()) as JobHead[]
    const [person] = (await (await fetch(`${anklet.address}/api/people`)).json()) as {
      id: string
    }[]
    const jobId = jobs.find(({ plate, closedAt }) => plate === 'MW 9 T' && closedAt === null)!.id
    const awake = await weighAwake(page, anklet.address, jobId, person!.id)
    return { ...awake, ...(await readLog(page, anklet.address, jobId)) }
  } finally {
    await browser.close()
    await anklet.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
