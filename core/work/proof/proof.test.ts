import { describe, expect, test } from 'vitest'
import type { WantedJob } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { ProofFacts, ProofItem, Said } from './index.ts'
import { backOnWheelsMs, isProved, jointsOpened, proofOf } from './index.ts'
import {
  STRUTS,
  facts,
  worked,
  ARCHITECTURE,
  at,
  minute,
  said,
  heights,
  agreeing,
} from './test/proving.ts'

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
