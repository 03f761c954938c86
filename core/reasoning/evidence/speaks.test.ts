import { describe, expect, test } from 'vitest'
import { perCorner } from '../../base/vehicle/index.ts'
import type { EvidenceRound, EvidenceWatch } from './job.ts'
import { knownOf } from './index.ts'
import { jobWith, at, checks, found, roundAt, design } from './test/knowing.ts'

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
