import { describe, expect, test } from 'vitest'
import type { Job, Watch } from '@anklet/contract'
import { inferLeak } from '@anklet/core/measuring/leakdown'
import { mapCorners, perCorner } from '@anklet/core/base/vehicle'
import { jobOf, roundOf } from '@anklet/language/test/records'
import { knownVehicle } from '../job/model/knownVehicle.ts'
import { freshDraft } from '../job/walk/draftOf.ts'
import { lessonOf } from './learnable.ts'
import { questionOf } from '../job/night/request.ts'
import { coldSinkMm, suspicionOf } from './suspicion.ts'
import { watchWithSupplyOff } from './model.ts'

const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const watchOf = (change: Partial<Watch> = {}): Watch => ({
  id: 'w',
  version: 1,
  jobId: 'j',
  state: 'walked',
  supplyCut: 'fuse',
  minutesSinceRun: 150,
  startedAt: EVENING,
  plannedEndAt: MORNING,
  eveningRoundId: 'e',
  betweenRoundIds: [],
  supplyBackAt: null,
  morningRoundId: 'm',
  undisturbed: true,
  finding: null,
  givenUpReason: null,
  startedBy: 'p',
  ...change,
})
const raised = (mm: number) => perCorner(() => mm)
describe('a watch with rounds in between', () => {
  const evening = roundOf(raised(510), EVENING, {
    id: 'e',
    purpose: 'evening',
    levelId: 'high',
    levelOffsetMm: 30,
    temperatureC: 12,
  })
  const look = roundOf(raised(506), '2026-11-24T23:00:00.000Z', {
    id: 'l',
    purpose: 'between',
    levelId: 'high',
    levelOffsetMm: 30,
    temperatureC: 8,
  })
  const morning = roundOf(raised(500), MORNING, {
    id: 'm',
    purpose: 'morning',
    levelId: 'high',
    levelOffsetMm: 30,
    temperatureC: 0,
  })

  test('asks the arithmetic with all of them, at their hours', () => {
    const { request } = questionOf(jobOf(), watchOf(), { evening, between: [look], morning }, 2)
    expect(request).toMatchObject({
      hours: 12,
      repeatabilityMm: 2,
      coldShare: 0,
      geometryShare: 0.05,
    })
    expect(request.between).toMatchObject([
      { hour: 4, temperatureC: 8, readings: { FL: [506, 506] } },
    ])
  })

  test('a night in which the clocks change is as long as it was', () => {
    const [before, after] = [
      { ...evening, endedAt: '2026-10-24T21:00:00+01:00' },
      { ...morning, endedAt: '2026-10-25T07:00:00+00:00' },
    ]
    expect(
      questionOf(jobOf(), watchOf(), { evening: before, between: [], morning: after }, 2).request
        .hours,
    ).toBe(11)
  })

  test('guessed figures and a lesson change what is asked, not what is stored', () => {
    const plain = jobOf()
    const guessed = jobOf({
      vehicleType: { ...plain.vehicleType, guesses: ['rear.volumeAtDesignL', 'rear.motionRatio'] },
    })
    expect(knownVehicle(guessed).coldShare).toBe(0.3)
    expect(knownVehicle(guessed).geometryShare).toBeGreaterThan(0.1)
    const taught = jobOf({
      vehicleType: guessed.vehicleType,
      vehicle: {
        ...plain.vehicle,
        lesson: { factor: 1.2, share: 0.06, watchId: 'w', at: MORNING },
      },
    })
    expect(knownVehicle(taught).coldShare).toBe(0.06)
    expect(knownVehicle(taught).vehicle.corners.FL.volumeAtDesignL).toBeCloseTo(
      1.2 * plain.vehicleType.geometry.corners.FL.volumeAtDesignL,
      9,
    )
  })

  test('a tight cold night teaches the volume; a leak, a mild night or one with the supply on does not', () => {
    const job = jobOf()
    const question = questionOf(job, watchOf(), { evening, between: [], morning }, 1.5).request
    const tight = inferLeak({
      ...question,
      after: mapCorners(question.after, (_, corner) => [
        510 +
          (inferLeak(question) as { value: { expectedColdMm: Record<string, number> } }).value
            .expectedColdMm[corner]!,
      ]),
    })
    if (!tight.ok) throw new Error(tight.error.code)
    expect(lessonOf(job, watchOf(), question, tight.value)!.factor).toBeCloseTo(1, 2)
    expect(lessonOf(job, watchOf({ supplyCut: 'leftOn' }), question, tight.value)).toBeNull()
    expect(lessonOf(job, watchOf(), { ...question, endC: 10 }, tight.value)).toBeNull()
    expect(
      lessonOf(job, watchOf(), question, { ...tight.value, posterior: { none: 0.3, FL: 0.7 } }),
    ).toBeNull()
  })

  test('the morning is foretold for the corner that was named: bigger leaks stand lower', () => {
    const suspicion = suspicionOf(
      jobOf({ complaint: { where: ['RR'], when: [], signs: [], words: '' } }),
      watchOf(),
      evening,
      2,
    )!
    expect(suspicion.corner).toBe('RR')
    const heights = suspicion.leaks.map(({ mm }) => mm)
    expect(heights).toEqual([...heights].sort((a, b) => b - a))
    expect(suspicion.coldMm).toBeGreaterThan(heights[0]!)
    expect(suspicion.coldMm).toBeLessThan(510)
  })

  test('the cold is foretold from the level the car stands at, as the answer reckons it', () => {
    const job = jobOf()
    const sunk = (levelOffsetMm: number): number =>
      coldSinkMm(job, { temperatureC: 10, levelOffsetMm })!
    // More air stands in it at the higher level, and all of it shrinks.
    expect(sunk(30)).toBeGreaterThan(sunk(0) + 0.5)
    const question = questionOf(
      job,
      { minutesSinceRun: 180 },
      { evening, between: [], morning: { ...morning, temperatureC: evening.temperatureC - 10 } },
      1.5,
    )
    const answer = inferLeak(question.request)
    if (!answer.ok) throw new Error(answer.error.code)
    const reckoned = Math.max(...Object.values(answer.value.expectedColdMm).map((mm) => -mm))
    expect(coldSinkMm(job, evening)).toBeCloseTo(reckoned, 0)
  })

  test('a wait with the supply on is held against the last one with it off', () => {
    const job = (watches: Watch[]): Job => jobOf({ rounds: [evening, morning], watches })
    expect(watchWithSupplyOff(job([watchOf()]))?.watch.id).toBe('w')
    for (const change of [
      { supplyCut: 'leftOn' },
      { undisturbed: false },
      { morningRoundId: null },
      { state: 'givenUp' },
    ] as Partial<Watch>[])
      expect(watchWithSupplyOff(job([watchOf(change)]))).toBeNull()
  })

  test('a round in between is kept apart from the morning', () => {
    const job = jobOf({
      rounds: [evening],
      watches: [watchOf({ state: 'running', morningRoundId: null })],
    })
    expect(freshDraft(job, 'look', new Date(MORNING))).toMatchObject({
      watchId: 'w',
      levelId: 'high',
      method: 'wheelCentreToArch',
      laps: 2,
    })
  })
})
