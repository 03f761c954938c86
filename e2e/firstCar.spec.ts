import type { Job } from '@anklet/contract'
import type { Page } from '@playwright/test'
import { begin, isShownElsewhere, present, workUntil } from './atWork.ts'
import type { Counted } from './counting.ts'
import { countTaps } from './counting.ts'
import { expect, test } from './fixtures.ts'
import type { Hand } from './hand.ts'
import { handOn } from './hand.ts'
import { finding, followAdvice } from './jobs.ts'
import { expectFitsPhone, expectReadable } from './readable.ts'

/** A van on air at the back; its rear left leaks through a night of thirteen hours. */
const EVENING = [701, 702, 688, 689, 689, 688, 702, 701]
const MORNING = [694, 709, 670, 654, 654, 670, 709, 694]
/** Levelled by itself after the work, both sides alike. */
const LEVELLED = [702, 702, 689, 689, 689, 689, 702, 702]

const PLATE = 'VS 77 K'
const DESK = { touch: false, viewport: { width: 1280, height: 800 } }
const PHONE = { touch: true, viewport: { width: 390, height: 844 } }

/** How a shop measures: what is typed for a height and a temperature. */
interface World {
  readonly name: string
  readonly units: readonly string[]
  height(mm: number): number | string
  temperature(celsius: number): string
}

const METRIC: World = {
  name: 'in metric units',
  units: [],
  height: (mm) => mm,
  temperature: (celsius) => String(celsius),
}

/** Thirty-seconds of an inch, as they are read off a tape. */
function onTape(mm: number): string {
  const parts = Math.round((32 * mm) / 25.4)
  return parts % 32 === 0 ? String(parts / 32) : `${Math.floor(parts / 32)} ${parts % 32}/32`
}
const INCHES: World = {
  name: 'in inches, psi and °F',
  units: ['inch', 'psi', '°F'],
  height: onTape,
  temperature: (celsius) => String(celsius * 1.8 + 32),
}

async function takeIn(page: Page, hand: Hand, isKnown = false): Promise<void> {
  // Nobody is asked who they are before something is written.
  await expect(page.getByRole('heading', { name: 'No car here yet.' })).toBeVisible()
  await expect(page.getByRole('dialog')).toBeHidden()
  await hand.follow('A car is here now')
  await hand.type('Plate', PLATE)
  await hand.tap('Rear only')
  await hand.tap('Van')
  // A wrong turn loses nothing.
  await page.reload()
  await expect(page.getByLabel('Plate')).toHaveValue(PLATE)
  await hand.tap('Take it in')
  if (!isKnown) await hand.nameAsked('Ann')
  await expect(page).toHaveURL(/intake$/)
}

/** A night's watch from the job's first page to its answer. */
async function watchNight(
  page: Page,
  hand: Hand,
  address: string,
  { height, temperature }: World = METRIC,
): Promise<void> {
  await hand.follow(/^Watch/)
  await hand.tap('Over 2 h')
  await hand.settle({ temperature: temperature(10), settled: /Rolled both ways/ })
  await hand.tap('Fuse')
  await hand.tap('All three are so')
  await hand.tap('Walk the evening round')
  await hand.walk(EVENING.map(height))
  await hand.tap('Start the watch')
  await expect(page.getByText(/Leave it alone: .* to go/)).toBeVisible()

  // The clock stands at the morning, and goes on from there.
  const evening = await page.evaluate(() => Date.now())
  await page.clock.setSystemTime(evening + 13 * 3_600_000 + 300_000)
  await page.goto(address)
  await hand.follow(/Walk the morning round/)
  await hand.tap(/^Yes/)
  await page.getByLabel('Temperature').fill(temperature(1))
  await hand.tap('Walk the morning round')
  await hand.walk(MORNING.map(height))
  await hand.tap('Save the morning round')
  await expect(page.getByText(/^Rear left leaks: (sure|likely)/)).toBeVisible()
}

/** From the answer through soap, the choice and the plan to the first step. */
async function decideAndPlan(page: Page, hand: Hand): Promise<void> {
  await hand.tap('Write it on the job')
  await hand.tap('The supply is back on')
  await hand.follow('Go on to the Checks')
  await followAdvice(page, [
    [/Which corners go down/, 'Rear left'],
    [/Bubbles on the rear left spring/, 'Bubbles'],
  ])
  await finding(page).getByRole('button', { name: 'Keep as the finding' }).click()
  await hand.follow(/^Next: /)
  const both = page.getByRole('listitem').filter({
    has: page.getByRole('heading', { name: 'Both sides of the rear axle', exact: true }),
  })
  await expect(both).toContainText('not priced')
  await both.getByRole('button', { name: 'Choose this' }).click()
  await page.getByLabel('Why this one').fill('Both as old')
  await hand.tap('Decide so')
  await hand.follow(/^Next: /)
  await hand.tap('Keep this plan')
  await begin(page)
}

