import type { Locator, Page } from '@playwright/test'
import { expect } from '@playwright/test'
import type { Hand } from './hand.ts'
import { handOn } from './hand.ts'

/** A job as the list shows it. */
export interface JobRow {
  readonly id: string
  readonly plate: string
  readonly vehicleId: string
  readonly closedAt: string | null
}

/** The open job of a vehicle. @throws where there is none */
export async function openJobOf(
  { address }: { readonly address: string },
  plate: string,
): Promise<JobRow> {
  const jobs = (await (await fetch(`${address}/api/jobs`)).json()) as JobRow[]
  const job = jobs.find((each) => each.plate === plate && each.closedAt === null)
  if (!job) throw new Error(`${plate} has no open job.`)
  return job
}

/**
 * Opens a vehicle's job at a phase, and says who is working where that is asked for.
 * @returns the job's id
 */
export async function openJobAt(
  page: Page,
  shop: { readonly address: string },
  plate: string,
  phase: string,
  person?: string,
): Promise<string> {
  const { id } = await openJobOf(shop, plate)
  await page.goto(`${shop.address}/jobs/${id}/${phase}`)
  if (person) await handOn(page).signIn(person)
  return id
}

/** A car that levelled itself, as it is told before a round. */
export const LEVELLED = { state: /^Levelled, engine on/, settled: /Rolled both ways/ }

/** Begins the walk round a car that levelled itself. */
export async function beginLevelled(hand: Hand, temperature = '8'): Promise<void> {
  await hand.settle({ ...LEVELLED, temperature })
  await hand.tap('Begin the walk')
}

/** Begins a round of a car that levelled itself. @returns the job's id */
export async function beginWalk(
  page: Page,
  shop: { readonly address: string },
  plate: string,
): Promise<string> {
  const id = await openJobAt(page, shop, plate, 'heights', 'M. Arundel')
  await beginLevelled(handOn(page))
  return id
}

/** Steps of a job on record, in the order in which the server took them. */
export async function stepsOf(
  { address }: { readonly address: string },
  id: string,
): Promise<string[]> {
  const job = (await (await fetch(`${address}/api/jobs/${id}`)).json()) as {
    readonly work: { readonly content: { readonly kind: string; readonly key?: string } }[]
  }
  return job.work.flatMap(({ content }) => (content.kind === 'done' ? [content.key!] : []))
}

export const finding = (page: Page): Locator => page.getByRole('region', { name: 'Finding' })

/** More checks than this, and the advice goes astray. */
export const MOST_CHECKS = 16
/**
 * Does whatever is advised, and nothing else.
 * @param truth what a check shows on this car, by what it asks; everything else is as on a sound
 * car
 * @param until stops earlier, by what was asked so far
 */
export async function followAdvice(
  page: Page,
  truth: readonly (readonly [asks: RegExp, ...taps: string[]])[],
  until: (asked: readonly string[]) => boolean = () => false,
): Promise<readonly string[]> {
  const next = page.getByRole('region', { name: 'Next check' })
  const enough = finding(page).getByText('What was found is enough to repair it')
  const asked: string[] = []
  for (let done = 0; done < MOST_CHECKS; done += 1) {
    await expect(next.or(enough).first()).toBeVisible()
    if ((await enough.isVisible()) || until(asked)) return asked
    const asks = await next.getByRole('heading').first().innerText()
    asked.push(asks)
    const answer = next.getByRole('group', { name: /howed$/ }).first()
    const [, ...taps] = truth.find(([what]) => what.test(asks)) ?? [/./]
    for (const tap of taps) await answer.getByRole('button', { name: tap, exact: true }).click()
    const whole = answer.locator('button[data-whole]')
    if ((await whole.count()) > 0) await whole.click()
    else if (taps.length === 0) await answer.getByRole('button').first().click()
    await expect(next.getByRole('heading', { name: asks })).toBeHidden()
  }
  throw new Error(`Still checking after: ${asked.join('; ')}`)
}

/** The demo's frosty morning of TQ 418, walked on its watch: the front left leaks. */
export async function walkFrostyMorning(hand: Hand): Promise<void> {
  await hand.tap('Walk the morning round')
  await hand.tap(/^Yes/)
  await hand.settle({ temperature: '-3' })
  await hand.tap('Walk the morning round')
  await hand.walk(['474', '490.5', '510.5', '497.5', '498.5', '507', '491.5', '474'])
  await hand.tap('Save the morning round')
}

/** Begins another night at once: settled, its supply put as told, tagged, shut, measured. */
export async function startAnotherNight(
  hand: Hand,
  supply: readonly (string | RegExp)[],
  heights: readonly number[],
): Promise<void> {
  await hand.tap('Watch another night')
  await hand.tap('Over 2 h')
  await hand.settle({ temperature: '9', settled: /Rolled both ways/ })
  for (const tap of supply) await hand.tap(tap)
  await hand.tap(/^Car tagged/)
  await hand.tap(/^Doors shut/)
  await hand.tap('Walk the evening round')
  await hand.walk(heights)
  await hand.tap('Start the watch')
}
