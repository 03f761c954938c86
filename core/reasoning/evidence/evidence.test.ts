import { describe, expect, test } from 'vitest'
import { checksAt, SHIPPED_BOOK } from '../diagnosis/index.ts'
import type { RoundState } from '../../measuring/heights/index.ts'
import { sampleArchitecture, sampleVehicle } from '../../base/samples/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { mapCorners, perCorner, WALK } from '../../base/vehicle/index.ts'
import type { EvidenceJob, EvidenceRound, EvidenceWatch } from './job.ts'
import { knownOf, partsOfJobs, samePart } from './index.ts'

const architecture = sampleArchitecture({
  air: { front: 'strut', rear: 'bellows' },
  sensors: { front: 'each', rear: 'each' },
})
const geometry = sampleVehicle()
const design = mapCorners(geometry.corners, ({ designHeightMm }) => designHeightMm)
const checks = checksAt(SHIPPED_BOOK, architecture)
const at = (hour: number, minute = 0): string =>
  new Date(Date.UTC(2026, 10, 24, hour, minute)).toISOString()

const jobWith = (change: Partial<EvidenceJob> = {}): EvidenceJob => ({
  id: 'j',
  openedAt: at(8),
  openedBy: 'p',
  vehicleType: { architecture, geometry },
  complaint: { where: [], when: [], signs: [] },
  arrival: null,
  rounds: [],
  watches: [],
  codeReadings: [],
  codeTexts: [],
  checks: [],
  evidence: [],
  plans: [],
  workNow: null,
  repairs: [],
  ...change,
})
const roundAt = (
  endedAt: string,
  heights: PerCorner<number>,
  state: RoundState | null = 'levelled',
  change: Partial<EvidenceRound> = {},
): EvidenceRound => ({
  id: endedAt,
  jobId: 'j',
  purpose: 'heights',
  method: 'wheelCentreToArch',
  load: 'empty',
  state,
  levelOffsetMm: 0,
  endedAt,
  reportedMm: null,
  person: 'p',
  padsMm: null,
  readings: WALK.map((corner) => ({ corner, heightMm: heights[corner], correction: null })),
  ...change,
})
const said = (
  check: string,
  say: 'found' | 'doubted' | 'counted',
  outcome: string | null = null,
  reason = '',
  when = at(9),
): EvidenceJob['evidence'][number] => ({ at: when, person: 'q', check, say, outcome, reason })
const found = (change: Partial<EvidenceJob>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    knownOf(jobWith(change), checks).pieces.map(({ check, outcome, source, doubted }) => [
      check,
      `${source.kind} ${outcome}${doubted === null ? '' : ` not: ${doubted}`}`,
    ]),
  )

