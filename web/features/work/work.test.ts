import type { Decision, Part } from '@anklet/contract'
import {
  composePlan,
  GATES,
  GATES_OF,
  SHIPPED_PROCEDURES,
  USUAL_WAY,
} from '@anklet/core/work/procedure'
import { describe, expect, test } from 'vitest'
import { architecture, jobOf } from '@anklet/language/test/records'
import {
  CONDITION_WORDS,
  GATE_WORDS,
  minutesWords,
  planRefusalWords,
  PROOF_WORDS,
  stepWords,
  torqueWords,
} from '@anklet/language/work/plan'
import { fastenedWords, torquedWords } from '@anklet/language/work/work'
import { slowestPart, flatOf, proposedJobs } from './model.ts'

const decided = (
  option: string,
  corner: NonNullable<Decision['corner']>,
  lines: readonly string[] = ['2 × air spring, rear'],
): Partial<ReturnType<typeof jobOf>> => ({
  decisions: [
    {
      id: 'd',
      jobId: 'j',
      at: '2026-11-24T08:00:00.000Z',
      person: 'p',
      option,
      title: option,
      reason: 'r',
      validUntil: null,
      currency: 'EUR',
      lines: lines.map((words) => ({ words, hours: 1, amount: 1 })),
      taxPercent: 0,
      over: null,
      corner,
    },
  ],
})
const found = (cause: string) =>
  ({
    conclusions: [
      {
        id: 'c',
        jobId: 'j',
        at: '2026-11-24T08:00:00.000Z',
        person: 'p',
        cause,
        sentence: 's',
        probability: 0.9,
        stands: 'found' as const,
        photoId: null,
      },
    ],
  }) as unknown as Partial<ReturnType<typeof jobOf>>

describe('jobs a plan begins with', () => {
  test.each([
    ['this', 'RL', [{ job: 'spring', corners: ['RL'] }]],
    ['both', 'RL', [{ job: 'spring', corners: ['RL', 'RR'] }]],
    ['this', 'FR', [{ job: 'bellows', corners: ['FR'] }]],
    ['bothThenSingly', 'RL', [{ job: 'spring', corners: ['RL', 'RR'] }]],
    ['struts', 'FR', [{ job: 'strut', corners: ['FL', 'FR'] }]],
    ['axleCoils', 'RR', [{ job: 'coils', corners: ['RL', 'RR'] }]],
    ['allCoils', 'RR', [{ job: 'coils', corners: ['RL', 'RR', 'FL', 'FR'] }]],
    [
      'coilsAndDampers',
      'RR',
      [
        { job: 'coils', corners: ['RL', 'RR'] },
        { job: 'coilStruts', corners: ['FL', 'FR'] },
      ],
    ],
    ['withBlock', 'RL', [{ job: 'spring', corners: ['RL', 'RR'] }, { job: 'block' }]],
    ['pump', 'FL', [{ job: 'pump' }]],
    ['leave', 'FL', []],
  ] as const)('decided %s at %s', (option, corner, jobs) =>
    expect(proposedJobs(jobOf(decided(option, corner)))).toEqual(jobs),
  )
  test('a pump in the estimate is a job of its own', () =>
    expect(
      proposedJobs(jobOf(decided('both', 'RL', ['2 × air spring, rear', 'pump', 'relay']))),
    ).toEqual([{ job: 'spring', corners: ['RL', 'RR'] }, { job: 'pump' }]))
  test('without a decision a finding that has one remedy proposes it; a leaking spring waits for the decision', () => {
    expect([
      proposedJobs(jobOf(found('relayWelded'))),
      proposedJobs(jobOf(found('fittingLeak.RL'))),
      proposedJobs(jobOf(found('sensorDead.FR'))),
      proposedJobs(jobOf(found('springLeak.RL'))),
      proposedJobs(jobOf(found('springLeak.RL+fittingLeak.FR'))),
      proposedJobs(jobOf()),
    ]).toEqual([
      [{ job: 'relay' }],
      [{ job: 'line', corners: ['RL'] }],
      [{ job: 'sensor', corners: ['FR'] }],
      [],
      [{ job: 'line', corners: ['FR'] }],
      [],
    ])
  })
  test('beside a decision about the springs the rest of the finding is mended too; put off, nothing is', () => {
    const both = { ...decided('this', 'RL'), ...found('springLeak.RL+fittingLeak.FR') }
    expect(proposedJobs(jobOf(both))).toEqual([
      { job: 'spring', corners: ['RL'] },
      { job: 'line', corners: ['FR'] },
    ])
    expect(proposedJobs(jobOf({ ...both, ...decided('leave', 'RL') }))).toEqual([])
  })
  test('it came in flat at the corners that were tapped on arrival, whatever the complaint names', () => {
    const arrived = (flat?: ('FL' | 'RR')[] | null) =>
      jobOf({
        arrival: { onStops: 'axle', flat } as never,
        complaint: { where: ['RL'], when: [], signs: [], words: '' },
      })
    expect([
      flatOf(jobOf()),
      flatOf(arrived()),
      flatOf(arrived(null)),
      flatOf(arrived(['RR', 'FL'])),
    ]).toEqual([[], [], [], ['RR', 'FL']])
  })
  test('whatever is proposed makes a plan', () => {
    for (const option of [
      'this',
      'both',
      'struts',
      'withPump',
      'withBlock',
      'axleCoils',
      'allCoils',
      'pump',
    ])
      for (const corner of ['FL', 'RR'] as const) {
        const jobs = proposedJobs(jobOf(decided(option, corner)))
        if (option === 'struts' && corner === 'RR') continue
        expect(
          composePlan(SHIPPED_PROCEDURES, {
            architecture,
            jobs,
            support: 'twoPost',
            way: USUAL_WAY,
          }),
          `${option} ${corner}`,
        ).toMatchObject({ ok: true })
      }
  })
})

