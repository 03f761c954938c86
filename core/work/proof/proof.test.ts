import { describe, expect, test } from 'vitest'
import { sensorsOf } from '../../measuring/calibration/index.ts'
import type { AxleSpecification } from '../../measuring/heights/index.ts'
import { judgeRound } from '../../measuring/heights/index.ts'
import type { WantedJob } from '../procedure/index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import type { DoneEntry, WorkEntry } from '../record/index.ts'
import { runOf } from '../record/index.ts'
import type { Joint, Outcome, ProofFacts, ProofItem, Said, SaidItem } from './index.ts'
import { backOnWheelsMs, isProved, jointsOpened, proofOf } from './index.ts'

const START = Date.UTC(2026, 10, 24, 8)
const minute = (n: number): number => START + n * 60_000
const BETWEEN: AxleSpecification = { nominalMm: 470, minusMm: 10, plusMm: 10, leftRightMm: 8 }
const ARCHITECTURE = sampleArchitecture({
  sensors: { front: 'each', rear: 'each' },
  levels: [
    { id: 'low', offsetMm: -20 },
    { id: 'road', offsetMm: 0 },
  ],
})

/** A car whose work is done, a step a minute, all but some steps. */
function worked(
  jobs: readonly WantedJob[],
  {
    without = [],
    change = {},
    architecture = ARCHITECTURE,
    way = USUAL_WAY,
  }: {
    without?: readonly string[]
    change?: Partial<DoneEntry>
    architecture?: typeof ARCHITECTURE
    way?: typeof USUAL_WAY
  } = {},
) {
  const made = composePlan(SHIPPED_PROCEDURES, {
    architecture,
    jobs,
    support: 'twoPost',
    way,
  })
  if (!made.ok) throw new Error(made.error.code)
  const entries = made.value.steps
    .filter(({ step }) => !without.includes(step))
    .map((step, i): WorkEntry => ({
      id: `e${i}`,
      at: new Date(minute(i)).toISOString(),
      person: 'ann',
      content: {
        kind: 'done',
        key: step.key,
        step: step.step,
        place: step.place,
        shown: [],
        torque: step.torque ? { nm: 100, source: null } : null,
        photoIds: [],
        note: '',
        second: null,
        deviation: null,
        ...change,
      },
    }))
  return runOf({
    book: SHIPPED_PROCEDURES,
    architecture,
    steps: made.value.steps,
    flat: [],
    entries,
  })
}

const STRUTS: readonly WantedJob[] = [{ job: 'strut', corners: ['FL', 'FR'] }]
const heights = (mm: Partial<PerCorner<number>> = {}, within: AxleSpecification = BETWEEN) =>
  judgeRound(
    {
      FL: [470, 470],
      FR: [470, 470],
      RL: [470, 470],
      RR: [470, 470],
      ...Object.fromEntries(Object.entries(mm).map(([corner, at]) => [corner, [at, at]])),
    },
    { front: within, rear: within },
    1,
  )
const said = (
  item: SaidItem,
  outcome: Outcome = 'good',
  joint: Joint | null = null,
  atMs = minute(500),
): Said => ({ item, joint, outcome, words: '', on: null, atMs, person: 'ann' })
const SENSORS = sensorsOf(ARCHITECTURE)
const agreeing = (apartMm = 0) =>
  SENSORS.map((sensor) => ({ sensor, apartMm, agrees: Math.abs(apartMm) <= 5 }))

