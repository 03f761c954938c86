import { describe, expect, test } from 'vitest'
import type { Job, JobSummary, Watch } from '@anklet/contract'
import { inferLeak } from '@anklet/core/measuring/leakdown'
import { mapCorners, perCorner } from '@anklet/core/base/vehicle'
import { USUAL_ROUND } from '../client/state/drafts.ts'
import { dueWatches } from '../client/state/reminders.ts'
import { lastLap, nextStop, stopsOf, take } from '../client/state/walk.ts'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { judgedRound } from '../features/job/model/judged.ts'
import { knownVehicle } from '../features/job/model/knownVehicle.ts'
import { countedMm, countedReadings } from '@anklet/core/measuring/heights'
import { meansOf } from '../features/job/model/rounds.ts'
import { freshDraft } from '../features/job/walk/draftOf.ts'
import { typedCorners } from '../features/job/walk/seal.ts'
import { calendarEntry } from '../features/watch/calendarEntry.ts'
import { lessonOf } from '../features/watch/lesson.ts'
import { questionOf } from '../features/job/night/request.ts'
import { coldSinkMm, suspicionOf } from '../features/watch/suspicion.ts'
import { watchWithSupplyOff } from '../features/watch/CommandAnswer.tsx'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const correction = (heightMm: number | null) => ({
  id: 'c',
  heightMm,
  reason: 'slipped',
  person: 'p',
  at: MORNING,
})
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

describe('readings as they count', () => {
  const round = roundOf(LEVEL, EVENING)
  test('a correction replaces a reading, or leaves it out; what was taken is still there', () => {
    const [first, second, ...rest] = round.readings
    const corrected = {
      ...round,
      readings: [
        { ...first!, correction: correction(470) },
        { ...second!, correction: correction(null) },
        ...rest,
      ],
    }
    expect(countedReadings(corrected)).toEqual({
      FL: [470, 480],
      FR: [480],
      RL: [480, 480],
      RR: [480, 480],
    })
    expect(meansOf(corrected).FL).toBe(475)
    expect([corrected.readings[0]!.heightMm, countedMm(corrected.readings[1]!)]).toEqual([
      480,
      null,
    ])
  })

  test('an uneven floor is added back', () =>
    expect(
      meansOf({ ...round, method: 'sillToFloor', padsMm: { FL: 0, FR: 3, RL: -1, RR: 0 } }),
    ).toEqual({ FL: 480, FR: 483, RL: 479, RR: 480 }))

  test('a doubtful reading is left out of the verdict and named', () => {
    const axle = { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: null }
    const job = jobOf()
    const judged = jobOf({
      vehicleType: {
        ...job.vehicleType,
        specifications: [
          {
            levelId: 'road',
            method: 'wheelCentreToArch',
            source: 's',
            date: '2026-01-01',
            front: axle,
            rear: axle,
          },
        ],
      },
    })
    const slipped = {
      ...round,
      readings: [
        ...round.readings,
        { id: 99, corner: 'RR' as const, lap: 3, heightMm: 455, at: EVENING, correction: null },
      ],
    }
    const verdict = judgedRound(judged, slipped, 1.5)!
    expect(verdict.leftOut).toEqual([{ corner: 'RR', heightMm: 455, middleMm: 480 }])
    expect(verdict.answer.corners.RR.meanMm).toBe(480)
  })
})

describe('more than two laps', () => {
  test('go to and fro, and the next stop is the first one missing', () => {
    expect(
      stopsOf(3)
        .map(({ corner, lap }) => `${corner}${lap}`)
        .slice(7),
    ).toEqual(['FL2', 'FL3', 'FR3', 'RR3', 'RL3'])
    const taken = stopsOf(2).reduce(
      (list, stop) => take(list, { ...stop, heightMm: 480, at: EVENING }),
      [] as ReturnType<typeof take>,
    )
    expect(nextStop(taken)).toBeNull()
    expect(nextStop(taken, 3)).toEqual({ corner: 'FL', lap: 3 })
    expect([lastLap(taken, 'RR'), lastLap([], 'RR')]).toEqual([2, 1])
  })
})

describe('figures typed for some corners', () => {
  test('empty ones were not read, and words are not figures', () => {
    expect(typedCorners(USUAL_ROUND.pads, units)).toBeNull()
    expect(typedCorners({ FL: '3', FR: '', RL: '-1,5', RR: '' }, units)).toEqual({
      FL: 3,
      FR: null,
      RL: -1.5,
      RR: null,
    })
    expect(
      typedCorners({ FL: '1', FR: '', RL: '', RR: '' }, { ...units, length: 'inch' })!,
    ).toMatchObject({ FL: 25.4 })
    expect(typedCorners({ FL: 'level', FR: '', RL: '', RR: '' }, units)).toBe('wrong')
  })
})

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

describe('reminders', () => {
  const summary = (plannedEndAt: string, state: 'running' | 'walked' = 'running') =>
    ({
      id: plannedEndAt,
      plate: 'T 1',
      watch: { state, startedAt: EVENING, plannedEndAt, finding: null, supplyIsOff: true },
    }) as unknown as JobSummary
  test('only what is due and was not told yet', () => {
    const jobs = [summary(MORNING), summary('2026-11-26T07:00:00.000Z'), summary(EVENING, 'walked')]
    const due = dueWatches(jobs, [], Date.parse(MORNING) + 1)
    expect(due.map(({ jobId }) => jobId)).toEqual([MORNING])
    expect(dueWatches(jobs, [due[0]!.key], Date.parse(MORNING) + 1)).toEqual([])
  })
  test('the calendar gets the moment in UTC, across a clock change too', () => {
    const entry = calendarEntry('TQ 418', {
      id: 'w',
      startedAt: '2026-10-24T20:00:00.000Z',
      plannedEndAt: '2026-10-25T06:30:00.000Z',
    })!
    expect(entry).toContain('DTSTART:20261025T063000Z')
    expect(entry).toContain('SUMMARY:TQ 418: walk the morning round')
    expect(entry).toMatch(/BEGIN:VALARM[\s\S]*TRIGGER:-PT15M/)
  })
})