describe('what is known of a car', () => {
  test('a job nobody said anything of has nothing, and all of the owner’s questions are open', () => {
    const { pieces, old, notAsked } = knownOf(jobWith(), checks)
    expect([pieces, old]).toEqual([[], []])
    expect(notAsked).toEqual([
      'saysLow',
      'overnight',
      'sometimes',
      'whenLoaded',
      'hiss',
      'slowRise',
      'pumpOften',
      'pumpNever',
      'pumpLoud',
      'message',
      'afterRepair',
      'pumpReplaced',
    ])
  })
  test('what they said and what they denied counts; what nobody asked is no denial', () => {
    const complaint = {
      where: ['RL' as const],
      when: ['overnight'],
      signs: ['hiss', 'speedLimit'],
      denied: ['sometimes', 'pumpNever', 'message'],
    }
    expect(found({ complaint })).toEqual({
      saysLow: 'owner RL',
      overnight: 'owner yes',
      sometimes: 'owner no',
      hiss: 'owner yes',
      // A speed limit is told by a message, whatever they call it.
      message: 'owner yes',
      pumpNever: 'owner no',
    })
    expect(knownOf(jobWith({ complaint }), checks).notAsked).toEqual([
      'whenLoaded',
      'slowRise',
      'pumpOften',
      'pumpLoud',
      'afterRepair',
      'pumpReplaced',
    ])
    const { denied: _, ...unasked } = complaint
    expect(Object.keys(found({ complaint: unasked }))).toEqual([
      'saysLow',
      'overnight',
      'hiss',
      'message',
    ])
    expect(
      found({ complaint: { where: [], when: [], signs: [], denied: ['speedLimit'] } }),
    ).toEqual({})
    expect(found({ complaint: { where: ['RL', 'RR'], when: [], signs: [] } })).toEqual({
      saysLow: 'owner RL+RR',
    })
  })
  test('each piece has its place, its time, its source and the state of the car', () => {
    const { pieces } = knownOf(
      jobWith({
        arrival: { rises: 'slowly', pumpRunsOn: false, condition: ['lowered'] },
        rounds: [roundAt(at(9), { ...design, RL: design.RL - 30 })],
        evidence: [
          { ...said('soapSpring.RL', 'found', 'bubbles', '', at(10)), from: 'hand' },
          { ...said('pumpRunsOn', 'found', 'yes', '', at(11)), from: 'link', deviceIds: ['box'] },
        ],
      }),
      checks,
    )
    expect(
      pieces.map(({ check, where, at: when, state, source }) => ({
        check,
        where,
        when,
        state,
        ...source,
      })),
    ).toEqual([
      {
        check: 'rises',
        where: null,
        when: at(8),
        state: 'arrived',
        kind: 'arrival',
        by: 'person',
        person: 'p',
        deviceIds: [],
      },
      {
        check: 'evenLow',
        where: null,
        when: at(8),
        state: 'arrived',
        kind: 'arrival',
        by: 'person',
        person: 'p',
        deviceIds: [],
      },
      {
        check: 'standsLow',
        where: null,
        when: at(9),
        state: 'levelled',
        kind: 'round',
        by: 'person',
        person: 'p',
        deviceIds: [],
      },
      {
        check: 'soapSpring.RL',
        where: 'RL',
        when: at(10),
        state: null,
        kind: 'hand',
        by: 'person',
        person: 'q',
        deviceIds: [],
      },
      {
        check: 'pumpRunsOn',
        where: null,
        when: at(11),
        state: null,
        kind: 'link',
        by: 'device',
        person: 'q',
        deviceIds: ['box'],
      },
    ])
  })
  test('what a vehicle has not, and what a check cannot come to, is left out', () => {
    const seen = (...finds: { check: string; outcome: string }[]) =>
      found({ checks: [{ at: at(9), person: 'p', finds }] })
    expect(seen({ check: 'pumpTest', outcome: 'weak' })).toEqual({ pumpTest: 'test weak' })
    expect(
      seen(
        { check: 'whichCorner', outcome: 'RL:still+RR:crossed' },
        { check: 'shopAir.XX', outcome: 'falls' },
        { check: 'sweep', outcome: 'FL:splendid' },
      ),
    ).toEqual({ whichCorner: 'test RL:still+RR:crossed' })
  })
  test('the newest counts; doubt leaves it there, uncounted; counted again it counts', () => {
    const complaint = { where: ['RL' as const], when: [], signs: [] }
    const doubt = said('saysLow', 'doubted', null, 'Not sure')
    expect(found({ complaint, evidence: [doubt] })).toEqual({ saysLow: 'owner RL not: Not sure' })
    expect(found({ complaint, evidence: [doubt, said('saysLow', 'counted')] })).toEqual({
      saysLow: 'owner RL',
    })
    const twice = [
      said('soapSpring.RL', 'found', 'none'),
      said('soapSpring.RL', 'found', 'bubbles', '', at(10)),
    ]
    expect(found({ evidence: twice })).toEqual({ 'soapSpring.RL': 'hand bubbles' })
    expect(
      found({ evidence: [...twice, said('soapSpring.RL', 'doubted', null, 'Wrong', at(11))] }),
    ).toEqual({ 'soapSpring.RL': 'hand bubbles not: Wrong' })
    // Seen once more after the doubt, it counts.
    expect(
      found({
        evidence: [said('pumpTest', 'doubted', null, 'Wrong', at(9))],
        checks: [{ at: at(10), person: 'p', finds: [{ check: 'pumpTest', outcome: 'weak' }] }],
      }),
    ).toEqual({ pumpTest: 'test weak' })
  })
})

