import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { AirForm } from '../../base/vehicle/index.ts'
import { elapsed } from './compose.ts'
import type { PlanRequest, ProcedureBook, StepWhen } from './index.ts'
import { lintProcedures, placeJobs, stepsOfPlan, USUAL_WAY } from './index.ts'
import { planned, smallBook, request } from './test/smallBook.ts'

describe('a plan that was kept', () => {
  const kept = (order: readonly string[], jobs = request().jobs) =>
    stepsOfPlan(smallBook(), sampleArchitecture(), {
      jobs,
      support: 'stands',
      way: USUAL_WAY,
      order,
    })
  const usual = () => planned().steps.map(({ key }) => key)
  test('stands in the order it was put into', () => {
    const order = usual().toSpliced(0, 2, 'lift', 'off')
    expect(kept(order)?.map(({ key }) => key)).toEqual(order)
  })
  test('stands in its own order where that one leaves something out or comes too early', () => {
    expect(kept(usual().slice(1))?.map(({ key }) => key)).toEqual(usual())
    expect(kept(usual().toReversed())?.map(({ key }) => key)).toEqual(usual())
  })
  test('is none where it can be made no more', () => {
    expect(kept(usual(), [{ job: 'gone' }])).toBeNull()
  })
})
describe('elapsed', () => {
  const step = (
    key: string,
    minutes: number,
    waitMinutes: number,
    ...after: [string, string?][]
  ) => ({
    key,
    minutes,
    waitMinutes,
    after: after.map(([of, fact = null]) => ({ key: of, fact })),
  })
  test.each([
    ['nothing takes no time', [], 0],
    ['one after the other', [step('a', 3, 0), step('b', 4, 0)], 7],
    ['a wait nobody needs ends the work', [step('a', 3, 20), step('b', 4, 0)], 23],
    ['a wait goes by meanwhile', [step('a', 3, 2), step('b', 4, 0)], 7],
    ['whoever needs its outcome waits', [step('a', 3, 20), step('b', 4, 0, ['a', 'dry'])], 27],
    ['an order of a job does not wait', [step('a', 3, 20), step('b', 30, 0, ['a'])], 33],
    [
      'of two waits the longer',
      [step('a', 1, 9), step('b', 1, 5), step('c', 1, 0, ['a', 'x'], ['b', 'y'])],
      11,
    ],
    ['what is not in the plan is not waited for', [step('a', 1, 0, ['gone', 'x'])], 1],
  ] as const)('%s', (_, steps, minutes) => expect(elapsed(steps)).toBe(minutes))
})
describe('where jobs are put', () => {
  const placesOf = (
    at: 'corner' | 'axle' | 'car' | 'sensor',
    corners: PlanRequest['jobs'][0]['corners'],
  ) => {
    const book = smallBook()
    const jobs = book.jobs.map((job) => ({ ...job, at }))
    const placed = placeJobs(
      { ...book, jobs },
      sampleArchitecture({ sensors: { front: 'each', rear: 'one' } }),
      [{ job: 'hose', corners }],
      'stands',
      USUAL_WAY,
    )
    return placed.ok ? placed.value.placed.map(({ place }) => place) : placed.error
  }
  test.each([
    ['corner', ['RL', 'FR'], ['RL', 'FR']],
    ['corner', ['RL', 'RL'], ['RL']],
    ['sensor', ['RL', 'RR', 'FL'], ['rear', 'FL']],
    ['axle', ['FL', 'FR', 'RL', 'RR'], ['front', 'rear']],
    ['axle', ['RR', 'RL'], ['rear']],
    ['axle', ['FL', 'FR', 'RR'], { code: 'halfAnAxle', job: 'hose', corner: 'RR' }],
    ['car', [], [null]],
    ['car', ['RL'], [null]],
    ['corner', [], { code: 'cornersMissing', job: 'hose' }],
  ] as const)('of a %s, asked for at %j', (at, corners, places) =>
    expect(placesOf(at, corners)).toEqual(places),
  )
})
describe('a book is tried on every kind of car', () => {
  const forms: readonly AirForm[] = ['bellows', 'bellowsOnDamper', 'airDamper', 'strut']
  const combinations = forms.flatMap((form) =>
    [true, false].flatMap((reservoir) =>
      (['tool', 'fitting', 'valve'] as const).map((ventBy): StepWhen => ({
        air: [form],
        reservoir,
        // What comes with a reservoir on the cars a book is tried on.
        layout: reservoir ? 'closed' : 'open',
        lifting: reservoir,
        cutOff: reservoir,
        ventBy: [ventBy],
        fillAt: [reservoir ? 'hanging' : 'standing'],
      })),
    ),
  )
  /** The first of two steps waits for the second, where they apply. */
  const circleWhere = (when: StepWhen, at: 'corner' | 'axle' | 'car' = 'corner'): ProcedureBook => {
    const step = { at, phase: 'on', words: '', why: '', minutes: 1, when } as const
    return {
      ...smallBook(),
      facts: [{ id: 'odd', at, words: 'odd' }],
      steps: [
        { ...step, id: 'first', needs: ['odd'] },
        { ...step, id: 'second', gives: ['odd'] },
      ],
      jobs: [{ id: 'hose', words: 'Hose', at, steps: ['first', 'second'], ends: [] }],
    }
  }
  test.each(combinations)(
    'a circle where it has $air, reservoir $reservoir, vented by $ventBy, is found once',
    (when) => {
      const steps = expect.arrayContaining(['first.RL', 'second.RL'])
      expect(lintProcedures(circleWhere(when))).toEqual([{ code: 'cycle', at: 'jobs/hose', steps }])
    },
  )
  test('a circle nowhere is none', () => {
    expect(lintProcedures(circleWhere({ air: ['none'] }))).toEqual([])
    expect(lintProcedures(circleWhere({ lifting: false, reservoir: true }))).toEqual([])
  })
  test.each([
    ['car', ['first', 'second']],
    ['corner', ['first.RL', 'second.RL']],
  ] as const)('a job of a %s is tried at its own place', (at, steps) => {
    const [fault, ...more] = lintProcedures(circleWhere({}, at))
    expect(fault?.code === 'cycle' && fault.steps.toSorted()).toEqual(steps)
    expect(more).toEqual([])
  })
  test('a job of an axle is tried at both its corners', () => {
    const book = circleWhere({}, 'corner')
    const jobs = book.jobs.map((job) => ({ ...job, at: 'axle' as const }))
    const faults = lintProcedures({ ...book, jobs })
    expect(faults).toHaveLength(1)
    expect(faults[0]!.code).toBe('cycle')
  })
  test('a need that only a car of another kind has an answer to is told by its step', () => {
    const book = circleWhere({})
    const [first, second] = book.steps
    const steps = [first!, { ...second!, when: { air: ['strut'] as const } }]
    const jobs = book.jobs.map((job) => ({ ...job, steps: ['first'] }))
    expect(lintProcedures({ ...book, steps, jobs })).toEqual([
      { code: 'nothingGives', at: 'steps/first', what: 'odd' },
    ])
  })
  test('what would do harm is told with the step and the gate it stands before', () => {
    const book = smallBook()
    const steps = book.steps
      .filter(({ id }) => id === 'shut')
      .map(({ tightens: _, ...step }) => ({
        ...step,
        needs: [],
        takes: [],
        acts: ['openLine'] as const,
      }))
    const jobs = book.jobs.map((job) => ({ ...job, steps: ['shut'], ends: [] }))
    const unsafe = (missing: readonly string[]) => ({
      code: 'unsafe',
      at: 'jobs/hose',
      refusal: { code: 'gateShut', step: 'shut.RL', gate: 'openLine', missing },
    })
    expect(lintProcedures({ ...book, facts: [], steps, jobs })).toEqual([
      unsafe(['supplyOff', 'cornerProved', 'nothingSeepsIn']),
      unsafe(['supplyOff', 'cornerProved']),
    ])
  })
})
