import { describe, expect, test } from 'vitest'
import type { EvidenceJob } from './job.ts'
import { knownOf, partsOfJobs, samePart } from './index.ts'
import { jobWith, at, checks, roundAt, design, said } from './test/knowing.ts'

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
