import { describe, expect, test } from 'vitest'
import { SHIPPED_PROCEDURES } from '../procedure/index.ts'
import { sampleArchitecture, sampleHandover, sampleVehicle } from '../../base/samples/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { ProofContent, ProofEntry, ProofJob } from './index.ts'
import {
  isHandedOver,
  lastOf,
  levelHeights,
  proofFacts,
  teachingVisit,
  visitsLowered,
} from './index.ts'

const ARCHITECTURE = sampleArchitecture({
  sensors: { front: 'each', rear: 'each' },
  levels: [
    { id: 'low', offsetMm: -20 },
    { id: 'road', offsetMm: 0 },
    { id: 'ramp', offsetMm: 35 },
  ],
})
const at = (minute: number): string => new Date(Date.UTC(2026, 10, 24, 8, minute)).toISOString()
const ms = (minute: number): number => Date.parse(at(minute))

const entry = (minute: number, content: ProofContent): ProofEntry => ({
  id: `p${minute}`,
  at: at(minute),
  person: 'ann',
  content,
})
const handed = (minute: number): ProofEntry => entry(minute, sampleHandover())
const back = (minute: number, words: string): ProofEntry =>
  entry(minute, { kind: 'return', dueAt: '2026-12-01T07:30:00.000Z', words })
const visit = (levelId: string, standsMm: number, reportedMm: number | null = standsMm) => ({
  levelId,
  direction: null,
  tapeMm: perCorner(() => standsMm),
  reportedMm: perCorner(() => reportedMm),
})
const calibrated = (minute: number, ...visits: ReturnType<typeof visit>[]): ProofEntry =>
  entry(minute, {
    kind: 'calibrated',
    why: 'sensor',
    visits,
    taught: 'link',
    typedMm: [],
    note: '',
  })

const round = (
  endedAt: string,
  standsMm: number,
  change: Partial<ProofJob['rounds'][number]> = {},
): ProofJob['rounds'][number] => ({
  jobId: 'j',
  purpose: 'heights',
  levelId: 'road',
  levelOffsetMm: 0,
  state: 'levelled',
  method: 'wheelCentreToArch',
  endedAt,
  readings: [...CORNERS, ...CORNERS].map((corner) => ({
    corner,
    heightMm: standsMm,
    correction: null,
  })),
  padsMm: null,
  reportedMm: null,
  ...change,
})
const AXLE = { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: 8 }
const jobOf = (change: Partial<ProofJob> = {}): ProofJob => ({
  id: 'j',
  vehicleType: {
    architecture: ARCHITECTURE,
    geometry: sampleVehicle(),
    specifications: [{ levelId: 'road', method: 'wheelCentreToArch', front: AXLE, rear: AXLE }],
  },
  rounds: [],
  checks: [],
  codeReadings: [],
  watches: [],
  proof: [],
  ...change,
})
const factsOf = (change: Partial<ProofJob>) =>
  proofFacts(jobOf(change), { book: SHIPPED_PROCEDURES }, {} as never, 1.5)

test('the newest entry of a kind is the last of its kind, whatever came after it', () => {
  const entries = [back(1, 'first'), back(2, 'second'), handed(3)]
  expect(lastOf(entries, 'return')!.content.words).toBe('second')
  expect(lastOf(entries, 'calibrated')).toBeNull()
})

describe('handed over', () => {
  test('is a car after whose handover nothing was worked on', () => {
    expect(isHandedOver({ proof: [handed(5)], work: [{ at: at(1) }, { at: at(4) }] })).toBe(true)
    expect(isHandedOver({ proof: [handed(5)], work: [{ at: at(5) }] })).toBe(true)
    expect(isHandedOver({ proof: [handed(5)], work: [] })).toBe(true)
  })
  test('is not one that was worked on again, or never handed over', () => {
    expect(isHandedOver({ proof: [handed(5)], work: [{ at: at(1) }, { at: at(6) }] })).toBe(false)
    expect(isHandedOver({ proof: [back(5, 'yard')], work: [] })).toBe(false)
  })
})

describe('the visit that is taught from', () => {
  test('is of the level nearest the design height, the last of two', () => {
    const [early, late] = [visit('road', 480), visit('road', 481)]
    expect(teachingVisit(ARCHITECTURE, [visit('ramp', 515), early, visit('low', 460)])).toBe(early)
    expect(teachingVisit(ARCHITECTURE, [early, late, visit('low', 460)])).toBe(late)
  })
  test('one below counts as near as one above', () => {
    const low = visit('low', 460)
    expect(teachingVisit(ARCHITECTURE, [visit('ramp', 515), low])).toBe(low)
    expect(teachingVisit(ARCHITECTURE, [low, visit('ramp', 515)])).toBe(low)
  })
  test('a level the car does not have is the last choice; of no visit there is none', () => {
    const ramp = visit('ramp', 515)
    expect(teachingVisit(ARCHITECTURE, [visit('gone', 480), ramp])).toBe(ramp)
    expect(teachingVisit(ARCHITECTURE, [])).toBeNull()
  })
})

