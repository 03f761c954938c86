import { describe, expect, test } from 'vitest'
import type { EvidenceJob } from './job.ts'
import { knownOf } from './index.ts'
import { jobWith, at, checks, found, roundAt, design, said } from './test/knowing.ts'

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
      ...['rises', 'evenLow'].map((check) => ({
        check,
        where: null,
        when: at(8),
        state: 'arrived',
        kind: 'arrival',
        by: 'person',
        person: 'p',
        deviceIds: [],
      })),
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