describe('parts of a plan', () => {
  const part = (kind: Part['kind'], leadDays: number, typeId = 't'): Part => ({
    id: kind,
    version: 1,
    typeId,
    kind,
    axle: null,
    name: kind,
    number: '',
    cost: 1,
    hours: 1,
    pairHours: null,
    leadDays,
    life: null,
  })
  test('the slowest of those that are needed is told, not of the whole shelf', () => {
    const shelf = [
      part('strut', 8),
      part('pump', 2),
      part('conversion', 30),
      part('relay', 90, 'other'),
    ]
    expect(slowestPart(['strut', 'pump', 'relay'], shelf, 't')).toEqual({ part: 'strut', days: 8 })
    expect(slowestPart(['sensor'], shelf, 't')).toBeNull()
    expect(slowestPart(['pump'], [part('pump', 0)], 't')).toBeNull()
  })
})

describe('a plan in words', () => {
  test('places stand in their steps, minutes as one says them', () => {
    expect([
      stepWords('Wheel off, {place}', 'RL'),
      stepWords('Stands under the {place} too', 'rear'),
      stepWords('Lifting mode on', null),
    ]).toEqual(['Wheel off, rear left', 'Stands under the rear axle too', 'Lifting mode on'])
    expect([minutesWords(8), minutesWords(60), minutesWords(135)]).toEqual([
      '8 min',
      '1 h',
      '2 h 15 min',
    ])
  })
  test('every gate, condition and proof of every step has its words', () => {
    const plan = composePlan(SHIPPED_PROCEDURES, {
      architecture,
      jobs: [
        { job: 'strut', corners: ['FL'] },
        { job: 'block' },
        { job: 'spring', corners: ['RL'] },
      ],
      support: 'stands',
      way: USUAL_WAY,
    })
    const asks = plan.ok
      ? plan.value.steps.flatMap(({ gates }) => gates.flatMap((gate) => gate.asks))
      : []
    expect(asks.length).toBeGreaterThan(20)
    for (const { condition, proofs } of asks) {
      expect(CONDITION_WORDS[condition]).toBeTruthy()
      for (const proof of proofs) expect(PROOF_WORDS[proof]).toBeTruthy()
    }
    for (const gate of GATES) expect(GATE_WORDS[gate].startsWith('before')).toBe(true)
    for (const gates of Object.values(GATES_OF))
      for (const { asks: of } of gates)
        for (const condition of of) expect(CONDITION_WORDS[condition]).toBeTruthy()
  })
  test('what makes no sense is said with the names of the jobs', () => {
    const name = (id: string): string =>
      ({ strut: 'complete strut', coils: 'conversion to coils' })[id] ?? id
    expect(
      planRefusalWords({ code: 'jobsExclude', jobs: ['strut', 'coils'], place: 'RL' }, name),
    ).toBe(
      '“complete strut” and “conversion to coils” cannot both be done at the rear ' +
        'left: one takes away what the other works on.',
    )
    expect(planRefusalWords({ code: 'halfAnAxle', job: 'coils', corner: 'RL' }, name)).toContain(
      'as a whole',
    )
  })
})

describe('a torque', () => {
  test('is told in the unit it was entered in, the other beside it', () => {
    expect(torqueWords({ minNm: 110, maxNm: 110 })).toBe('110 N.m (81 lbf.ft)')
    expect(torqueWords({ minNm: 135.58, maxNm: 149.82, unit: 'lbf.ft' })).toBe(
      '100 to 111 lbf.ft (135.58 to 149.82 N.m)',
    )
    expect(torquedWords({ nm: 54.23, source: 'Sheet 3', unit: 'lbf.ft' })).toBe(
      '40 lbf.ft (54 N.m), Sheet 3',
    )
    expect(torquedWords({ nm: 9.5, source: null })).toBe('9.5 N.m (7.0 lbf.ft)')
  })
  test('what has no thread is told by what holds it; what nobody said is not', () => {
    expect(fastenedWords('clip')).toBe('A clip or lock: heard and felt')
    expect(fastenedWords('unknown')).toBe('no torque written down')
  })
})