describe('heights of a level', () => {
  test('stand off the design heights by its offset; an unknown level by nothing', () => {
    expect(levelHeights(jobOf(), 'ramp')).toEqual(perCorner(() => 515))
    expect(levelHeights(jobOf(), 'low')).toEqual(perCorner(() => 460))
    expect(levelHeights(jobOf(), 'gone')).toEqual(perCorner(() => 480))
  })
  test('a car is lowered that stands low all round while its sensors agree with the tape', () => {
    expect(visitsLowered(jobOf(), [visit('road', 445)])).toBeCloseTo(35)
    expect(visitsLowered(jobOf(), [visit('ramp', 480), visit('road', 445)])).toBeCloseTo(35)
  })
  test('it is not where it stands as made, where sensors disagree, or where nothing was visited', () => {
    expect(visitsLowered(jobOf(), [visit('road', 480)])).toBeNull()
    expect(visitsLowered(jobOf(), [visit('road', 445, 480)])).toBeNull()
    expect(visitsLowered(jobOf(), [])).toBeNull()
  })
})

describe('the facts of a proof', () => {
  test('of a job of which nothing is on record are none', () => {
    expect(factsOf({})).toMatchObject({
      architecture: ARCHITECTURE,
      book: SHIPPED_PROCEDURES.steps,
      said: [],
      cornersTest: null,
      round: null,
      calibrated: null,
      codes: null,
      watch: null,
    })
  })

  test('the round is the last one of heights of this job', () => {
    const rounds = [
      round(at(1), 480),
      round(at(2), 450),
      round(at(3), 480, { jobId: 'other' }),
      round(at(4), 480, { purpose: 'morning' }),
      round(at(5), 480, { state: 'arrived' }),
    ]
    const facts = factsOf({ rounds })
    expect(facts.round).toMatchObject({ atMs: ms(2), agreements: null })
    expect(facts.unlevelled).toEqual({ atMs: ms(5) })
    expect(facts.round!.verdict).toMatchObject({ corners: { FL: { verdict: 'low' } } })
    expect(factsOf({ rounds: rounds.slice(0, 1) }).round!.verdict).toMatchObject({
      corners: { FL: { verdict: 'in' } },
    })
    expect(factsOf({ rounds: rounds.slice(2) }).round).toBeNull()
  })
  test('without a specification it says nothing; what the module reported stands beside the tape', () => {
    const facts = factsOf({
      rounds: [
        round(at(1), 480, {
          method: 'sillToFloor',
          reportedMm: { FL: 480, FR: 470, RL: 480, RR: null },
        }),
      ],
    })
    expect(facts.round!.verdict).toBeNull()
    expect(
      facts.round!.agreements!.map(({ sensor, apartMm, agrees }) => [sensor.id, apartMm, agrees]),
    ).toEqual(
      expect.arrayContaining([
        ['FL', 0, true],
        ['FR', 10, false],
        ['RR', null, false],
      ]),
    )
  })

  test('what was said keeps its time; a day to measure again is said of that item', () => {
    const shown = {
      kind: 'shown',
      item: 'roadTest',
      joint: null,
      outcome: 'good',
      words: 'quay and back',
      on: null,
    } as const
    expect(factsOf({ proof: [entry(1, shown), back(2, 'the yard'), handed(3)] }).said).toEqual([
      { ...shown, atMs: ms(1), person: 'ann' },
      {
        item: 'again',
        joint: null,
        outcome: 'good',
        words: 'the yard',
        on: '2026-12-01',
        atMs: ms(2),
        person: 'ann',
      },
    ])
  })

  test('the newest test of which corner moves counts, in whatever order they came', () => {
    const check = (minute: number, verdict: string, kind = 'whichCorner') => ({
      kind,
      at: at(minute),
      verdict,
    })
    expect(
      factsOf({ checks: [check(3, 'good'), check(1, 'bad'), check(5, 'bad', 'pump')] }).cornersTest,
    ).toEqual({ atMs: ms(3), good: true })
    expect(factsOf({ checks: [check(1, 'good'), check(3, 'bad')] }).cornersTest).toEqual({
      atMs: ms(3),
      good: false,
    })
  })

  test('codes are those read last on this job; stored ones are not present', () => {
    const read = (minute: number, jobId: string, ...statuses: string[]) => ({
      jobId,
      at: at(minute),
      codes: statuses.map((status) => ({ status })),
    })
    const codeReadings = [
      read(2, 'j', 'stored', 'present', 'unknown'),
      read(1, 'j', 'present'),
      read(3, 'other', 'stored'),
    ]
    expect(factsOf({ codeReadings }).codes).toEqual({ atMs: ms(2), present: 2 })
  })

  test('the last calibration tells its levels and whether the car is lowered', () => {
    const first = calibrated(1, visit('road', 445))
    expect(factsOf({ proof: [first] }).calibrated).toEqual({
      atMs: ms(1),
      levels: ['road'],
      lowered: true,
    })
    expect(
      factsOf({ proof: [first, calibrated(2, visit('low', 460), visit('road', 480))] }).calibrated,
    ).toEqual({ atMs: ms(2), levels: ['low', 'road'], lowered: false })
  })

  test('the last watch stands as it is', () => {
    const watches = [
      { startedAt: at(1), state: 'concluded' },
      { startedAt: at(2), state: 'running' },
    ] as const
    expect(factsOf({ watches }).watch).toEqual({ startedMs: ms(2), state: 'running' })
  })
})
