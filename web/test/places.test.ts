import { describe, expect, test, vi } from 'vitest'
import type { Job, Watch } from '@anklet/contract'
import { inferLeak } from '@anklet/core/measuring/leakdown'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import type { Draft } from '../client/state/drafts.ts'
import { STOPS } from '../client/state/walk.ts'
import { graduationsOf } from '../features/job/model/graduations.ts'
import {
  designAt,
  earlierRound,
  heightRounds,
  meansOf,
  pairedRound,
  standingLevel,
} from '../features/job/model/rounds.ts'
import { loadWords } from '@anklet/language/heights/methods'
import { freshDraft } from '../features/job/walk/draftOf.ts'
import { sealDraft } from '../features/job/walk/seal.ts'
import { nightCsv, nightRows } from '../features/watch/nightRows.ts'
import { planOf } from '../features/watch/planOf.ts'
import { questionOf } from '../features/job/night/request.ts'
import { summaryFacts, watchRounds } from '../features/job/model/watchState.ts'
import {
  BLANK_SPECIFICATION,
  BLANK_TYPE,
  fieldsOfAxle,
  formOf,
  geometryOf,
  specificationKey,
  specificationsOf,
} from '../features/shelf/typeForm.ts'
import { bandWhileWalking, judgedRound } from '../features/job/model/judged.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const NOW = new Date('2026-11-24T18:00:00Z')
const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const signer = { person: 'p', device: 'd', watchVersion: 3 }

const watchOf = (change: Partial<Watch>): Watch => ({
  id: 'w',
  version: 3,
  jobId: 'j',
  state: 'running',
  supplyCut: 'fuse',
  minutesSinceRun: 120,
  startedAt: EVENING,
  plannedEndAt: MORNING,
  eveningRoundId: 'e',
  betweenRoundIds: [],
  supplyBackAt: null,
  morningRoundId: null,
  undisturbed: null,
  finding: null,
  givenUpReason: null,
  startedBy: 'p',
  ...change,
})
const evening = roundOf({ FL: 510, FR: 510, RL: 510, RR: 510 }, EVENING, {
  id: 'e',
  purpose: 'evening',
  levelId: 'high',
  levelOffsetMm: 30,
})
const morning = roundOf({ FL: 480, FR: 492, RL: 492, RR: 504 }, MORNING, {
  id: 'm',
  purpose: 'morning',
  levelId: 'high',
  levelOffsetMm: 30,
  temperatureC: -2,
})
const watched = (change: Partial<Watch> = {}, rounds = [evening, morning]): Job =>
  jobOf({ rounds, watches: [watchOf(change)] })

const asked = (
  job: Job,
  watch: Pick<Watch, 'minutesSinceRun'>,
  first: typeof evening,
  last: typeof morning,
) => questionOf(job, watch, { evening: first, between: [], morning: last }, 1.5)

const walked = (draft: Draft, count = 8): Draft => ({
  ...draft,
  walking: true,
  temperature: '8',
  thermometer: 'atSprings',
  rolledAndBounced: true,
  startedAt: '2026-11-24T18:00:00.000Z',
  readings: STOPS.slice(0, count).map((stop, i) => ({
    ...stop,
    heightMm: 480,
    at: `2026-11-24T18:0${i}:00.000Z`,
  })),
})

