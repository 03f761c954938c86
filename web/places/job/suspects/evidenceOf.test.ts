import type { EvidenceRecord, Job, Watch } from '@anklet/contract'
import { checksAt, SHIPPED_BOOK } from '@anklet/core/diagnosis'
import { perCorner } from '@anklet/core/vehicle'
import { describe, expect, test } from 'vitest'
import { jobOf, roundOf } from '../../../test/records.ts'
import {
  asksWords,
  causeWords,
  checkWords,
  minutesWords,
  outcomeWords,
  savesWords,
} from '../../../words/suspects.ts'
import { evidenceOf } from './evidenceOf.ts'

const plain = jobOf()
const checks = checksAt(SHIPPED_BOOK, plain.vehicleType.architecture)
const found = (change: Partial<Job>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    evidenceOf(jobOf(change), checks).map(({ check, outcome, from, doubted }) => [
      check,
      `${from} ${outcome}${doubted === null ? '' : ` not: ${doubted}`}`,
    ]),
  )
const design = perCorner((corner) => plain.vehicleType.geometry.corners[corner].designHeightMm)
const said = (
  check: string,
  say: EvidenceRecord['say'],
  outcome: string | null = null,
  reason = '',
): EvidenceRecord => ({
  id: crypto.randomUUID(),
  jobId: 'j',
  at: '2026-11-24T09:00:00.000Z',
  person: 'p',
  check,
  say,
  outcome,
  reason,
})

describe('evidence without typing', () => {
  test('a job nobody said anything of has none', () => expect(found({})).toEqual({}))
  test('what they said and what they denied counts; what nobody asked is no denial', () => {
    const complaint: Job['complaint'] = {
      where: ['RL'],
      when: ['overnight'],
      signs: ['hiss', 'speedLimit'],
      denied: ['sometimes', 'pumpNever', 'message'],
      words: '',
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
    const { denied: _, ...unasked } = complaint
    expect(Object.keys(found({ complaint: unasked }))).toEqual([
      'saysLow',
      'overnight',
      'hiss',
      'message',
    ])
    expect(
      found({ complaint: { where: [], when: [], signs: [], denied: ['speedLimit'], words: '' } }),
    ).toEqual({})
    expect(found({ complaint: { where: ['RL', 'RR'], when: [], signs: [], words: '' } })).toEqual({
      saysLow: 'owner RL+RR',
    })
  })
  test('a round says which corners stand low and where the module disagrees', () => {
    const round = roundOf({ ...design, FR: design.FR - 14 }, '2026-11-24T08:30:00.000Z', {
      reportedMm: { ...design, RL: design.RL - 9 },
    })
    expect(found({ rounds: [round] })).toEqual({ standsLow: 'round FR', agrees: 'round FR+RL' })
  })
  test('a watch that is sure names its corners; one that is not is no evidence', () => {
    const watch = (best: string, probability: number, supplyCut: Watch['supplyCut'] = 'fuse') =>
      ({
        id: 'w',
        jobId: 'j',
        state: 'concluded',
        supplyCut,
        finding: { kind: 'answer', best, probability, sentence: '' },
      }) as unknown as Watch
    expect(found({ watches: [watch('RL', 0.9)] })).toEqual({ watch: 'watch RL' })
    expect(found({ watches: [watch('rearPair', 0.8)] })).toEqual({ watch: 'watch RL+RR' })
    expect(found({ watches: [watch('RL', 0.4)] })).toEqual({})
    // With the supply on it is told in a word what both waits say.
    for (const told of ['command', 'holds'])
      expect(found({ watches: [watch('none', 0.95), watch(told, 0.95, 'leftOn')] })).toEqual({
        watch: 'watch holds',
        command: `watch ${told}`,
      })
    expect(found({ watches: [watch('RL', 0.9), watch('leak', 0.95, 'leftOn')] })).toEqual({
      watch: 'watch RL',
    })
  })
  test('tests speak for themselves; what the vehicle has not is left out', () => {
    const check = {
      id: 'c',
      jobId: 'j',
      at: '',
      person: 'p',
      kind: 'pump' as const,
      corner: null,
      verdict: 'bad' as const,
      sentence: '',
      lines: [],
      speaksFor: '',
      logId: null,
    }
    expect(
      found({
        checks: [
          { ...check, finds: [{ check: 'pumpTest', outcome: 'weak' }] },
          {
            ...check,
            finds: [
              { check: 'whichCorner', outcome: 'RL:still+RR:crossed' },
              { check: 'shopAir.XX', outcome: 'falls' },
              { check: 'sweep', outcome: 'FL:splendid' },
            ],
          },
        ],
      }),
    ).toEqual({ pumpTest: 'test weak', whichCorner: 'test RL:still+RR:crossed' })
  })
})

describe('what people say of evidence', () => {
  test('the newest counts; doubt leaves it there, uncounted; counted again it counts', () => {
    const complaint = { where: ['RL' as const], when: [], signs: [], words: '' }
    expect(found({ complaint, evidence: [said('saysLow', 'doubted', null, 'Not sure')] })).toEqual({
      saysLow: 'owner RL not: Not sure',
    })
    expect(
      found({
        complaint,
        evidence: [said('saysLow', 'doubted', null, 'Not sure'), said('saysLow', 'counted')],
      }),
    ).toEqual({ saysLow: 'owner RL' })
    expect(
      found({
        evidence: [
          said('soapSpring.RL', 'found', 'none'),
          said('soapSpring.RL', 'found', 'bubbles'),
        ],
      }),
    ).toEqual({ 'soapSpring.RL': 'hand bubbles' })
    expect(
      found({
        evidence: [
          said('soapSpring.RL', 'found', 'bubbles'),
          said('soapSpring.RL', 'doubted', null, 'Measured wrong'),
        ],
      }),
    ).toEqual({ 'soapSpring.RL': 'hand bubbles not: Measured wrong' })
  })
})

describe('said of checks and causes', () => {
  test('places are spoken, outcomes by the places they name', () => {
    expect(asksWords(checks.get('soapSpring.RL')!)).toBe('Bubbles on the rear left spring?')
    expect(checkWords(checks.get('watch')!)).toBe('Night with supply off')
    expect(outcomeWords(checks.get('watch')!, 'FL+RR')).toBe('Front left, rear right: falls')
    expect(outcomeWords(checks.get('whichCorner')!, 'RL:still+RR:crossed')).toBe(
      'Rear left: it does not move; Rear right: another one rises',
    )
    expect(outcomeWords(checks.get('watch')!, 'holds')).toBe('All hold')
    const [leak, pump] = [
      SHIPPED_BOOK.causes.find(({ id }) => id === 'springLeak')!,
      SHIPPED_BOOK.causes.find(({ id }) => id === 'pumpWorn')!,
    ]
    expect(
      causeWords({
        id: 'x',
        base: 'leakAndPump',
        weight: 1,
        place: 'RL',
        because: '',
        parts: [
          { cause: leak, place: 'RL' },
          { cause: pump, place: null },
        ],
      }),
    ).toBe('The rear left air spring leaks, and the pump is worn')
  })
  test('minutes as one says them', () => {
    expect([1, 12, 62, 95, 150].map(minutesWords)).toEqual([
      'a minute',
      '12 minutes',
      'an hour',
      '1½ hours',
      '2½ hours',
    ])
    expect(savesWords(2000)).toBe('days of guessing')
  })
})