test('a reading of codes is told by a device, a file or a person; a watch is reckoned', () => {
  const reading = (from: 'link' | 'report' | 'typed') => ({
    jobId: 'j',
    at: at(9),
    person: 'p',
    from,
    codes: [],
  })
  const by = (change: Partial<EvidenceJob>) =>
    knownOf(jobWith(change), checks).pieces.map(({ source }) => source.by)[0]
  expect([
    by({ codeReadings: [reading('link')] }),
    by({ codeReadings: [reading('report')] }),
    by({ codeReadings: [reading('typed')] }),
    by({ rounds: [roundAt(at(9), design, 'levelled', { deviceIds: ['gauge'] })] }),
  ]).toEqual(['device', 'file', 'person', 'device'])
})

describe('what a round speaks for', () => {
  const low = { ...design, FR: design.FR - 14 }
  const of = (...rounds: EvidenceRound[]): Readonly<Record<string, string>> => found({ rounds })
  test('levelled it is what the module could not bring up; as it arrived it is what went down', () => {
    expect(of(roundAt(at(9), low))).toEqual({ standsLow: 'round FR' })
    expect(of(roundAt(at(9), low, 'arrived'))).toEqual({ parkedLow: 'round FR' })
    expect(of(roundAt(at(9), low, null))).toEqual({ parkedLow: 'round FR' })
    expect(of(roundAt(at(9), low, 'supplyOff'))).toEqual({})
  })
  test('that none is low speaks only where the car levelled itself', () => {
    expect(of(roundAt(at(9), design))).toEqual({ standsLow: 'round level' })
    expect(of(roundAt(at(9), design, 'arrived'))).toEqual({})
  })
  test('the newest in each state counts; other ways of measuring, loads and jobs say nothing', () => {
    expect(
      of(roundAt(at(9), low, 'arrived'), roundAt(at(10), low), roundAt(at(11), design)),
    ).toEqual({ parkedLow: 'round FR', standsLow: 'round level' })
    for (const change of [
      { method: 'sillToFloor' as const },
      { load: 'laden' },
      { jobId: 'other' },
      { purpose: 'evening' },
    ])
      expect(of(roundAt(at(9), low, 'levelled', change))).toEqual({})
  })
  test('tape and module are held against each other in any state', () => {
    const reportedMm = { ...design, RL: design.RL - 9 }
    expect(of(roundAt(at(9), design, 'supplyOff', { reportedMm }))).toEqual({ agrees: 'round RL' })
    expect(of(roundAt(at(9), design, 'levelled', { reportedMm: perCorner(() => null) }))).toEqual({
      standsLow: 'round level',
      agrees: 'round agree',
    })
  })
})

describe('what a watch speaks for', () => {
  const watch = (best: string, probability: number, supplyCut = 'fuse'): EvidenceWatch => ({
    jobId: 'j',
    state: 'concluded',
    supplyCut,
    startedAt: at(18),
    startedBy: 'p',
    morningRoundId: null,
    finding: { kind: 'answer', best, probability },
  })
  test('one that is sure names its corners; one that is not is no evidence', () => {
    expect(found({ watches: [watch('RL', 0.9)] })).toEqual({ watch: 'watch RL' })
    expect(found({ watches: [watch('rearPair', 0.8)] })).toEqual({ watch: 'watch RL+RR' })
    expect(found({ watches: [watch('RL', 0.4)] })).toEqual({})
    expect(found({ watches: [{ ...watch('RL', 0.9), state: 'walked' }] })).toEqual({})
  })
  test('with the supply on it is told in a word what both waits say', () => {
    for (const told of ['command', 'holds'])
      expect(found({ watches: [watch('none', 0.95), watch(told, 0.95, 'leftOn')] })).toEqual({
        watch: 'watch holds',
        command: `watch ${told}`,
      })
    expect(found({ watches: [watch('RL', 0.9), watch('leak', 0.95, 'leftOn')] })).toEqual({
      watch: 'watch RL',
    })
  })
  test('it was seen in the morning, its supply off', () => {
    const morning = roundAt(at(30), design, 'supplyOff', { id: 'm', purpose: 'morning' })
    const { pieces } = knownOf(
      jobWith({ rounds: [morning], watches: [{ ...watch('RL', 0.9), morningRoundId: 'm' }] }),
      checks,
    )
    expect(pieces).toMatchObject([{ check: 'watch', at: at(30), state: 'supplyOff' }])
  })
})