describe('a round on its way to the server', () => {
  test('heights go as they were walked, dated by their first and last reading', () => {
    const unsaid = walked(freshDraft(jobOf(), 'heights', NOW))
    // Nobody said yet in what state it stands.
    expect(sealDraft(unsaid, units, signer)).toBeNull()
    const draft: Draft = { ...unsaid, state: 'arrived', levelId: 'road' }
    const command = sealDraft(draft, units, signer)
    expect(command).toMatchObject({
      id: draft.commandId,
      type: 'round.record',
      person: 'p',
      device: 'd',
      baseVersion: null,
      payload: {
        jobId: 'j',
        round: {
          roundId: draft.roundId,
          levelId: 'road',
          state: 'arrived',
          temperatureC: 8,
          startedAt: '2026-11-24T18:00:00.000Z',
          endedAt: '2026-11-24T18:07:00.000Z',
        },
      },
    })
    expect(
      (command!.payload as unknown as { round: { readings: unknown[] } }).round.readings,
    ).toHaveLength(8)
  })

  test('what was loaded goes along with a laden round alone, and must be a weight', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
      loadKg: '300',
    }
    const sent = (change: Partial<Draft>) =>
      (sealDraft({ ...draft, ...change }, units, signer)?.payload as { round: object } | undefined)
        ?.round
    expect(sent({ load: 'laden' })).toMatchObject({ load: 'laden', loadKg: 300 })
    for (const unsaid of [{}, { load: 'driver' }, { load: 'laden', loadKg: ' ' }] as const)
      expect(sent(unsaid)).not.toHaveProperty('loadKg')
    for (const loadKg of ['0', '5001', 'three'])
      expect(sent({ load: 'laden', loadKg })).toBeUndefined()
  })

  test('sealed twice it is the same intention', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
    }
    expect(sealDraft(draft, units, signer)?.id).toBe(sealDraft(draft, units, signer)?.id)
  })

  test('a walk by a clock that was ahead ends now once the clock is right, as long as it was', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
    }
    type Sealed = { round: { startedAt: string; endedAt: string; readings: { at: string }[] } }
    const sealed = (): Sealed['round'] =>
      (sealDraft(draft, units, signer)!.payload as unknown as Sealed).round
    const right = sealed()
    vi.useFakeTimers({ now: Date.parse(right.endedAt) - 30 * 3_600_000 })
    const moved = sealed()
    vi.useRealTimers()
    expect(moved.endedAt).toBe(new Date(Date.parse(right.endedAt) - 30 * 3_600_000).toISOString())
    const lasted = ({ startedAt, endedAt }: Sealed['round']): number =>
      Date.parse(endedAt) - Date.parse(startedAt)
    expect(lasted(moved)).toBe(lasted(right))
    expect(moved.readings.map(({ at }) => Date.parse(at) + 30 * 3_600_000)).toEqual(
      right.readings.map(({ at }) => Date.parse(at)),
    )
  })

  test('nothing goes while an answer is missing', () => {
    const draft = walked(freshDraft(jobOf(), 'evening', NOW))
    expect(sealDraft(draft, units, signer)).toBeNull()
    const checklist = {
      ...draft.checklist,
      supplyCut: 'fuse' as const,
      supplyProved: true,
      tagged: true,
      doorsShut: true,
      minutesSinceRun: 'unknown' as const,
    }
    expect(sealDraft({ ...draft, checklist }, units, signer)).toMatchObject({
      type: 'watch.start',
      payload: { minutesSinceRun: null, supplyCut: 'fuse' },
    })
    for (const change of [
      { supplyProved: false },
      { tagged: false },
      { doorsShut: false },
      { supplyCut: null },
      { plannedEnd: '' },
    ])
      expect(
        sealDraft({ ...draft, checklist: { ...checklist, ...change } }, units, signer),
      ).toBeNull()
    for (const change of [
      { temperature: 'cold' },
      { thermometer: null },
      { rolledAndBounced: null },
      { startedAt: null },
    ])
      expect(sealDraft({ ...draft, checklist, ...change }, units, signer)).toBeNull()
  })

  test('a morning carries the version of the watch that was looked at', () => {
    const draft = walked(freshDraft(watched(), 'morning', NOW))
    expect(sealDraft(draft, units, signer)).toBeNull()
    expect(sealDraft({ ...draft, undisturbed: true }, units, signer)).toMatchObject({
      type: 'watch.finish',
      baseVersion: 3,
      payload: { watchId: 'w', undisturbed: true, round: { levelId: 'high' } },
    })
  })

  test(
    'levels: of heights nobody has said one, a watch proposes the highest, its ' +
      'morning is where its evening was',
    () => {
      expect(freshDraft(jobOf(), 'heights', NOW).levelId).toBe('')
      const usual = jobOf()
      const { vehicleType } = usual
      const levels = [{ id: 'only', offsetMm: 0 }]
      const architecture = { ...vehicleType.architecture, levels }
      const single = { ...usual, vehicleType: { ...vehicleType, architecture } }
      expect(freshDraft(single, 'heights', NOW).levelId).toBe('only')
      expect(freshDraft(jobOf(), 'evening', NOW).levelId).toBe('high')
      expect(freshDraft(watched(), 'morning', NOW).levelId).toBe('high')
      expect(standingLevel(jobOf()).id).toBe('road')
    },
  )
})