/** All that proves it: each corner told, soap, heights, codes, a road test. */
async function prove(page: Page, hand: Hand, { height, temperature }: World): Promise<void> {
  await present(page).getByRole('button', { name: 'The right one moved' }).click()
  await expect(present(page)).toContainText('Soap on every joint')
  while (await isShownElsewhere(page)) {
    const open = present(page).getByRole('button', { name: 'Tight', pressed: false })
    const left = await open.count()
    if (left === 0) break
    await open.first().click()
    await expect(open).toHaveCount(left - 1)
  }
  await workUntil(page, 'prove')
  await present(page).getByRole('button', { name: 'All well' }).click()
  await present(page).getByRole('link', { name: 'Walk a round' }).click()
  await hand.settle({
    state: /^Levelled, engine on/,
    temperature: temperature(4),
    settled: /Rolled both ways/,
  })
  await hand.tap('Begin the walk')
  await hand.walk(LEVELLED.map(height))
  await hand.tap('Save the round')
  // Nobody entered at which height it is made to stand: left against right is all that can be told.
  await expect(page.getByText(/^Both sides alike\. Which height/)).toBeVisible()
  await expect(page.getByText('The notch is the design height')).toHaveCount(0)
  await hand.follow(/^Next: /)
  await present(page).getByRole('link', { name: 'Read the codes' }).click()
  await hand.tap('The module has none')
}

async function handOver(page: Page, hand: Hand): Promise<void> {
  await hand.follow(/^Next: Prove it/)
  await hand.follow('Hand it over as it is')
  await page
    .getByLabel('It goes although not all is shown, because')
    .fill('Its heights are in no book')
  await hand.tap('Hand it over, not proved')
  await expect(page.getByText(/^Handed over .*, not proved\.$/)).toBeVisible()
  await hand.tap('Close the job')
  await expect(page.getByText(/^This job is closed/)).toBeVisible()
}

const told = (what: string, { taps, characters }: Counted): void =>
  console.log(`${what}: ${taps} taps, ${characters} characters.`)

for (const { name, touch, viewport } of [
  { name: 'at a desk, by keyboard', ...DESK },
  { name: 'on a phone, by touch', ...PHONE },
]) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: touch, isMobile: touch })

    test('a car nobody entered, from an empty shop to its answer, and again when it is known', async ({
      page,
      emptyShop: { address },
    }) => {
      const counted = await countTaps(page)
      await page.clock.install({ time: new Date('2026-11-24T18:00:00Z') })
      await page.goto(address)
      const hand = handOn(page, { touch })
      await takeIn(page, hand)
      expect((await counted()).taps).toBeLessThanOrEqual(10)
      await watchNight(page, hand, address)
      const first = await counted()
      told(`First answer, ${name}`, first)
      expect(first.taps).toBeLessThanOrEqual(25)
      expect(first.characters).toBeLessThanOrEqual(15)

      await page.getByRole('link', { name: 'Floor' }).click()
      const before = await counted()
      await page.clock.setSystemTime(new Date('2026-11-26T18:00:00Z'))
      await hand.follow('New job')
      await hand.tap(new RegExp(PLATE))
      await watchNight(page, hand, address)
      const after = await counted()
      const again = {
        taps: after.taps - before.taps,
        characters: after.characters - before.characters,
      }
      told(`Answer for a car that is known, ${name}`, again)
      expect(again.taps).toBeLessThanOrEqual(14)
    })
  })
}

test('what somebody new sees can be read and reached, light, dark and on a phone', async ({
  page,
  emptyShop: { address },
}) => {
  await page.goto(address)
  const hand = handOn(page)
  const look = async (what: string): Promise<void> => {
    await expectReadable(page, what)
    const screens = await expectFitsPhone(page, what)
    expect([what, screens <= 4]).toEqual([what, true])
  }
  await expect(page.getByRole('heading', { name: 'No car here yet.' })).toBeVisible()
  await look('an empty shop')
  await takeIn(page, hand)
  await look('the intake of a car nobody entered')
  await page.getByRole('link', { name: PLATE }).click()
  await expect(page.getByRole('button', { name: 'New job on this car' })).toHaveCount(0)
  await look('the page of a car nobody entered')
})

