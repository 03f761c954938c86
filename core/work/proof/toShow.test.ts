import { describe, expect, test } from 'vitest'
import { SHIPPED_PROCEDURES, USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import type { ProofFacts, ProofItem, Said } from './index.ts'
import { backOnWheelsMs, jointsOpened, proofOf } from './index.ts'
import {
  STRUTS,
  facts,
  worked,
  ARCHITECTURE,
  at,
  minute,
  said,
  heights,
  BETWEEN,
  agreeing,
} from './test/proving.ts'

describe('all that is to be shown, word for word', () => {
  const PLAIN = { places: [], joints: [], why: null, words: '', declined: false, told: null }
  // What tells it, and when, has a test of its own.
  const untold = (of: ProofFacts): readonly ProofItem[] =>
    proofOf(of).map((item) => ({ ...item, told: null }))
  const shown = (id: ProofItem['id'], more: Partial<ProofItem> = {}): ProofItem => ({
    id,
    state: 'shown',
    ...PLAIN,
    ...more,
  })
  const missing = (id: ProofItem['id'], more: Partial<ProofItem> = {}): ProofItem => ({
    ...shown(id, more),
    state: 'missing',
  })
  const ALWAYS = ['heights', 'leftRight', 'sensors', 'codes', 'roadTest'] as const

  test('struts: torques, joints, levels, heights, sensors, and what somebody said of the rest', () => {
    const { said: words, ...rest } = facts(STRUTS)
    const heard = words.map((each) =>
      each.item === 'roadTest' ? { ...each, words: 'quiet over the sleepers' } : each,
    )
    expect(untold({ ...rest, said: heard })).toEqual([
      shown('temporary'),
      shown('torque'),
      shown('corners'),
      shown('levels'),
      shown('soap'),
      shown('heights'),
      shown('leftRight'),
      shown('sensors'),
      shown('codes'),
      shown('roadTest', { words: 'quiet over the sleepers' }),
      shown('alignment', { declined: true }),
      shown('again'),
    ])
  })
  test('a relay opens nothing and sets no torque; a module opens nothing and may cross corners', () => {
    expect(untold(facts([{ job: 'relay' }]))).toEqual(
      ['temporary', 'levels', ...ALWAYS, 'again'].map((id) => shown(id as ProofItem['id'])),
    )
    expect(untold(facts([{ job: 'module' }]))).toEqual(
      ['temporary', 'corners', 'levels', ...ALWAYS, 'again'].map((id) =>
        shown(id as ProofItem['id']),
      ),
    )
  })
  test('every joint of the air supply that was opened, in one order', () => {
    const jobs = [
      { job: 'dryer' },
      { job: 'reservoir' },
      { job: 'block' },
      { job: 'pump' },
    ] as const
    expect(jointsOpened(facts(jobs))).toEqual(['pump', 'block', 'reservoir', 'dryer'])
    expect(jointsOpened(facts([{ job: 'coils', corners: ['RL', 'RR'] }]))).toEqual([])
  })
  test('a spring that was let down by its own valve is soaped at it', () => {
    const letDown = { ...ARCHITECTURE, anatomy: { letDown: ['springValve' as const] } }
    const run = worked([{ job: 'block' }], {
      architecture: letDown,
      way: { ...USUAL_WAY, ventBy: 'valve' },
    })
    const joints = jointsOpened({ run, book: SHIPPED_PROCEDURES.steps })
    expect(joints).toEqual(expect.arrayContaining(['RL', 'RR', 'block']))
  })
  test('the fitting at which the reservoir was let down is soaped too', () => {
    const run = worked([{ job: 'pump' }], { way: { ...USUAL_WAY, ventBy: 'fitting' } })
    expect(jointsOpened({ run, book: SHIPPED_PROCEDURES.steps })).toEqual(['pump', 'eased'])
  })
  test('nothing is shown of a car whose step was left out, and its places are named', () => {
    const run = worked(STRUTS, { without: ['strutIn'] })
    expect(untold(facts(STRUTS, {}, run))).toEqual([
      missing('steps', { places: [null, 'FL', 'FR'] }),
      shown('temporary'),
      shown('torque'),
      missing('corners'),
      missing('levels'),
      missing('soap', { joints: ['FL', 'FR'] }),
      missing('heights', { why: 'before' }),
      missing('codes', { why: 'before' }),
      missing('roadTest'),
      missing('alignment'),
      missing('again'),
    ])
  })
  test('what is shown the moment it stands counts; a moment before it does not', () => {
    const since = backOnWheelsMs(worked(STRUTS))!
    const when = (atMs: number): ProofFacts =>
      facts(STRUTS, {
        said: [said('roadTest', 'good', null, atMs)],
        cornersTest: { atMs, good: true },
        round: { atMs, verdict: heights(), agreements: agreeing() },
        calibrated: { atMs, levels: ['low', 'road'], lowered: false },
        codes: { atMs, present: 0 },
        watch: { startedMs: atMs, state: 'running' },
      })
    const states = (of: ProofFacts): unknown =>
      (['corners', 'levels', 'heights', 'sensors', 'codes', 'roadTest', 'again'] as const).map(
        (id) => at(of, id)?.state,
      )
    expect(states(when(since))).toEqual(Array.from({ length: 7 }, () => 'shown'))
    expect(states(when(since - 1))).toEqual([
      'missing',
      'missing',
      'missing',
      undefined,
      'missing',
      'missing',
      'missing',
    ])
  })
})
describe('one thing against another', () => {
  const round = (mm: Partial<PerCorner<number>>, agreements: ReturnType<typeof agreeing> | null) =>
    facts(STRUTS, {
      calibrated: null,
      round: { atMs: minute(520), verdict: heights(mm), agreements },
    })
  test('a corner that is out speaks before one that is undecided; both high and low are out', () => {
    expect(at(round({ RL: 440, RR: 461 }, null), 'heights')).toMatchObject({
      state: 'against',
      places: ['RL'],
      why: null,
    })
    expect(at(round({ FR: 500 }, null), 'heights')).toMatchObject({ places: ['FR'] })
  })
  test('so do the sides of an axle', () => {
    expect(at(round({ FL: 474, FR: 466 }, null), 'leftRight')).toMatchObject({
      state: 'missing',
      places: ['front'],
      why: 'undecided',
    })
    expect(at(round({ FL: 474, FR: 466, RL: 477, RR: 463 }, null), 'leftRight')).toMatchObject({
      state: 'against',
      places: ['rear'],
      why: null,
    })
  })
  test('no sides are held against each other where nobody says how far they may lie apart', () => {
    const verdict = heights({}, { ...BETWEEN, leftRightMm: null })
    const of = facts(STRUTS, { round: { atMs: minute(520), verdict, agreements: null } })
    expect(at(of, 'leftRight')).toBeUndefined()
  })
  test('the sensors that lie apart are named alone; those that agree show it without teaching', () => {
    const [first, ...others] = agreeing()
    const one = [{ ...first!, apartMm: 9, agrees: false }, ...others]
    expect(at(round({}, one), 'sensors')).toMatchObject({
      state: 'against',
      places: [first!.sensor.id],
      why: 'apart',
    })
    expect(at(round({}, agreeing()), 'sensors')).toMatchObject({ state: 'shown', why: null })
  })
  test('what was taught needs a round after it, with what the module reports', () => {
    const taught = (atMs: number, agreements: ReturnType<typeof agreeing> | null) =>
      at(
        facts(STRUTS, {
          calibrated: { atMs: minute(510), levels: ['low', 'road'], lowered: false },
          round: { atMs, verdict: heights(), agreements },
        }),
        'sensors',
      )
    expect(taught(minute(510), agreeing())).toMatchObject({ state: 'shown' })
    expect(taught(minute(509), agreeing())).toMatchObject({ state: 'missing', why: 'noRound' })
    expect(taught(minute(510), null)).toMatchObject({ state: 'missing', why: 'noReports' })
  })
  test('a car without height sensors has none to show; with one level, none to visit', () => {
    const architecture = sampleArchitecture({
      sensors: { front: 'none', rear: 'none' },
      levels: [{ id: 'road', offsetMm: 0 }],
    })
    const of = facts(STRUTS, { architecture }, worked(STRUTS, { architecture }))
    expect([at(of, 'sensors'), at(of, 'levels')]).toEqual([undefined, undefined])
    const rear = sampleArchitecture({ sensors: { front: 'none', rear: 'each' } })
    expect(at(facts(STRUTS, { architecture: rear }), 'sensors')).toMatchObject({ state: 'shown' })
  })
  test('every level must have been visited, or somebody must say so', () => {
    const levels = (visited: readonly string[], words: readonly Said[]) =>
      at(
        facts(STRUTS, {
          said: words,
          calibrated: { atMs: minute(510), levels: visited, lowered: false },
        }),
        'levels',
      )
    expect(levels(['low', 'road'], [])).toMatchObject({ state: 'shown' })
    expect(levels(['road'], [])).toMatchObject({ state: 'missing' })
    expect(levels(['road'], [said('levels')])).toMatchObject({ state: 'shown' })
    expect(levels(['road'], [said('levels', 'bad')])).toMatchObject({ state: 'against' })
  })
  test('a night that was given up shows nothing', () => {
    const again = (state: 'givenUp' | 'walked') =>
      at(facts(STRUTS, { said: [], watch: { startedMs: minute(530), state } }), 'again')
    expect([again('givenUp')?.state, again('walked')?.state]).toEqual(['missing', 'shown'])
  })
  test('a joint found tight is not the other one', () => {
    const of = facts(STRUTS, { said: [said('soap', 'good', 'FR')] })
    expect(at(of, 'soap')).toMatchObject({ state: 'missing', joints: ['FL'] })
  })
  test('codes that were read before are said to be so, and not otherwise', () => {
    const why = (codes: ProofFacts['codes']) => at(facts(STRUTS, { codes }), 'codes')?.why
    expect([
      why(null),
      why({ atMs: minute(2), present: 0 }),
      why({ atMs: minute(520), present: 1 }),
    ]).toEqual([null, 'before', null])
  })
})
test('each thing shown says what tells it, and when', () => {
  const told = (change: Partial<ProofFacts> = {}): Readonly<Record<string, unknown>> =>
    Object.fromEntries(
      proofOf(facts(STRUTS, change)).map(({ id, told: by }) => [
        id,
        by && `${by.by} ${by.atMs - minute(0)} ${by.person ?? ''}`.trim(),
      ]),
    )
  const at = (n: number): number => minute(n) - minute(0)
  expect(told()).toEqual({
    temporary: null,
    torque: null,
    corners: `test ${at(500)}`,
    levels: `calibration ${at(510)}`,
    soap: `word ${at(500)} ann`,
    heights: `round ${at(520)}`,
    leftRight: `round ${at(520)}`,
    sensors: `round ${at(520)}`,
    codes: `codes ${at(520)}`,
    roadTest: `word ${at(500)} ann`,
    alignment: `word ${at(500)} ann`,
    again: `word ${at(500)} ann`,
  })
  expect(
    told({ cornersTest: null, watch: { startedMs: minute(530), state: 'running' } }),
  ).toMatchObject({ corners: null, again: `watch ${at(530)}` })
})