describe('what a repair ends', () => {
  const before: Partial<EvidenceJob> = {
    complaint: { where: ['RL'], when: ['overnight'], signs: [] },
    rounds: [roundAt(at(9), { ...design, RL: design.RL - 40 })],
    codeReadings: [{ jobId: 'j', at: at(9), person: 'p', from: 'report', codes: [] }],
    evidence: [
      said('soapSpring.RL', 'found', 'bubbles', '', at(10)),
      said('soapSpring.FL', 'found', 'none', '', at(10)),
    ],
    plans: [{ jobs: [{ job: 'strut', corners: ['RL'] }] }],
  }
  test('work under way ends nothing', () => {
    const { pieces, old } = knownOf(jobWith({ ...before, workNow: { backAt: null } }), checks)
    expect(pieces.map(({ check }) => check)).toContain('soapSpring.RL')
    expect(old).toEqual([])
  })
  test('what it touched begins anew; what it did not touch stays', () => {
    const { pieces, old } = knownOf(jobWith({ ...before, workNow: { backAt: at(14) } }), checks)
    expect(pieces.map(({ check }) => check)).toEqual(['soapSpring.FL'])
    expect(old).toMatchObject([
      { mended: { at: at(14), parts: [{ part: 'strut', corners: ['RL'] }] } },
    ])
    expect(old[0]!.pieces.map(({ check }) => check)).toEqual([
      'saysLow',
      'overnight',
      'standsLow',
      'codes',
      'codeSensor',
      'soapSpring.RL',
    ])
  })
  test('a round after it counts, and the old fault does not come back with it', () => {
    const after = {
      ...before,
      workNow: { backAt: at(14) },
      rounds: [...before.rounds!, roundAt(at(15), design)],
    }
    const { pieces } = knownOf(jobWith(after), checks)
    expect(pieces.map(({ check, outcome }) => `${check} ${outcome}`)).toEqual([
      'soapSpring.FL none',
      'standsLow level',
    ])
    expect(pieces[1]!.afterRepair).toMatchObject({ at: at(14) })
    expect(pieces[0]!.afterRepair).toBeNull()
  })
  test('a pump touches what the whole car does, not what was seen at a corner; a module touches all', () => {
    const repaired = (part: string) =>
      knownOf(
        jobWith({ ...before, plans: [], repairs: [{ at: at(12), part, corners: [] }] }),
        checks,
      ).pieces.map(({ check }) => check)
    expect(repaired('compressor')).toEqual(['soapSpring.RL', 'soapSpring.FL'])
    expect(repaired('module')).toEqual([])
  })
  test('what a handover writes down of the work ends nothing a second time', () => {
    const { pieces, old } = knownOf(
      jobWith({
        ...before,
        workNow: { backAt: at(14) },
        rounds: [...before.rounds!, roundAt(at(15), design)],
        repairs: [{ at: at(16), part: 'strut', corners: ['RL'] }],
      }),
      checks,
    )
    expect(pieces.map(({ check }) => check)).toContain('standsLow')
    expect(old).toHaveLength(1)
  })
  test('parts by the jobs of a plan; the same part is the same at the same corners', () => {
    expect(
      partsOfJobs([{ job: 'pump' }, { job: 'wash' }, { job: 'line', corners: ['FL'] }]),
    ).toEqual([
      { part: 'compressor', corners: [] },
      { part: 'line', corners: ['FL'] },
    ])
    const of = (part: string, ...corners: ('FL' | 'FR' | 'RL')[]) => ({ part, corners })
    expect(samePart(of('strut', 'FL', 'FR'), of('strut', 'FR', 'FL'))).toBe(true)
    expect(samePart(of('strut', 'FL'), of('line', 'FL'))).toBe(false)
    expect(samePart(of('strut', 'FL'), of('strut', 'RL'))).toBe(false)
    expect(samePart(of('strut', 'FL', 'FR'), of('strut', 'FL'))).toBe(false)
  })
})
