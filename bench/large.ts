import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seeded } from '@anklet/core/base/random'
import { WALK } from '@anklet/core/base/vehicle'
import type { ShopBundle } from '@anklet/contract'
import type { Page } from '@playwright/test'
import { launch, openSigned, scrolled } from './browser.ts'
import { nthId } from './loadData.ts'
import type { Started } from './server.ts'
import { startAnklet } from './server.ts'

const JOBS = 10_000
const CARS = 200
const ROUNDS = 2_000
// Two laps each, four readings a lap: a hundred thousand readings.
const IMPORTED_ROUNDS = 12_520
const QUESTIONS = 200

/** What a shop of many years asks of it. */
export interface LargeSpeed {
  readonly bundleMb: number
  readonly bundleS: number
  readonly listP50Ms: number
  readonly listP99Ms: number
  readonly vehicleApiMs: number
  readonly vehiclePageMs: number
  readonly vehicleTaskMs: number
  readonly vehicleFramesPerS: number
  readonly importS: number
  readonly importPreviewMs: number
  readonly importHeapMb: number
  readonly serverPeakMb: number
  readonly sliderP98Ms: number
}

/** The value below which a share of them lie. */
export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!
const plateOf = (n: number): string => `LG ${String(n).padStart(3, '0')}`

/** A shop of twenty years: thousands of jobs, one car measured twice a day. */
function largeBundle(base: ShopBundle): ShopBundle {
  const random = seeded(7)
  const person = base.people[0]!.id
  const type = base.vehicleTypes[0]!
  const start = Date.parse('2006-01-01T08:00:00Z')
  const at = (n: number, of: number): string =>
    new Date(start + (n / of) * 20 * 365 * 86_400_000).toISOString()
  const vehicles = Array.from({ length: CARS }, (_, n) => ({
    id: nthId(1, n),
    version: 1,
    typeId: type.id,
    plate: plateOf(n),
    vin: '',
    note: 'of a large shop',
    lesson: null,
  }))
  const jobs = Array.from({ length: JOBS }, (_, n) => ({
    id: nthId(2, n),
    version: 1,
    vehicleId: nthId(1, n % CARS),
    openedAt: at(n, JOBS),
    openedBy: person,
    closedAt: n % 50 === 0 ? null : at(n + 1, JOBS),
    complaint: {
      where: [],
      when: ['overnight' as const],
      signs: [],
      words: `Complaint ${n}, ${random() < 0.1 ? 'hissing' : 'sags'}`,
    },
    arrival: null,
  }))
  const rounds = Array.from({ length: ROUNDS }, (_, n) => ({
    id: nthId(3, n),
    vehicleId: nthId(1, 0),
    jobId: nthId(2, (n * CARS) % JOBS),
    purpose: 'heights' as const,
    levelId: type.architecture.levels[0]!.id,
    method: 'wheelCentreToArch' as const,
    temperatureC: 10,
    thermometer: 'atSprings' as const,
    rolledAndBounced: true,
    startedAt: at(n, ROUNDS),
    endedAt: at(n, ROUNDS),
    load: 'empty' as const,
    state: 'levelled' as const,
    padsMm: null,
    reportedMm: null,
    levelOffsetMm: type.architecture.levels[0]!.offsetMm,
    person,
    device: 'bench',
    readings: [1, 2].flatMap((lap) =>
      WALK.map((corner) => ({
        corner,
        lap,
        heightMm: 440 + Math.round(20 * random()) / 2,
        at: at(n, ROUNDS),
        corrections: [],
      })),
    ),
  }))
  return { ...base, vehicles, jobs, rounds, watches: [], notes: [], repairs: [], photos: [] }
}

/** Peak resident memory of a process and its children, MB. */
export function peakMb(pid: number): number {
  const own = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? '0'
  const children = readdirSync(`/proc/${pid}/task`).flatMap((task) =>
    readFileSync(`/proc/${pid}/task/${task}/children`, 'utf8').trim().split(' ').filter(Boolean),
  )
  return Math.max(Number(own) / 1024, ...children.map((child) => peakMb(Number(child))))
}

async function timed<Answer>(work: () => Promise<Answer>): Promise<[Answer, number]> {
  const began = performance.now()
  const answer = await work()
  return [answer, performance.now() - began]
}

async function fill(address: string): Promise<{ mb: number; s: number }> {
  const base = (await (await fetch(`${address}/api/bundle`)).json()) as ShopBundle
  const body = JSON.stringify(largeBundle(base))
  const [answer, ms] = await timed(() =>
    fetch(`${address}/api/bundle`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    }),
  )
  if (!answer.ok) throw new Error(await answer.text())
  return { mb: body.length / 1e6, s: ms / 1000 }
}

