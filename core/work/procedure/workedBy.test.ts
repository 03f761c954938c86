import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import first from './book/procedures.1.json' with { type: 'json' }
import type { BookStep, EarlierBook, ProcedureBook } from './index.ts'
import {
  composePlan,
  lintProcedures,
  SHIPPED_PROCEDURES,
  USUAL_WAY,
  walkPlan,
  workedBy,
} from './index.ts'

const stepOf = (id: string, book: ProcedureBook = SHIPPED_PROCEDURES) =>
  book.steps.find((step) => step.id === id)!

/** A book as it was kept before: one torque a step, and nothing held before it is loosened. */
function earlier(change: (steps: BookStep[]) => BookStep[] = (steps) => steps): EarlierBook {
  const { fasteners, steps, jobs, facts, ...rest } = SHIPPED_PROCEDURES
  const plain = change([...steps]).map(
    ({ tightens, loosens: _, snugs: __, retires: ___, alone: ____, ...step }) => ({
      ...step,
      ...(tightens?.[0] ? { torque: tightens[0] } : {}),
    }),
  )
  return {
    ...rest,
    formatVersion: 1,
    torques: Object.fromEntries(
      Object.entries(fasteners).map(([id, { words }]) => [id, `our ${words}`]),
    ),
    facts: facts.filter(({ id }) => id !== 'armHeld'),
    steps: plain.filter(({ id }) => !id.startsWith('armHold') && !id.startsWith('shock')),
    jobs: jobs
      .filter(({ id }) => id !== 'shock')
      .map(({ was: _, ...job }) =>
        job.id === 'strut'
          ? {
              ...job,
              when: { air: ['strut', 'bellowsOnDamper', 'airDamper'] },
              steps: [...job.steps.slice(0, 2), 'ours', ...job.steps.slice(2), 'strutTight'],
            }
          : job,
      ),
  }
}
const ours: BookStep = {
  id: 'ours',
  at: 'corner',
  phase: 'off',
  words: 'Spray the {place} clean',
  why: 'Less dirt in the line.',
  minutes: 3,
}

test('a shop without procedures of its own works by those that ship', () => {
  expect(workedBy(null)).toBe(SHIPPED_PROCEDURES)
})
test('a book of today stands as it is; an earlier one is brought up to date once', () => {
  const own = { ...SHIPPED_PROCEDURES }
  expect(workedBy(own)).toBe(own)
  const old = earlier()
  expect(workedBy(old)).toBe(workedBy(old))
})

test('the first book, as it shipped, becomes what ships today: nothing of it was the shop’s own', () => {
  expect(workedBy(first as unknown as EarlierBook)).toEqual(SHIPPED_PROCEDURES)
})
test('what a shop had changed in the first book stays, and nothing else of it', () => {
  const changed = structuredClone(first) as unknown as {
    steps: { id: string; words: string; minutes: number }[]
    torques: Record<string, string>
  }
  const cap = changed.steps.find(({ id }) => id === 'capIn')!
  cap.minutes = 21
  changed.torques['springBolt'] = 'our spring bolt'
  const own = workedBy(changed as unknown as EarlierBook)
  expect(stepOf('capIn', own)).toEqual({ ...stepOf('capIn'), minutes: 21 })
  expect(own.fasteners.springBolt).toEqual({ words: 'our spring bolt', from: 'heldBottom' })
  expect(own.jobs).toEqual(SHIPPED_PROCEDURES.jobs)
  expect(lintProcedures(own)).toEqual([])
})

describe('a book kept before fasteners were told', () => {
  const renamed = (steps: BookStep[]): BookStep[] => [
    ...steps.map((step) =>
      step.id === 'strutOut' ? { ...step, words: 'Out with it, {place}', minutes: 9 } : step,
    ),
    ours,
    { ...ours, id: 'strutTight', tightens: ['strutTop'] },
    { ...ours, id: 'stray' },
  ]
  const own = workedBy(earlier(renamed))
  test('keeps the shop’s words and minutes, and what it called its fasteners', () => {
    expect(stepOf('strutOut', own)).toMatchObject({
      words: 'Out with it, {place}',
      minutes: 9,
      alone: stepOf('strutOut').alone,
      loosens: ['strutTop'],
    })
    expect(own.fasteners.strutLower).toEqual({
      words: 'our lower strut bolts',
      bushed: true,
    })
  })
  test('keeps what the shop had added where it stood, and drops what has been taken apart', () => {
    const job = own.jobs.find(({ id }) => id === 'strut')!
    expect(job.steps.slice(0, 4)).toEqual(['partsCheck', 'photograph', 'ours', 'strutOil'])
    expect(job.steps).not.toContain('strutTight')
    expect(own.steps.map(({ id }) => id)).not.toContain('strutTight')
    expect(stepOf('stray', own)).toMatchObject({ words: ours.words })
  })
  test('an air shock beside its coil is held like any, whatever the book said of it', () => {
    const architecture = sampleArchitecture({ air: { front: 'none', rear: 'airDamper' } })
    const plan = composePlan(own, {
      architecture,
      jobs: [{ job: 'strut', corners: ['RL'] }],
      support: 'twoPost',
      way: USUAL_WAY,
    })
    expect(plan.ok).toBe(true)
    if (!plan.ok) return
    const keys = plan.value.steps.map(({ key }) => key)
    expect(keys).not.toContain('strutJoint.RL')
    expect(keys.indexOf('armHoldCoil.RL')).toBeLessThan(keys.indexOf('shockOff.RL'))
    expect(walkPlan(own, architecture, plan.value.steps)).toMatchObject({ ok: true })
  })
  test('is sound as a whole', () => {
    expect(lintProcedures(own)).toEqual([])
  })
  test('a job of the shop’s own keeps a step that shipped before', () => {
    const base = earlier(renamed)
    const job = {
      id: 'oursOnly',
      words: 'only ours',
      at: 'corner' as const,
      steps: ['strutTight'],
      ends: [],
    }
    const with1 = workedBy({ ...base, jobs: [...base.jobs, job] })
    expect(stepOf('strutTight', with1)).toMatchObject({ tightens: ['strutTop'] })
    expect(with1.jobs.at(-1)).toEqual(job)
  })
})