describe('rounds of a job', () => {
  const old = roundOf(LEVEL, '2026-10-01T08:00:00.000Z', { jobId: 'other' })
  const first = roundOf({ ...LEVEL, FL: 446 }, '2026-11-24T09:00:00.000Z')
  const job = jobOf({ rounds: [old, first, evening] })

  test('earlier visits are remembered for comparison, not counted as this job’s', () => {
    expect(heightRounds(job)).toEqual([first])
    expect(earlierRound(job, first)).toBe(old)
    expect(earlierRound(job, { ...first, levelId: 'kneel' })).toBeNull()
    expect(earlierRound(job, { ...first, method: 'sillToFloor' })).toBeNull()
    expect(earlierRound(job, { ...first, load: 'laden' })).toBeNull()
    expect(summaryFacts(jobOf({ rounds: [old] })).hasHeights).toBe(false)
  })

  test('empty and laden are a pair, each weight by itself', () => {
    const laden = (loadKg: number | null, minute: string) =>
      roundOf(LEVEL, `2026-11-24T09:${minute}:00.000Z`, { load: 'laden', loadKg })
    const [light, heavy] = [laden(100, '10'), laden(400, '20')]
    const loaded = jobOf({ rounds: [first, light, heavy] })
    expect(pairedRound(loaded, light)).toBe(first)
    expect(pairedRound(loaded, first)).toBe(heavy)
    expect(earlierRound(loaded, laden(200, '30'))).toBeNull()
    expect(earlierRound(loaded, laden(100, '30'))).toEqual(light)
    expect([first, laden(null, '40'), heavy].map(loadWords)).toEqual([
      'Empty',
      'Laden',
      'Laden with 400 kg',
    ])
  })

  test('means and design heights go by corner', () => {
    expect(meansOf(first)).toEqual({ ...LEVEL, FL: 446 })
    expect(designAt(job, 30)).toEqual({ FL: 510, FR: 510, RL: 510, RR: 510 })
  })

  test('the watch that counts is the latest not given up', () => {
    const given = watchOf({ id: 'x', state: 'givenUp' })
    expect(
      watchRounds(
        jobOf({ rounds: [evening, morning], watches: [watchOf({ morningRoundId: 'm' }), given] }),
      ),
    ).toMatchObject({ watch: { id: 'w' }, morning: { id: 'm' } })
    expect(watchRounds(jobOf({ watches: [given] }))).toBeNull()
  })

  test('the rule tells what each phase came to', () => {
    const words = (of: Job, drafts = {}) =>
      graduationsOf(of, drafts, units, Date.parse('2026-11-25T05:00:00Z')).map(
        (graduation) => graduation.words,
      )
    expect(words(jobOf())).toEqual([
      'Ask what the customer says',
      'walk both laps',
      'a night, supply off',
      'tests at the car',
      'after the finding',
      'after the decision',
      'after the work',
      'sensors against the tape',
      'after the work',
      'the owner’s paper',
    ])
    expect(words(job)[1]).toBe('front left 34 low')
    expect(words(watched())[2]).toBe('2 h to go')
    expect(words(watched({ state: 'walked' }))[2]).toBe('answer ready')
    const draft = walked(freshDraft(jobOf(), 'heights', NOW), 5)
    expect(words(jobOf(), { heights: draft })[1]).toBe('rear right, lap 2 of 2')
    expect(
      graduationsOf(watched({ state: 'concluded' }), {}, units, 0).map(({ done }) => done),
    ).toEqual([false, false, true, false, false, false, false, false, false, false])
  })
})

