import { describe, expect, test } from 'vitest'
import type { ProcedureBook } from './index.ts'
import { lintProcedures, SHIPPED_PROCEDURES } from './index.ts'

describe('a book as it is read in', () => {
  const change = (id: string, to: object): ProcedureBook => ({
    ...SHIPPED_PROCEDURES,
    steps: SHIPPED_PROCEDURES.steps.map((step) => (step.id === id ? { ...step, ...to } : step)),
  })
  test('what ships has no fault', () => expect(lintProcedures(SHIPPED_PROCEDURES)).toEqual([]))
  test.each([
    [
      'an unknown tool',
      change('soap', { tools: ['hammer'] }),
      { code: 'unknownTool', at: 'steps/soap', what: 'hammer' },
    ],
    [
      'somebody under a car that nothing holds',
      {
        ...SHIPPED_PROCEDURES,
        facts: SHIPPED_PROCEDURES.facts.filter(({ id }) => id !== 'axleHeld'),
      },
      { code: 'unknownFact', at: 'steps/damperOff', what: 'axleHeld' },
    ],
    [
      'an unknown part',
      change('pumpIn', { part: 'wheel' }),
      { code: 'unknownPart', at: 'steps/pumpIn', what: 'wheel' },
    ],
    [
      'a need that nothing gives',
      {
        ...change('soap', { needs: ['dry'] }),
        facts: [...SHIPPED_PROCEDURES.facts, { id: 'dry', at: 'car' as const, words: 'it is dry' }],
      },
      { code: 'nothingGives', at: 'steps/soap', what: 'dry' },
    ],
    [
      'a line opened before anything was shown',
      change('openLine', { needs: ['wheelOff'] }),
      expect.objectContaining({
        code: 'unsafe',
        refusal: expect.objectContaining({ code: 'gateShut', gate: 'openLine' }),
      }),
    ],
    [
      'a pump opened under pressure',
      change('openPump', { needs: ['pumpReach', 'supplyOff'] }),
      expect.objectContaining({
        code: 'unsafe',
        refusal: expect.objectContaining({ code: 'gateShut', gate: 'openPlant' }),
      }),
    ],
  ])('%s is named', (_, book, fault) => expect(lintProcedures(book)).toContainEqual(fault))
  test('every name that leads nowhere is told, each at its place', () => {
    const { facts, jobs, steps } = SHIPPED_PROCEDURES
    const [fact, job, step] = [facts[0]!, jobs[0]!, steps[0]!]
    const book: ProcedureBook = {
      ...change('soap', {
        uses: ['glue'],
        tightens: ['bolt'],
        why: 'It drips at {somewhere}',
        // What may be given need not be; what nobody knows is named once, as that.
        needs: ['unheard', 'dry?', 'dry+'],
        gives: ['lost'],
        takes: ['found'],
      }),
      facts: [
        { ...fact, then: ['nowhere'] },
        ...facts.slice(1),
        { id: 'dry', at: 'car', words: 'it is dry' },
        fact,
      ],
      jobs: [{ ...job, steps: [...job.steps, 'jump'], ends: [...job.ends, 'fall'] }, ...jobs],
      reusable: [...(SHIPPED_PROCEDURES.reusable ?? []), 'string'],
    }
    expect(lintProcedures({ ...book, steps: [...book.steps, step] })).toEqual([
      { code: 'twice', at: 'steps', what: step.id },
      { code: 'twice', at: 'facts', what: fact.id },
      { code: 'twice', at: 'jobs', what: job.id },
      { code: 'unknownUse', at: 'steps/soap', what: 'glue' },
      { code: 'unknownFastener', at: 'steps/soap', what: 'bolt' },
      { code: 'unknownWord', at: 'steps/soap', what: 'somewhere' },
      { code: 'unknownFact', at: 'steps/soap', what: 'unheard' },
      { code: 'unknownFact', at: 'steps/soap', what: 'lost' },
      { code: 'unknownFact', at: 'steps/soap', what: 'found' },
      { code: 'unknownUse', at: 'reusable', what: 'string' },
      { code: 'unknownStep', at: `jobs/${job.id}`, what: 'jump' },
      { code: 'unknownStep', at: `jobs/${job.id}`, what: 'fall' },
      { code: 'unknownStep', at: `facts/${fact.id}`, what: 'nowhere' },
    ])
  })
  test('a circle is named by its steps', () => {
    const faults = lintProcedures(change('strutBench', { needs: ['strutUp'] }))
    const circle = faults.find(({ code }) => code === 'cycle')
    expect(circle?.code === 'cycle' && circle.steps.map((key) => key.split('.')[0])).toEqual(
      expect.arrayContaining(['strutBench', 'strutIn']),
    )
  })
})
