import { describe, expect, test } from 'vitest'
import type { WantedJob } from '../procedure/index.ts'
import { USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { DoneEntry } from './index.ts'
import { carriedBy, notYet, stuck } from './index.ts'
import { PAIR, AtTheCar, ANN } from './test/atWork.ts'

describe('a plan that changes under way', () => {
  test('done steps stay done, what was left changed is undone, and the rest fits how the car stands', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }, { job: 'pump' }] })
    car.until('openLine.RL')
    car.enter(car.done('openLine.RL'))
    const done = car.run().steps.filter(({ state }) => state === 'done').length
    // The strut was the wrong part: only the pump is changed now, and the other line. The supply is
    // off, so no tool can let that one down.
    const other: readonly WantedJob[] = [{ job: 'pump' }, { job: 'line', corners: ['RR'] }]
    car.steps = car.compose(other, carriedBy(car.run()))
    expect(stuck(car.of())).toEqual({
      step: 'ventTool.RR',
      refusal: { code: 'factFirst', missing: [expect.objectContaining({ fact: 'supplyOn' })] },
    })
    car.steps = car.compose(other, carriedBy(car.run()), 'fitting')
    expect(stuck(car.of())).toBeNull()
    expect(
      ['closeLine.RL', 'openLine.RL', 'ease.RL', 'proveEased.RL', 'ease.RR', 'provePlant'].map(
        (key) => car.state(key),
      ),
    ).toEqual(['open', 'done', 'passed', 'passed', 'open', 'done'])
    expect(car.run().steps.filter(({ state }) => state === 'done').length).toBeGreaterThan(8)
    expect(car.run().steps.filter(({ state }) => state === 'done').length).toBeLessThanOrEqual(done)
    car.until(null)
    expect(car.run()).toMatchObject({ finished: true, temporary: [] })
  })
  test('a job that comes when the car stands again lifts and proves it once more', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('whichMoves')
    car.steps = car.compose(
      [{ job: 'strut', corners: ['RL'] }, { job: 'pump' }],
      carriedBy(car.run()),
    )
    expect(
      ['strutOut.RL', 'raiseLifting', 'pullFuse', 'provePlant', 'openPump', 'toStanding'].map(
        (key) => car.state(key),
      ),
    ).toEqual(['done', 'again', 'again', 'again', 'open', 'again'])
    car.until(null)
    expect(car.run().finished).toBe(true)
  })
})
describe('what is shown elsewhere', () => {
  test('nobody says it is done: it is once it is on record, or left out with the reason', () => {
    const car = new AtTheCar({ jobs: PAIR })
    expect(car.run().ready.map(({ key }) => key)).toContain('measureBefore')
    expect(car.enter(car.done('measureBefore'))).toBe('shownElsewhere')
    const skipped = { kind: 'skipped', reason: 'Towed in, wheels off' } as const
    expect(car.enter(car.done('measureBefore', { deviation: skipped }))).toBeNull()
    const shown = new AtTheCar({ jobs: PAIR })
    shown.show('measureBefore')
    expect(shown.state('measureBefore')).toBe('done')
  })
  test('a joint that bubbles puts back what hangs on it, until it is shown tight', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('soap')
    car.show('soap')
    const before = car.run().ready.map(({ key }) => key)
    car.push({ kind: 'joint', joint: 'RL', tight: false }, ANN)
    expect(car.run().bubbles).toEqual(['RL'])
    expect(car.state('soap')).toBe('again')
    const held = before.filter((key) => !car.run().ready.some((step) => step.key === key))
    expect(held.map((key) => notYet(car.of(), car.run(), key, car.now)?.code)).toEqual(
      held.map(() => 'stepFirst'),
    )
    car.push({ kind: 'joint', joint: 'RL', tight: true }, ANN)
    expect(car.run().bubbles).toEqual([])
    car.show('soap')
    car.until(null)
    expect(car.run().finished).toBe(true)
  })
  test('its line planned besides, the work can be finished', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('soap')
    car.push({ kind: 'joint', joint: 'RL', tight: false }, ANN)
    car.steps = car.compose([...PAIR, { job: 'line', corners: ['RL'] }], carriedBy(car.run()))
    expect(car.state('openLine.RL')).toBe('again')
    expect(car.state('openLine.RR')).toBe('done')
    expect(stuck(car.of())).toBeNull()
  })
})
describe('a spring carries from its seating pressure on', () => {
  const hanging = (seatingPressureBarG: number | null): AtTheCar => {
    const car = new AtTheCar({
      jobs: PAIR,
      architecture: { ...sampleArchitecture(), liftingMode: 'menu', seatingPressureBarG },
      way: { ...USUAL_WAY, fillAt: 'hanging' },
    })
    car.until('fillHanging.RL')
    return car
  }
  const filledTo = (car: AtTheCar, barG: number): DoneEntry => {
    const done = car.done('fillHanging.RL')
    return {
      ...done,
      shown: done.shown.map((each) => ({ ...each, proof: 'pressureRead' as const, barG })),
    }
  }
  test('under it the fill is refused with both figures, by gauge and by link', () => {
    const car = hanging(2.8)
    expect(car.enter(filledTo(car, 2.7))).toBe('underSeating')
    expect(car.enter(filledTo(car, 2.8))).toBeNull()
  })
  test('where the type states none, none is invented', () => {
    const car = hanging(null)
    expect(car.enter(filledTo(car, 0.1))).toBe('notShown')
    expect(car.enter(filledTo(car, 0.2))).toBeNull()
  })
})
