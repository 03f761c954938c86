import { rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { sampleArchitecture } from '@anklet/core/base/samples'
import type { WorkEntry } from '@anklet/core/work/record'
import { doneByRecord, runOf } from '@anklet/core/work/record'
import { CORNERS } from '@anklet/core/base/vehicle'
import { answer } from '../e2e/atWork.ts'
import { sendCommand } from '../e2e/command.ts'
import { launch, longestTaskMs, openSigned, scrolled } from './browser.ts'
import { medianMs } from './machine.ts'
import { onDemo } from './server.ts'

/** The record of a large job nearly done, reckoned anew, ms. */
export function measureRecord(): {
  readonly runMs: number
  readonly steps: number
  readonly entries: number
} {
  const architecture = sampleArchitecture()
  const plan = composePlan(SHIPPED_PROCEDURES, {
    architecture,
    jobs: [{ job: 'strut', corners: CORNERS }, { job: 'pump' }, { job: 'block' }],
    support: 'twoPost',
    way: USUAL_WAY,
  })
  const steps = plan.ok ? plan.value.steps : []
  const entries = steps.slice(0, -10).map((step, i): WorkEntry => ({
    id: `e${i}`,
    at: '2026-11-24T08:00:00Z',
    person: 'p',
    content: doneByRecord(step),
  }))
  return {
    runMs: medianMs(
      () => runOf({ book: SHIPPED_PROCEDURES, architecture, steps, flat: [], entries }),
      9,
    ),
    steps: steps.length,
    entries: entries.length,
  }
}

/** What the work at the car asks of a browser, ms. */
export interface WorkSpeed {
  readonly stepMs: number
  readonly slowestStepMs: number
  readonly photoMs: number
  readonly photoTaskMs: number
  readonly photos: number
  readonly listTaskMs: number
  readonly framesPerS: number
  readonly paperMs: number
  readonly paperMb: number
  readonly paperTaskMs: number
}

// Patches of colour: what a phone makes of a wheel arch is easier.
const patches = async (page: Page, width: number, height: number): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate(
      async ([wide, high]) => {
        const canvas = new OffscreenCanvas(wide, high)
        const context = canvas.getContext('2d')!
        for (let y = 0; y < high; y += 8)
          for (let x = 0; x < wide; x += 8) {
            context.fillStyle = `hsl(${(x * 7 + y * 13) % 360} 60% ${30 + ((x * y) % 40)}%)`
            context.fillRect(x, y, 8, 8)
          }
        return Array.from(
          new Uint8Array(
            await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 })).arrayBuffer(),
          ),
        )
      },
      [width, height] as const,
    ),
  )

// From the tap to the next step on the screen.
const stepOn = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const at = (): string | null | undefined =>
          document.querySelector('article[data-step]')?.getAttribute('data-step')
        const [before, start] = [at(), performance.now()]
        const key = [...document.querySelectorAll('article[data-step] button')].find((button) =>
          /^Done(:|$)/.test(button.textContent),
        )!
        key.dispatchEvent(new MouseEvent('click', { bubbles: true }))
        const look = (): void => {
          if (at() !== before) resolve(performance.now() - start)
          else requestAnimationFrame(look)
        }
        look()
      }),
  )

async function visit(address: string): Promise<WorkSpeed> {
  const browser = await launch()
  const jobs = (await (await fetch(`${address}/api/jobs`)).json()) as {
    id: string
    plate: string
  }[]
  const people = (await (await fetch(`${address}/api/people`)).json()) as {
    id: string
    name: string
  }[]
  const { id } = jobs.find(({ plate }) => plate === 'HL 250')!
  const page = await openSigned(browser, `${address}/jobs/${id}/work`, 'S. Okafor')
  const card = page.locator('article[data-step]')
  await card.waitFor()
  await page.waitForTimeout(1500)
  const picture = await patches(page, 4000, 3000)
  // From the disk, as a person chooses it: bytes handed in by the test would be unpacked on the page's own thread.
  const file = join(tmpdir(), `anklet-bench-${process.pid}.jpg`)
  writeFileSync(file, picture)
  await longestTaskMs(page)
  const began = Date.now()
  await card.locator('input[type=file]').setInputFiles(file)
  await card.getByText('now', { exact: true }).waitFor()
  const photoMs = Date.now() - began
  const photoTaskMs = await longestTaskMs(page)
  const steps: number[] = []
  for (let n = 0; n < 5; n += 1) {
    await answer(page)
    steps.push(await stepOn(page))
  }
  const [kept, small] = [
    (await patches(page, 1600, 1200)).toString('base64'),
    (await patches(page, 320, 240)).toString('base64'),
  ]
  const photos = 200
  for (let i = 0; i < photos; i += 1) {
    const answered = await sendCommand(address, {
      type: 'photo.add',
      person: people[0]!.id,
      payload: {
        photoId: crypto.randomUUID(),
        jobId: id,
        caption: `Photo ${i}`,
        picture: kept,
        small,
      },
    })
    if (!answered.ok) throw new Error(`Photo ${i} was refused: ${await answered.text()}`)
  }
  await page.goto(`${address}/jobs/${id}/intake`)
  await page.getByRole('button', { name: /^Photos, notes, mended/ }).click()
  await page.getByText('Photo 199').waitFor()
  await page.waitForTimeout(1500)
  const list = await scrolled(page)
  await page.goto(`${address}/jobs/${id}/handover`)
  const choice = page.getByRole('group', { name: /^Photos on the paper/ }).getByRole('button')
  for (const n of [5, 20, 40, 60]) await choice.nth(n).click()
  await page.waitForTimeout(1500)
  await longestTaskMs(page)
  const started = Date.now()
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'For the owner, PDF' }).click()
  const paper = await saved
  const paperMs = Date.now() - started
  const paperTaskMs = await longestTaskMs(page)
  const paperMb = statSync(await paper.path()).size / 1e6
  await browser.close()
  rmSync(file)
  return {
    stepMs: steps.sort((a, b) => a - b)[2]!,
    slowestStepMs: Math.max(...steps),
    photoMs,
    photoTaskMs,
    photos,
    listTaskMs: list.taskMs,
    framesPerS: list.framesPerS,
    paperMs,
    paperMb,
    paperTaskMs,
  }
}

/** Works on the demo's car on the lift in a browser: a photo of twelve megapixels, step to step, two hundred photos. */
export const measureWork = (): Promise<WorkSpeed> => onDemo(visit)
