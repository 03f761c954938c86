import { describe, expect, test } from 'vitest'
import type { Harm } from './acts.ts'
import type { Act, CarKind, CarState, CornerState } from './machine.ts'
import { HELD, outcome, KIND, withRL } from './test/acting.ts'

describe('what does harm', () => {
  const ground: CarState = { ...HELD, body: 'ground', lifting: false, supply: true }
  const carrying: Partial<CornerState> = { air: 'carrying', proved: false }
  test.each<readonly [string, CarState, Act['act'], boolean, Harm | null]>([
    ['lowered onto an empty spring', withRL({}), 'toGround', false, 'weightOnEmptySpring'],
    ['lowered with one out', withRL({ spring: 'out' }), 'toGround', false, 'weightOnEmptySpring'],
    [
      'lowered with one out that holds a rest of air',
      withRL({ spring: 'out', air: 'some' }),
      'toGround',
      false,
      'weightOnEmptySpring',
    ],
    ['lowered onto a coil', withRL({ spring: 'coil' }), 'toGround', false, null],
    ['lowered onto air', withRL(carrying), 'toGround', false, null],
    ['a line opened on air', withRL(carrying), 'openLine', true, 'openedUnderPressure'],
    [
      'a line opened on a rest of air',
      withRL({ air: 'some' }),
      'openLine',
      true,
      'openedUnderPressure',
    ],
    [
      'the pump opened on air',
      { ...HELD, plantAir: true },
      'openPump',
      false,
      'openedUnderPressure',
    ],
    [
      'the block opened on air',
      { ...HELD, plantAir: true },
      'openBlock',
      false,
      'openedUnderPressure',
    ],
    [
      'the block opened, a spring full',
      withRL(carrying),
      'openBlock',
      false,
      'openedUnderPressure',
    ],
    ['the block opened, all empty', withRL({}), 'openBlock', false, null],
    [
      'the block opened, a full spring cut off from it',
      withRL({ ...carrying, line: 'open' }),
      'openBlock',
      false,
      null,
    ],
    [
      'air before the folds were seen',
      withRL({ spring: 'unseated', seen: false }),
      'fill',
      true,
      'filledUnseenFolds',
    ],
    ['air into a seated spring', withRL({ seen: false }), 'fill', true, null],
    [
      'under an axle on a jack',
      { ...HELD, axles: { rear: 'jack' } },
      'goUnder',
      false,
      'underUnheldCar',
    ],
    [
      'under a car that nothing holds',
      { ...HELD, bodyHeld: false },
      'goUnder',
      false,
      'underUnheldCar',
    ],
    [
      'the wheels hang, the module awake',
      { ...ground, lifting: false },
      'raise',
      false,
      'liveModuleWheelsHanging',
    ],
    ['the wheels hang in lifting mode', { ...ground, lifting: true }, 'raise', false, null],
    [
      'supply back, the pump open',
      { ...HELD, pumpOpen: true },
      'supplyBack',
      false,
      'liveWhileOpen',
    ],
    [
      'supply back, the reservoir open',
      { ...HELD, tankOpen: true },
      'supplyBack',
      false,
      'liveWhileOpen',
    ],
    [
      'handed over, the reservoir open',
      withRL(carrying, { ...ground, tankOpen: true }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'supply back, the block open',
      { ...HELD, blockOpen: true },
      'supplyBack',
      false,
      'liveWhileOpen',
    ],
    ['supply back, a line eased', withRL({ line: 'eased' }), 'supplyBack', false, 'liveWhileOpen'],
    ['supply back, a spring out', withRL({ spring: 'out' }), 'supplyBack', false, 'liveWhileOpen'],
    ['supply back in lifting mode, all shut', withRL({}), 'supplyBack', false, null],
    ['handed over on its air', withRL(carrying, ground), 'handOver', false, null],
    [
      'handed over on the lift',
      withRL(carrying, { ...ground, body: 'standing' }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over, the supply off',
      withRL(carrying, { ...ground, supply: false }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over in lifting mode',
      withRL(carrying, { ...ground, lifting: true }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over, the pump open',
      withRL(carrying, { ...ground, pumpOpen: true }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over, the block open',
      withRL(carrying, { ...ground, blockOpen: true }),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over, a line eased',
      withRL({ ...carrying, line: 'eased' }, ground),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
    [
      'handed over on an empty spring',
      withRL({}, ground),
      'handOver',
      false,
      'handedOverUnfinished',
    ],
  ])('%s', (_, state, act, atCorner, harm) => {
    expect(outcome(state, act, atCorner).harm).toBe(harm)
  })
  test('a reservoir is opened once it is empty; under pressure it does harm', () => {
    const reservoir: CarKind = { ...KIND, reservoir: true }
    expect(outcome(HELD, 'openTank', false, reservoir)).toEqual({
      states: [{ ...HELD, tankOpen: true }],
      harm: null,
    })
    expect(outcome({ ...HELD, tankOpen: true }, 'openTank', false, reservoir).states).toEqual([])
    expect(outcome({ ...HELD, plantAir: true }, 'openTank', false, reservoir).harm).toBe(
      'openedUnderPressure',
    )
  })
  test('an axle that hangs on its springs is held besides, before anybody goes under', () => {
    const axle: CarKind = { reservoir: false, axles: ['rear'] }
    const loose: CarState = { ...HELD, axles: { rear: 'itself' } }
    expect([
      outcome(HELD, 'goUnder', false, axle).harm,
      outcome(loose, 'goUnder', false, axle).harm,
      outcome(loose, 'goUnder', false, { reservoir: false, axles: [] }).harm,
    ]).toEqual([null, 'underUnheldCar', null])
  })
})
