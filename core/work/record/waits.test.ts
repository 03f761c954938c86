import { describe, expect, test } from 'vitest'
import type { PlanStep } from '../procedure/index.ts'
import { USUAL_WAY } from '../procedure/index.ts'
import type { DoneEntry } from './index.ts'
import { notYet, waitBefore } from './index.ts'
import { PAIR, AtTheCar } from './test/atWork.ts'

describe('waits', () => {
  const withWait = (car: AtTheCar): PlanStep =>
    car.steps.find(({ waitMinutes }) => waitMinutes > 0)!
  test('one runs from the moment its step was confirmed, for as long as the step says', () => {
    const car = new AtTheCar({ jobs: PAIR })
    const step = withWait(car)
    car.until(step.key)
    expect(car.run().waits).toEqual([])
    car.enter(car.done(step.key))
    const { id, at } = car.entries.at(-1)!
    expect(car.run().waits).toEqual([
      { id, step, dueMs: Date.parse(at) + step.waitMinutes * 60_000 },
    ])
  })
  test('what has to be done once more is waited for once more', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    const before = car.run().waits.map(({ step }) => step.key)
    car.enter({ kind: 'lost', fact: 'supplyOff', place: null, by: 'link', words: '' })
    const again = before.filter((key) => car.state(key) === 'again')
    expect(again.length).toBeGreaterThan(0)
    expect(car.run().waits.map(({ step }) => step.key)).toEqual(
      before.filter((key) => !again.includes(key)),
    )
  })
})
describe('waits that hold', () => {
  const doneAt = (car: AtTheCar, key: string): number =>
    Date.parse(car.run().steps.find(({ step }) => step.key === key)!.done!.at)
  test('lower bolts wait until the oil has crept; whatever else may be done is done meanwhile', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutLower.RL')
    const oiled = doneAt(car, 'strutOil.RL')
    car.now = oiled + 15 * 60_000 - 1
    expect(notYet(car.of(), car.run(), 'strutLower.RL', car.now)).toMatchObject({
      code: 'waitFirst',
      wait: { dueMs: oiled + 15 * 60_000 },
    })
    expect(car.enter(car.done('strutLower.RL'))).toBe('waitFirst')
    expect(
      car.run().ready.filter((step) => waitBefore(car.of(), car.run(), step, car.now) === null),
    ).not.toEqual([])
    car.now = oiled + 15 * 60_000
    expect(car.enter(car.done('strutLower.RL'))).toBeNull()
  })
  test('silence shows nothing before its minutes are over; a gauge tells at once', () => {
    const eased = (): AtTheCar => {
      const car = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, ventBy: 'fitting' } })
      car.until('proveEased.RL')
      return car
    }
    const [early, later] = [eased(), eased()]
    const by = (car: AtTheCar, proof: 'easedSilent' | 'valveOpenGalleryZero'): DoneEntry => {
      const done = car.done('proveEased.RL')
      return { ...done, shown: done.shown.map((each) => ({ ...each, proof })) }
    }
    early.now = doneAt(early, 'ease.RL') + 60_000
    expect([
      early.enter(by(early, 'easedSilent')),
      early.enter(by(early, 'valveOpenGalleryZero')),
    ]).toEqual(['silenceFirst', null])
    later.now = doneAt(later, 'ease.RL') + 8 * 60_000
    expect(later.enter(by(later, 'easedSilent'))).toBeNull()
  })
  test('a step that takes away what the wait began with is not held by it', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('pullFuse')
    car.now = doneAt(car, 'ventTool.RL')
    expect(car.run().waits.filter(({ dueMs }) => dueMs > car.now)).not.toEqual([])
    expect(car.enter(car.done('pullFuse'))).toBeNull()
  })
  test('the wait at another corner holds nothing here', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutLower.RL')
    const [left, right] = [doneAt(car, 'strutOil.RL'), doneAt(car, 'strutOil.RR')]
    expect(right).toBeLessThan(left)
    const waits = (key: string): unknown =>
      waitBefore(
        car.of(),
        car.run(),
        car.steps.find((step) => step.key === key)!,
        right + 15 * 60_000,
      )
    expect([waits('strutLower.RR'), waits('strutLower.RL')]).toEqual([
      null,
      expect.objectContaining({ dueMs: left + 15 * 60_000 }),
    ])
  })
})