const facts = (
  jobs: readonly WantedJob[] = STRUTS,
  change: Partial<ProofFacts> = {},
  run = worked(jobs),
): ProofFacts => ({
  architecture: ARCHITECTURE,
  book: SHIPPED_PROCEDURES.steps,
  run,
  said: [
    ...jointsOpened({ run, book: SHIPPED_PROCEDURES.steps }).map((joint) =>
      said('soap', 'good', joint),
    ),
    said('roadTest'),
    said('alignment', 'declined'),
    said('levels'),
    said('again'),
  ],
  cornersTest: { atMs: minute(500), good: true },
  round: { atMs: minute(520), verdict: heights(), agreements: agreeing() },
  unlevelled: null,
  calibrated: { atMs: minute(510), levels: ['low', 'road'], lowered: false },
  codes: { atMs: minute(520), present: 0 },
  watch: null,
  ...change,
})
const at = (of: ProofFacts, id: ProofItem['id']): ProofItem | undefined =>
  proofOf(of).find((each) => each.id === id)

describe('a repair is proved', () => {
  test.each([
    ['front struts', STRUTS],
    ['block and a line', [{ job: 'block' }, { job: 'line', corners: ['RL'] }]],
    ['a sensor', [{ job: 'sensor', corners: ['FL'] }]],
    ['a pump', [{ job: 'pump' }]],
  ] as const)('by all of it: %s', (_name, jobs) => {
    const items = proofOf(facts(jobs))
    expect(items.filter(({ state }) => state !== 'shown')).toEqual([])
    expect(isProved(items)).toBe(true)
  })
  test('joints are those the plan opened, no others', () => {
    expect(jointsOpened(facts(STRUTS))).toEqual(['FL', 'FR'])
    expect(jointsOpened(facts([{ job: 'pump' }, { job: 'dryer' }]))).toEqual(
      expect.arrayContaining(['pump']),
    )
    expect(jointsOpened(facts([{ job: 'relay' }]))).toEqual([])
  })
  test('a car on coils all round has no joints, levels or nights to show', () => {
    const architecture = sampleArchitecture({
      air: { front: 'none', rear: 'airDamper' },
      liftingMode: 'none',
      reservoir: false,
      sensors: { front: 'none', rear: 'each' },
    })
    const run = worked([{ job: 'coils', corners: ['RL', 'RR'] }], { architecture })
    expect(
      proofOf(facts([], { architecture, said: [] }, run))
        .map(({ id }) => id)
        .filter((id) => id === 'soap' || id === 'levels' || id === 'again' || id === 'corners'),
    ).toEqual([])
  })
})