/** What is left of a job that is closed, as far as two of them can be held against each other. */
async function recordOf(address: string) {
  const read = async (path: string): Promise<unknown> =>
    (await fetch(`${address}/api/${path}`)).json()
  const [{ id }] = (await read('jobs')) as [{ readonly id: string }]
  const { rounds, watches, work } = (await read(`jobs/${id}`)) as Job
  return {
    heightsMm: rounds.flatMap(({ readings }) => readings.map(({ heightMm }) => heightMm)),
    temperaturesC: rounds.map(({ temperatureC }) => temperatureC),
    torquesNm: work.flatMap(({ content }) =>
      content.kind === 'done' && content.torque ? [content.torque.nm] : [],
    ),
    steps: work.flatMap(({ content }) => (content.kind === 'done' ? [content.key] : [])),
    finding: watches.at(-1)!.finding,
  }
}

/** What a shop that measures in inches never reads; torques are told in both. */
const METRIC_WORDS = /\d ?(mm|°C|bar|kPa|N\.m|kg|km)(?![\w·])|^(mm|°C|kPa|kg|km)$/

async function wholeJob(
  page: Page,
  address: string,
  world: World,
  { touch, viewport }: typeof DESK | typeof PHONE,
) {
  await page.setViewportSize(viewport)
  await page.goto(address)
  const hand = handOn(page, { touch })
  for (const [i, unit] of world.units.entries()) {
    if (i === 0) await page.goto(`${address}/shop`)
    await hand.tap(unit)
    if (i === 0) await hand.nameAsked('Ann')
    await expect(page.getByRole('button', { name: unit, exact: true, pressed: true })).toBeVisible()
  }
  const shown: string[] = []
  const look = async (): Promise<void> => {
    shown.push(await page.locator('main').innerText())
  }
  await page.goto(address)
  await takeIn(page, hand, world.units.length > 0)
  await watchNight(page, hand, address, world)
  await look()
  await decideAndPlan(page, hand)
  await look()
  await workUntil(page, null)
  await page.getByRole('link', { name: 'Go on in Recommission' }).click()
  await expect(present(page)).toContainText('the tyres just touch')
  await look()
  await workUntil(page, null)
  await page.getByRole('link', { name: 'On to the proof' }).click()
  await prove(page, hand, world)
  await look()
  await handOver(page, hand)
  await look()
  return { record: await recordOf(address), shown }
}

test.describe('a whole job', () => {
  test.use({ hasTouch: true })
  test('from an empty shop until it is closed: on a phone in metric units, at a desk in inches', async ({
    page,
    emptyProcess,
  }) => {
    test.setTimeout(600_000)
    const counted = await countTaps(page)
    const begun = new Date('2026-11-24T18:00:00Z')
    await page.clock.install({ time: begun })
    const ran = []
    for (const [world, size] of [
      [METRIC, PHONE],
      [INCHES, DESK],
    ] as const) {
      await page.clock.setSystemTime(begun)
      const { address } = await emptyProcess.open(null)
      await page.goto(address)
      // Nobody has worked in this shop before.
      await page.evaluate(() => {
        localStorage.clear()
        sessionStorage.clear()
      })
      ran.push(await wholeJob(page, address, world, size))
      const whole = await counted()
      told(`A whole job, ${world.name}`, whole)
      expect(whole.taps - world.units.length).toBeLessThanOrEqual(150)
      await page.goto('about:blank')
      await emptyProcess.close()
      emptyProcess.clear()
    }
    const [metric, inches] = ran as [(typeof ran)[number], (typeof ran)[number]]
    expect(inches.record.steps).toEqual(metric.record.steps)
    expect(inches.record.heightsMm).toHaveLength(metric.record.heightsMm.length)
    // What a tape can tell apart is told apart: half a thirty-second of an inch.
    for (const [i, mm] of metric.record.heightsMm.entries())
      expect(Math.abs(inches.record.heightsMm[i]! - mm)).toBeLessThanOrEqual(0.4)
    for (const [i, celsius] of metric.record.temperaturesC.entries())
      expect(inches.record.temperaturesC[i]).toBeCloseTo(celsius, 6)
    for (const [i, nm] of metric.record.torquesNm.entries())
      expect(Math.abs(inches.record.torquesNm[i]! - nm)).toBeLessThanOrEqual(0.1)
    expect(inches.record.finding).toMatchObject({
      kind: 'answer',
      best: (metric.record.finding as { readonly best: string }).best,
    })
    for (const words of metric.shown.join('\n').split('\n'))
      expect(words).not.toMatch(/\d ?(psi|°F)/)
    for (const words of inches.shown.join('\n').split('\n')) expect(words).not.toMatch(METRIC_WORDS)
  })
})