describe('the question a watch puts', () => {
  test('time, level, temperatures and how well they are known come from the rounds', () => {
    const { request } = asked(watched(), { minutesSinceRun: 20 }, evening, morning)
    expect(request).toMatchObject({
      hours: 12,
      startC: 10,
      endC: -2,
      levelOffsetMm: 30,
      temperatureSigmaK: 6,
      modelSigmaMm: 2,
    })
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, morning).request.temperatureSigmaK,
    ).toBe(1)
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, { ...morning, thermometer: 'elsewhere' })
        .request.temperatureSigmaK,
    ).toBe(5)
    expect(
      asked(watched(), { minutesSinceRun: null }, evening, morning).request.temperatureSigmaK,
    ).toBe(3)
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, { ...morning, rolledAndBounced: false })
        .request.modelSigmaMm,
    ).toBe(3)
  })

  test('what the customer named is counted in, with the reason', () => {
    const job = {
      ...watched(),
      complaint: { where: ['FL' as const], when: [], signs: [], words: '' },
    }
    const { request, reasons } = asked(job, { minutesSinceRun: 180 }, evening, morning)
    expect(request.priors).toEqual({ FL: 0.2 })
    expect(reasons).toEqual([{ code: 'customerNamed', corners: ['FL'] }])
  })

  test('the night is drawn from the height that was measured, and saved as a table', () => {
    const inferred = inferLeak(asked(watched(), { minutesSinceRun: 180 }, evening, morning).request)
    if (!inferred.ok) throw new Error(inferred.error.code)
    const sample = (hour: number, mm: number) => ({
      hour,
      heightMm: { FL: mm, FR: mm, RL: mm, RR: mm },
    })
    const rows = nightRows(
      {
        answer: inferred.value,
        alone: null,
        tight: [sample(0, 505), sample(12, 495)],
        leaking: [sample(0, 505), sample(12, 470)],
        inferenceMs: 0,
      },
      'FL',
      evening,
    )
    expect(rows.map(({ coldMm, leakMm, giveMm }) => [coldMm, leakMm, giveMm > 0])).toEqual([
      [510, 510, false],
      [500, 475, true],
    ])
    expect(nightCsv(rows).split('\r\n')).toEqual([
      'time,onlyColdMm,withLeakMm,uncertaintyMm',
      `${EVENING},510.00,510.00,0.00`,
      expect.stringMatching(/^2026-11-25T07:00:00\.000Z,500\.00,475\.00,\d+\.\d\d$/),
    ])
  })
})

describe('what a watch can show', () => {
  const answered = {
    ...freshDraft(jobOf(), 'evening', NOW),
    thermometer: 'atSprings' as const,
    rolledAndBounced: true,
  }
  const draft = { ...answered, checklist: { ...answered.checklist, minutesSinceRun: 150 } }

  test('the longer it lasts the smaller a leak it shows, in proportion; the sinking needed stays the same', () => {
    const plan = planOf(jobOf(), draft, 8, 13, 1.5)!
    expect(plan.shows.map(({ hours }) => hours)).toEqual([1, 6, 12, 13])
    for (const { hours, leakBarLPerH } of plan.shows)
      expect(leakBarLPerH * hours).toBeCloseTo(plan.shows[0]!.leakBarLPerH, 9)
    expect(plan.sureMm).toBeGreaterThan(5)
  })

  test('it is planned for what the customer named, and a warm spring needs more sinking', () => {
    const job = jobOf({ complaint: { where: ['RR'], when: [], signs: [], words: '' } })
    expect(planOf(job, draft, 8, 13, 1.5)!.corner).toBe('RR')
    expect(planOf(jobOf(), draft, 8, 13, 1.5)!.corner).toBe('FL')
    expect(
      planOf(job, { ...draft, checklist: { ...draft.checklist, minutesSinceRun: 20 } }, 8, 13, 1.5)!
        .sureMm,
    ).toBeGreaterThan(planOf(job, draft, 8, 13, 1.5)!.sureMm)
  })

  test('nothing is said before the questions are answered', () => {
    expect(planOf(jobOf(), { ...draft, thermometer: null }, 8, 13, 1.5)).toBeNull()
    expect(planOf(jobOf(), answered, 8, 13, 1.5)).toBeNull()
    expect(planOf(jobOf(), draft, 8, Number.NaN, 1.5)).toBeNull()
  })
})

