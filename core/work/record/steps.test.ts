import { describe, expect, test } from 'vitest'
import type { Deviation } from './index.ts'
import { judgeTorque, maySkip, otherUnit } from './index.ts'
import { PAIR, AtTheCar, BEN } from './test/atWork.ts'

describe('what a step must come with', () => {
  const at = (key: string): AtTheCar => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until(key)
    return car
  }
  test('a proof by one of its ways, and a gauge that reads nothing', () => {
    const car = at('proveValve.RL')
    const { shown } = car.done('proveValve.RL')
    expect(car.enter(car.done('proveValve.RL', { shown: [] }))).toBe('notShown')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, proof: 'linesPulled' }] })),
    ).toBe('notShown')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, by: 'gauge', barG: 2.1 }] })),
    ).toBe('stillPressure')
    expect(
      car.enter(car.done('proveValve.RL', { shown: [{ ...shown[0]!, by: 'gauge', barG: 0.05 }] })),
    ).toBeNull()
  })
  test('a torque in its range, or a reason and a lead; far off it is a slip; none where nothing is torqued', () => {
    const car = at('strutTower.RL')
    const tight = (nm: number, deviation: Deviation | null = null, source: string | null = null) =>
      car.done('strutTower.RL', { torque: { nm, source }, deviation })
    expect([
      car.enter(car.done('strutTower.RL', { torque: null })),
      car.enter(tight(1000)),
      car.enter(tight(80)),
      car.enter(tight(20, { kind: 'torque', reason: 'x' })),
    ]).toEqual(['torqueMissing', 'torqueFar', 'torqueOutside', 'torqueFar'])
    car.torque = () => null
    expect([car.enter(tight(80)), car.enter(tight(80, null, ' '))]).toEqual([
      'torqueUnsourced',
      'torqueUnsourced',
    ])
    car.torque = () => ({ minNm: 90, maxNm: 110 })
    expect(
      car.enter(tight(112, { kind: 'torque', reason: 'New bolts by the supplier’s sheet' })),
    ).toBeNull()
    // It holds back what rests on it until somebody else agrees.
    expect([car.state('strutTower.RL'), car.enter(car.done('linkOn.RL'))]).toEqual([
      'held',
      'awaitsLead',
    ])
    const { id } = car.run().awaiting[0]!
    expect([
      car.enter({ kind: 'approved', of: id, words: '' }),
      car.enter({ kind: 'approved', of: 'e999', words: '' }, BEN),
      car.enter({ kind: 'approved', of: id, words: 'Seen' }, BEN),
    ]).toEqual(['ownApproval', 'nothingToApprove', null])
    expect(car.enter(car.done('linkOn.RL'))).toBeNull()
    const other = at('wheelOff.RL')
    expect(other.enter(other.done('wheelOff.RL', { torque: { nm: 100, source: null } }))).toBe(
      'noTorqueHere',
    )
  })
  test('a step that was left out counts for nothing before somebody else has agreed', () => {
    const car = at('photograph.RL')
    const skipped = { kind: 'skipped', reason: 'Seen before' } as const
    expect(car.enter(car.done('photograph.RL', { deviation: skipped }))).toBeNull()
    expect(car.state('photograph.RL')).toBe('held')
    car.enter({ kind: 'approved', of: car.run().awaiting[0]!.id, words: '' }, BEN)
    expect([car.state('photograph.RL'), car.run().awaiting]).toEqual(['done', []])
  })
  test('a declined deviation leaves the step to be done', () => {
    const car = at('strutTower.RL')
    car.enter(
      car.done('strutTower.RL', {
        torque: { nm: 112, source: null },
        deviation: { kind: 'torque', reason: 'r' },
      }),
    )
    car.enter({ kind: 'declined', of: car.run().awaiting[0]!.id, words: 'Once more' }, BEN)
    expect([car.state('strutTower.RL'), car.enter(car.done('strutTower.RL'))]).toEqual([
      'open',
      null,
    ])
  })
  test('a photo or why there is none; a second hand by name; steps a gate rests on are never left out', () => {
    const car = at('photograph.RL')
    expect([
      car.enter(car.done('photograph.RL', { photoIds: [] })),
      car.enter(
        car.done('photograph.RL', {
          photoIds: [],
          deviation: { kind: 'noPhoto', reason: 'Camera broken' },
        }),
      ),
    ]).toEqual(['photoMissing', null])
    const drop = at('strutOut.RL')
    expect([
      drop.enter(drop.done('strutOut.RL', { second: null })),
      drop.enter(drop.done('strutOut.RL', { second: 'alone' })),
    ]).toEqual(['secondMissing', null])
    const safe = at('holdTwoPost')
    expect(
      safe.enter(
        safe.done('holdTwoPost', { deviation: { kind: 'skipped', reason: 'In a hurry' } }),
      ),
    ).toBe('cannotSkip')
    const skippable = safe.steps.filter((step) => maySkip(safe.of(), step)).map(({ step }) => step)
    expect(skippable).toEqual(expect.arrayContaining(['alignment', 'photograph']))
    for (const never of ['openLine', 'wheelOn', 'wheelTorque', 'seeFolds', 'pullFuse'])
      expect(skippable).not.toContain(never)
  })
  test('a range is left by a unit or by a slip', () => {
    const range = { minNm: 90, maxNm: 110 }
    expect([
      judgeTorque(90, range),
      judgeTorque(110.04, range),
      judgeTorque(89, range),
      judgeTorque(140, range),
      judgeTorque(400, range),
      judgeTorque(10, range),
    ]).toEqual(['in', 'in', 'low', 'high', 'far', 'far'])
    expect(otherUnit(75, 'N.m', range)).toBeCloseTo(101.7, 1)
    expect([otherUnit(100, 'lbf.ft', range), otherUnit(50, 'N.m', range)]).toEqual([100, null])
  })
})
