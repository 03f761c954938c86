import { describe, expect, test } from 'vitest'
import { SHIPPED_PROCEDURES, USUAL_WAY } from '../procedure/index.ts'
import type { DoneEntry } from './index.ts'
import { factKey } from './index.ts'
import { PAIR, AtTheCar, ANN, BEN } from './test/atWork.ts'

describe('who has the work', () => {
  test(
    'it is handed over to somebody who has seen what was left changed; others may ' +
      'join; a pause stops all of them',
    () => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('openLine.RL')
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('notHands')
      expect(car.enter({ kind: 'handed', to: BEN, words: 'Rear left is next.' })).toBeNull()
      expect(car.enter(car.done('openLine.RL'))).toBe('notHands')
      expect(car.enter({ kind: 'joined', seen: ['supplyOff@null'] }, BEN)).toBe('temporaryUnseen')
      expect(car.run().handedTo?.content).toMatchObject({ to: BEN })
      expect(
        car.enter(
          {
            kind: 'joined',
            seen: car.run().temporary.map(({ fact, place }) => factKey(fact, place)),
          },
          BEN,
        ),
      ).toBeNull()
      expect([car.run().hands, car.run().handedTo]).toEqual([[BEN], null])
      car.enter({ kind: 'paused', words: 'Lunch' }, BEN)
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('paused')
      car.enter({ kind: 'resumed' }, BEN)
      expect(car.enter(car.done('openLine.RL'), BEN)).toBeNull()
      expect(car.enter(car.done('openLine.RL'), BEN)).toBe('stepDone')
    },
  )
})
describe('who may say what', () => {
  const between = (): AtTheCar => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    return car
  }
  test('only who has the work pauses it, goes on with it, leaves it or hands it over', () => {
    const car = between()
    expect([
      car.enter({ kind: 'paused', words: '' }, BEN),
      car.enter({ kind: 'left' }, BEN),
      car.enter({ kind: 'handed', to: ANN, words: '' }, BEN),
      car.enter({ kind: 'resumed' }, BEN),
      car.enter({ kind: 'paused', words: '' }),
      car.enter({ kind: 'paused', words: '' }),
      car.enter({ kind: 'resumed' }, BEN),
      car.enter({ kind: 'resumed' }),
      car.enter({ kind: 'left' }),
      car.enter(car.done('openLine.RL')),
    ]).toEqual([
      'notHands',
      'notHands',
      'notHands',
      'notHands',
      null,
      'paused',
      'notHands',
      null,
      null,
      'notHands',
    ])
    expect([car.run().hands, car.run().paused, car.run().handedTo]).toEqual([[], null, null])
  })
  test('a second hand is named, or how it is done alone is written down; else it waits for one', () => {
    const second = (change: Partial<DoneEntry>, alone = true): string | null => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('strutOut.RL')
      if (!alone) car.steps = car.steps.map((step) => ({ ...step, alone: null }))
      return car.enter(car.done('strutOut.RL', change))
    }
    const otherwise = { kind: 'otherwise', reason: 'A strap held it' } as const
    expect([
      second({ second: BEN }),
      second({ second: 'alone' }),
      second({ second: 'alone' }, false),
      // No reason stands in for a hand.
      second({ second: 'alone', deviation: otherwise }, false),
      second({ second: null, deviation: otherwise }),
      second({ second: BEN }, false),
    ]).toEqual([null, null, 'secondMissing', 'secondMissing', 'secondMissing', null])
    expect(SHIPPED_PROCEDURES.steps.filter((step) => step.second && !step.alone)).toEqual([])
  })
  test('whether a second hand is there is said on joining, and the last word counts', () => {
    const car = new AtTheCar({ jobs: PAIR })
    expect(car.run().second).toBeNull()
    car.enter({ kind: 'joined', seen: [], second: 'alone' })
    expect(car.run().second).toBe('alone')
    car.enter({ kind: 'joined', seen: [] })
    expect(car.run().second).toBe('alone')
    car.enter({ kind: 'joined', seen: [], second: BEN })
    expect(car.run().second).toBe(BEN)
  })
  test('who has the work already joins again without a look at what is changed', () => {
    const car = between()
    expect([
      car.enter({ kind: 'joined', seen: [] }),
      car.enter({ kind: 'joined', seen: [] }, BEN),
      car.enter({ kind: 'linked', deviceId: 'd' }, BEN),
    ]).toEqual([null, 'temporaryUnseen', null])
    expect(car.run()).toMatchObject({ hands: [ANN], deviceId: 'd' })
  })
  test('only what stands on record turns false, and the lifting mode not while the supply is off', () => {
    const car = between()
    const lost = (fact: string, place: 'RL' | null = null) =>
      car.enter({ kind: 'lost', fact, place, by: 'person', words: '' })
    expect([lost('lifting'), lost('filled', 'RL'), lost('codesClear'), lost('supplyOff')]).toEqual([
      'notSo',
      'notSo',
      'notSo',
      null,
    ])
    expect([lost('supplyOff'), lost('lifting')]).toEqual(['notSo', null])
  })
  test('a step is confirmed as it stands in the plan, at its own place', () => {
    const car = between()
    expect([
      car.enter(car.done('openLine.RL', { place: 'RR' })),
      car.enter(car.done('openLine.RL', { step: 'closeLine' })),
      car.enter({ ...car.done('openLine.RL'), key: 'openLine.FL' }),
    ]).toEqual(['stepUnknown', 'stepUnknown', 'stepUnknown'])
  })
  test('a proof counts for its own corner and condition, read above nothing where air is meant', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('proveValve.RL')
    const [own] = car.done('proveValve.RL').shown
    expect([
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, corner: 'RR' }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, condition: 'plantProved' }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, by: 'gauge', barG: 0.11 }] })),
      car.enter(car.done('proveValve.RL', { shown: [{ ...own!, by: 'gauge', barG: 0.1 }] })),
    ]).toEqual(['notShown', 'notShown', 'stillPressure', null])
    const hanging = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, fillAt: 'hanging' } })
    hanging.until('fillHanging.RL')
    const { shown } = hanging.done('fillHanging.RL')
    const taken = (barG: number) => shown.map((each) => ({ ...each, barG }))
    expect([
      hanging.enter(hanging.done('fillHanging.RL', { shown: taken(0.1) })),
      hanging.enter(hanging.done('fillHanging.RL', { shown: taken(0.11) })),
    ]).toEqual(['notShown', null])
  })
})