describe('each thing is missing on its own', () => {
  test.each<[ProofItem['id'], Partial<ProofFacts>, Partial<ProofItem>]>([
    ['corners', { cornersTest: null }, { state: 'missing' }],
    ['corners', { cornersTest: { atMs: minute(500), good: false } }, { state: 'against' }],
    ['levels', { calibrated: null, said: [] }, { state: 'missing' }],
    ['soap', { said: [said('soap', 'good', 'FL')] }, { state: 'missing', joints: ['FR'] }],
    [
      'soap',
      { said: [said('soap', 'good', 'FL'), said('soap', 'good', 'FR'), said('soap', 'bad', 'FL')] },
      { state: 'against', joints: ['FL'] },
    ],
    ['heights', { round: null }, { state: 'missing', why: 'noRound' }],
    [
      'heights',
      { round: null, unlevelled: { atMs: minute(520) } },
      { state: 'missing', why: 'notLevelled' },
    ],
    [
      'heights',
      { round: null, unlevelled: { atMs: minute(2) } },
      { state: 'missing', why: 'noRound' },
    ],
    [
      'heights',
      { round: { atMs: minute(520), verdict: null, agreements: null } },
      { state: 'missing', why: 'noSpecification' },
    ],
    [
      'heights',
      { round: { atMs: minute(520), verdict: heights({ RL: 440 }), agreements: null } },
      { state: 'against', places: ['RL'] },
    ],
    [
      'heights',
      { round: { atMs: minute(520), verdict: heights({ RR: 461 }), agreements: null } },
      { state: 'missing', places: ['RR'], why: 'undecided' },
    ],
    [
      'leftRight',
      { round: { atMs: minute(520), verdict: heights({ FL: 465, FR: 477 }), agreements: null } },
      { state: 'against', places: ['front'] },
    ],
    [
      'sensors',
      { round: { atMs: minute(520), verdict: heights(), agreements: agreeing(9) } },
      { state: 'against', why: 'apart', places: ['FL', 'FR', 'RL', 'RR'] },
    ],
    [
      'sensors',
      { round: { atMs: minute(505), verdict: heights(), agreements: agreeing() } },
      { state: 'missing', why: 'noRound' },
    ],
    [
      'sensors',
      { calibrated: { atMs: minute(510), levels: [], lowered: true } },
      { state: 'against', why: 'lowered' },
    ],
    ['codes', { codes: { atMs: minute(520), present: 2 } }, { state: 'against' }],
    ['codes', { codes: { atMs: minute(2), present: 0 } }, { state: 'missing', why: 'before' }],
    ['roadTest', { said: [] }, { state: 'missing' }],
    ['alignment', { said: [] }, { state: 'missing' }],
    ['again', { said: [] }, { state: 'missing' }],
    [
      'again',
      { said: [], watch: { startedMs: minute(530), state: 'running' } },
      { state: 'shown' },
    ],
    [
      'again',
      { said: [], watch: { startedMs: minute(3), state: 'concluded' } },
      { state: 'missing' },
    ],
  ])('%s', (id, change, expected) => {
    const of = facts(STRUTS, change)
    expect(at(of, id)).toMatchObject(expected)
    expect(isProved(proofOf(of))).toBe(
      expected.state === 'shown' && proofOf(of).every(({ state }) => state === 'shown'),
    )
  })
  test(
    'a sensor or module asks for a calibration; other work does not, but what was ' +
      'taught is held against a fresh round',
    () => {
      expect(
        at(facts([{ job: 'sensor', corners: ['FL'] }], { calibrated: null }), 'sensors'),
      ).toMatchObject({ state: 'missing', why: 'calibrateFirst' })
      expect(
        at(
          facts(STRUTS, {
            calibrated: null,
            round: { atMs: minute(520), verdict: heights(), agreements: null },
          }),
          'sensors',
        ),
      ).toBeUndefined()
    },
  )
  test('a torque that nobody set, and steps that are left', () => {
    expect(
      at(facts(STRUTS, {}, worked(STRUTS, { change: { torque: null } })), 'torque'),
    ).toMatchObject({ state: 'missing' })
    const left = facts(STRUTS, {}, worked(STRUTS, { without: ['lowerLifting', 'closeLine'] }))
    expect(at(left, 'steps')).toMatchObject({ state: 'missing' })
    expect(backOnWheelsMs(left.run)).toBeNull()
    // Nothing shown before it stands counts.
    expect(
      proofOf(left)
        .filter(({ state }) => state === 'shown')
        .map(({ id }) => id),
    ).not.toEqual(expect.arrayContaining(['heights']))
    expect(at(left, 'temporary')).toMatchObject({ state: 'missing' })
  })
})

test('trim stays off until the joints are shown tight', () => {
  const jobs: readonly WantedJob[] = [{ job: 'spring', corners: ['RL', 'RR'] }]
  const architecture = { ...ARCHITECTURE, air: { front: 'strut', rear: 'bellows' } } as const
  const run = worked(jobs, { without: ['trimBack', 'prove', 'alignment'], architecture })
  const tight = (['RL', 'RR'] as const).map((joint) => said('soap', 'good', joint))
  const trim = (of: readonly Said[], at_ = run) => at(facts(jobs, { said: of }, at_), 'trim')
  expect(trim([])).toMatchObject({ state: 'missing', why: 'soapFirst', places: ['rear'] })
  expect(trim(tight)).toMatchObject({ state: 'missing', why: null })
  expect(trim([], worked(jobs, { architecture }))).toMatchObject({
    state: 'against',
    why: 'soapFirst',
  })
  expect(trim(tight, worked(jobs, { architecture }))).toMatchObject({ state: 'shown' })
})

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