async function askLists(address: string): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < QUESTIONS; i += 1) {
    const asked = new URLSearchParams({
      words: ['', 'hissing', 'lg 01', 'complaint 99'][i % 4]!,
      state: ['all', 'open', 'closed'][i % 3]!,
      sort: ['openedAt', 'plate', 'typeName'][i % 3]!,
      order: i % 2 ? 'up' : 'down',
      page: String(i % 7),
      size: '10',
    })
    times.push(
      (
        await timed(async (): Promise<unknown> =>
          (await fetch(`${address}/api/jobs/list?${asked.toString()}`)).json(),
        )
      )[1],
    )
  }
  return times
}

async function importTable(
  page: Page,
  address: string,
): Promise<{ s: number; previewMs: number; heapMb: number }> {
  const lines = Array.from({ length: 2 * IMPORTED_ROUNDS }, (_, n) => {
    const afterMs = Math.floor(n / 80) * 3_600_000 + (n % 40) * 60_000
    const at = new Date(Date.parse('2001-01-01T00:00:00Z') + afterMs).toISOString()
    const lap = 1 + (Math.floor(n / 40) % 2)
    return `${plateOf(1 + (n % 40))},${at},,wheelCentreToArch,empty,9,${lap},451,452.5,449,450`
  })
  await page.goto(`${address}/vehicles/import`)
  const [, previewMs] = await timed(async () => {
    await page.locator('input[type=file]').setInputFiles({
      name: 'large.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(
        [
          'plate,walked_at,level,method,load,temperature_C,lap,FL_mm,FR_mm,RR_mm,RL_mm',
          ...lines,
        ].join('\n'),
      ),
    })
    await page.getByText(`${IMPORTED_ROUNDS} rounds of`).waitFor()
  })
  const [, ms] = await timed(async () => {
    await page.getByRole('button', { name: 'Take these rounds over' }).click()
    await page.getByText(`${IMPORTED_ROUNDS} rounds are here now`).waitFor({ timeout: 600_000 })
  })
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  )
  return { s: ms / 1000, previewMs, heapMb: heap / 1e6 }
}

/**
 * How long a tap on a slider's arrow takes until the strip shows it: the 98th percentile over
 * many, as the browser itself reports it.
 */
async function moveSlider(page: Page, address: string): Promise<number> {
  await page.goto(`${address}/bench/stance`)
  await page.evaluate(() => {
    const durations: number[] = []
    Object.assign(window, { ankletEvents: durations })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        if (entry.name === 'keydown') durations.push(entry.duration)
    }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit)
  })
  await page.getByRole('slider').first().focus()
  for (let i = 0; i < 80; i += 1) {
    await page.keyboard.press(i < 40 ? 'ArrowLeft' : 'ArrowRight')
    await page.waitForTimeout(30)
  }
  const slow = await page.evaluate(
    () => (window as unknown as { ankletEvents: number[] }).ankletEvents,
  )
  // Those under 16 ms are not reported at all.
  return quantile(
    [...Array.from({ length: Math.max(0, 80 - slow.length) }, () => 16), ...slow],
    0.98,
  )
}

// Counted in the page itself, from the tap to the first frame that holds the trend.
const openCar = (page: Page): Promise<number> =>
  page.evaluate(async (rounds) => {
    const began = performance.now()
    const link = [...document.querySelectorAll('main a')].find((each) =>
      each.textContent?.includes('LG 000'),
    ) as HTMLAnchorElement
    link.click()
    while (!document.querySelector(`svg[aria-label^="Front left: ${rounds} rounds"]`))
      await new Promise(requestAnimationFrame)
    return performance.now() - began
  }, ROUNDS)

async function measure({ address, pid }: Started): Promise<LargeSpeed> {
  const bundle = await fill(address)
  const lists = await askLists(address)
  const [, vehicleApiMs] = await timed(async (): Promise<unknown> =>
    (await fetch(`${address}/api/vehicles/${nthId(1, 0)}`)).json(),
  )
  const browser = await launch()
  try {
    const page = await openSigned(browser, address, 'M. Arundel')
    await page.goto(`${address}/vehicles`)
    await page.getByRole('link', { name: /LG 000/ }).waitFor()
    await page.waitForTimeout(1500)
    const vehiclePageMs = await openCar(page)
    // Scrolled once all of it is drawn.
    await page.waitForTimeout(1500)
    const history = await scrolled(page)
    const imported = await importTable(page, address)
    const sliderP98Ms = await moveSlider(page, address)
    return {
      bundleMb: bundle.mb,
      bundleS: bundle.s,
      listP50Ms: quantile(lists, 0.5),
      listP99Ms: quantile(lists, 0.99),
      vehicleApiMs,
      vehiclePageMs,
      vehicleTaskMs: history.taskMs,
      vehicleFramesPerS: history.framesPerS,
      importS: imported.s,
      importPreviewMs: imported.previewMs,
      importHeapMb: imported.heapMb,
      serverPeakMb: peakMb(pid),
      sliderP98Ms,
    }
  } finally {
    await browser.close()
  }
}

/** A shop of twenty years on the demo's types: lists, a long history, a large table, a slider. */
export async function measureLarge(): Promise<LargeSpeed> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const anklet = await startAnklet(data, '--demo')
  try {
    return await measure(anklet)
  } finally {
    await anklet.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