describe('a vehicle type being entered', () => {
  test('what is missing is asked for by name, nothing is filled in', () => {
    expect(geometryOf(BLANK_TYPE)).toEqual({
      ok: false,
      sentence: 'Wheelbase is not entered: look it up.',
    })
    const form = formOf(jobOf().vehicleType)!
    expect(
      geometryOf({
        ...form,
        axles: { ...form.axles, rear: { ...form.axles.rear, designLoadN: '56oo' } },
      }),
    ).toEqual({ ok: false, sentence: 'Sprung load per wheel, rear: "56oo" is not a number.' })
  })

  test('what is known comes back as it was', () => {
    const { vehicleType } = jobOf()
    expect(geometryOf(formOf(vehicleType)!)).toEqual({ ok: true, geometry: vehicleType.geometry })
    const { corners } = vehicleType.geometry
    expect(
      formOf({
        ...vehicleType,
        geometry: {
          ...vehicleType.geometry,
          corners: { ...corners, FL: { ...corners.FL, designLoadN: 5610 } },
        },
      }),
    ).toBeNull()
  })

  test('an axle without air is not asked for air, and its coil carries the load', () => {
    const form = {
      ...formOf(jobOf().vehicleType)!,
      architecture: {
        ...jobOf().vehicleType.architecture,
        air: { front: 'none' as const, rear: 'bellows' as const },
      },
    }
    expect(fieldsOfAxle(form.architecture, 'front')).not.toContain('effectiveAreaCm2')
    const made = geometryOf(form)
    expect(made.ok && made.geometry.corners.FL).toMatchObject({
      effectiveAreaCm2: 0,
      coilForceAtDesignN: 5600,
      designLoadN: 5600,
    })
  })
})

describe('specifications', () => {
  const axle = { nominalMm: 480, minusMm: 10, plusMm: 12, leftRightMm: 8 }
  const specification = {
    levelId: 'road',
    method: 'wheelCentreToArch' as const,
    source: 'sheet 12',
    date: '2026-01-15',
    front: axle,
    rear: { ...axle, leftRightMm: null },
  }
  const { vehicleType } = jobOf()
  const specified = { ...vehicleType, specifications: [specification] }

  test('what is known comes back as it was, levels left empty have none', () => {
    expect(specificationsOf(formOf(specified)!)).toEqual({
      ok: true,
      specifications: [specification],
    })
    expect(
      specificationsOf({
        ...formOf(vehicleType)!,
        specifications: { [specificationKey('road', 'wheelCentreToArch')]: BLANK_SPECIFICATION },
      }),
    ).toEqual({ ok: true, specifications: [] })
    expect(
      specificationsOf({
        ...formOf(specified)!,
        specifications: {
          [specificationKey('gone', 'wheelCentreToArch')]:
            formOf(specified)!.specifications[specificationKey('road', 'wheelCentreToArch')]!,
        },
      }),
    ).toEqual({ ok: true, specifications: [] })
  })

  test('what is missing or cannot be is named', () => {
    const form = formOf(specified)!
    const road = form.specifications[specificationKey('road', 'wheelCentreToArch')]!
    const sentence = (change: Partial<typeof road>) => {
      const outcome = specificationsOf({
        ...form,
        specifications: { [specificationKey('road', 'wheelCentreToArch')]: { ...road, ...change } },
      })
      return outcome.ok ? null : outcome.sentence
    }
    const front = (change: Partial<typeof road.axles.front>) => ({
      axles: { ...road.axles, front: { ...road.axles.front, ...change } },
    })
    expect(sentence(front({ minusMm: '' }))).toBe(
      'Specification for road, tolerance downwards, front: not entered: look it up.',
    )
    expect(sentence(front({ minusMm: '480' }))).toBe(
      'Specification for road, front: a tolerance of 480 mm on a height of 480 mm cannot be.',
    )
    expect(sentence(front({ plusMm: '-3' }))).toBe(
      'Specification for road, tolerance upwards, front: "-3" is not a height or tolerance.',
    )
    expect(sentence({ source: ' ' })).toBe('Specification for road: where is it written?')
    expect(sentence({ date: '' })).toBe('Specification for road: of what date is the source?')
    expect(sentence(front({ leftRightMm: '' }))).toBeNull()
  })

  test('a round is held against its own level only, and the guard shrinks with readings', () => {
    const job = jobOf({ vehicleType: specified })
    const round = roundOf({ FL: 446, FR: 480, RL: 480, RR: 480 }, EVENING)
    expect(judgedRound(job, round, 1.5)?.answer.corners.FL.verdict).toBe('low')
    expect(judgedRound(job, { ...round, levelId: 'high' }, 1.5)).toBeNull()
    expect(judgedRound(job, { ...round, method: 'axleToBracket' }, 1.5)).toBeNull()
    expect(bandWhileWalking(specification, 'FL', 8, 1.5)).toMatchObject({
      leastMm: 470,
      mostMm: 492,
    })
    expect(bandWhileWalking(specification, 'FL', 8, 1.5).guardMm).toBeLessThan(
      bandWhileWalking(specification, 'FL', 0, 1.5).guardMm,
    )
  })
})
