import { describe, expect, test } from 'vitest'
import type { Harm } from './acts.ts'
import { doAct, happens, waited } from './acts.ts'
import type {
  ArmState,
  AxleAct,
  AxleOn,
  CarAct,
  CarKind,
  CarState,
  CornerAct,
  CornerState,
} from './machine.ts'
import { HELD, outcome, KIND, withRL } from './test/acting.ts'

describe('what is done to the whole car', () => {
  test.each<readonly [CarAct, Partial<CarState>, Partial<CarState> | null]>([
    ['cutSupply', { supply: true, body: 'ground' }, { supply: false }],
    ['cutSupply', { supply: false }, null],
    ['supplyBack', { plantProved: true }, { supply: true, plantProved: false }],
    ['supplyBack', { supply: true }, null],
    ['liftingOn', { supply: true, lifting: false, body: 'ground' }, { lifting: true }],
    ['liftingOn', { supply: false, lifting: false }, null],
    ['liftingOn', { supply: true, lifting: true }, null],
    ['liftingOff', { lifting: true }, { lifting: false }],
    ['liftingOff', { lifting: false }, null],
    ['raise', { body: 'ground' }, { body: 'hanging' }],
    ['raise', { body: 'standing' }, { body: 'hanging' }],
    ['raise', { body: 'hanging' }, null],
    ['holdBody', { bodyHeld: false }, { bodyHeld: true }],
    ['holdBody', { bodyHeld: true }, null],
    ['holdBody', { bodyHeld: false, body: 'standing' }, null],
    ['goUnder', {}, { under: true }],
    ['goUnder', { body: 'standing' }, { under: true }],
    ['goUnder', { body: 'ground' }, null],
    ['goUnder', { under: true }, null],
    ['comeOut', { under: true }, { under: false }],
    ['comeOut', {}, null],
    ['toStanding', {}, { body: 'standing', bodyHeld: false, axles: { rear: 'itself' } }],
    ['toStanding', { body: 'standing' }, null],
    ['toStanding', { body: 'ground' }, null],
    ['toGround', {}, { body: 'ground', bodyHeld: false, axles: { rear: 'itself' } }],
    [
      'toGround',
      { body: 'standing' },
      { body: 'ground', bodyHeld: false, axles: { rear: 'itself' } },
    ],
    ['toGround', { body: 'ground' }, null],
    ['provePlant', {}, { plantProved: true }],
    ['provePlant', { plantAir: true }, null],
    ['fillPlant', { plantProved: true }, { plantAir: true, plantProved: false }],
    ['fillPlant', { plantAir: true, plantProved: true }, { plantAir: true, plantProved: false }],
    ['openPump', {}, { pumpOpen: true }],
    ['openPump', { pumpOpen: true }, null],
    ['closePump', { pumpOpen: true }, { pumpOpen: false }],
    ['closePump', {}, null],
    // Without a reservoir there is none to open.
    ['openTank', {}, null],
    ['closeTank', { tankOpen: true }, { tankOpen: false }],
    ['closeTank', {}, null],
    ['openBlock', {}, { blockOpen: true }],
    ['openBlock', { blockOpen: true }, null],
    ['closeBlock', { blockOpen: true }, { blockOpen: false }],
    ['closeBlock', {}, null],
    ['clearCodes', { supply: true, body: 'ground' }, { codesClear: true }],
    ['clearCodes', { supply: false }, null],
    ['clearCodes', { supply: true, codesClear: true }, null],
  ])('%s, with %o: %o', (act, before, after) => {
    const state = { ...HELD, ...before }
    expect(outcome(state, act)).toEqual({
      states: after ? [{ ...state, ...after }] : [],
      harm: null,
    })
  })
  test('some air may stay behind in the gallery: that is why it has to be shown', () => {
    const pressed = { ...HELD, plantAir: true }
    expect(outcome(pressed, 'ventPlant').states).toEqual([HELD, pressed])
    expect(outcome(HELD, 'ventPlant').states).toEqual([HELD])
  })
  test('supply back, or air in the gallery, ends what was proved of every spring', () => {
    for (const act of ['supplyBack', 'fillPlant'] as const)
      expect(outcome(withRL({}), act).states[0]!.corners.RL!.proved).toBe(false)
  })
})
describe('what is done at a corner', () => {
  test.each<readonly [CornerAct, Partial<CornerState>, Partial<CornerState> | null]>([
    ['vent', {}, {}],
    ['vent', { line: 'eased' }, null],
    ['vent', { spring: 'out' }, null],
    ['vent', { spring: 'coil' }, null],
    ['ease', {}, { line: 'eased', proved: false }],
    ['ease', { line: 'eased' }, null],
    ['ease', { line: 'open' }, null],
    ['ease', { spring: 'out' }, null],
    ['prove', { proved: false }, { proved: true }],
    ['prove', { proved: false, air: 'some' }, null],
    ['prove', { proved: false, spring: 'coil' }, null],
    ['openLine', {}, { line: 'open' }],
    ['openLine', { line: 'eased' }, { line: 'open' }],
    ['openLine', { line: 'open' }, null],
    ['closeLine', { line: 'open' }, { line: 'closed', proved: false }],
    ['closeLine', {}, null],
    ['closeLine', { line: 'open', spring: 'out' }, null],
    ['takeOut', { line: 'open' }, { spring: 'out' }],
    ['takeOut', {}, null],
    ['takeOut', { line: 'open', spring: 'coil' }, null],
    [
      'putIn',
      { line: 'open', spring: 'out' },
      { spring: 'unseated', air: 'none', proved: false, seen: false },
    ],
    ['putIn', { line: 'open' }, null],
    ['putCoil', { line: 'open', spring: 'out' }, { spring: 'coil', proved: false }],
    ['putCoil', { line: 'open' }, null],
    ['seeFolds', { seen: false, spring: 'unseated' }, { seen: true }],
    ['seeFolds', { seen: false, spring: 'out' }, null],
    ['fill', { spring: 'unseated' }, { air: 'carrying', spring: 'seated', proved: false }],
    ['fill', { air: 'some' }, { air: 'carrying', proved: false }],
    ['fill', { air: 'carrying' }, null],
    ['fill', { line: 'open' }, null],
    ['fill', { spring: 'coil' }, null],
  ])('%s, with %o: %o', (act, before, after) => {
    const state = withRL(before)
    expect(outcome(state, act, true)).toEqual({
      states: after ? [withRL({ ...before, ...after })] : [],
      harm: null,
    })
  })
  test('let down with the wheels free, some air may stay; on the ground the spring is stood on', () => {
    const full = { air: 'carrying', proved: false } as const
    expect(outcome(withRL(full), 'vent', true).states).toEqual([
      withRL({ ...full, air: 'none' }),
      withRL({ ...full, air: 'some' }),
    ])
    const ground = { ...HELD, body: 'ground' } as const
    expect(outcome(withRL(full, ground), 'vent', true).states).toEqual([
      withRL({ proved: false, spring: 'unseated', seen: false }, ground),
    ])
  })
  test('only with the wheels free is a spring taken out, or its folds seen', () => {
    expect(
      outcome(withRL({ line: 'open' }, { ...HELD, body: 'standing' }), 'takeOut', true).states,
    ).toEqual([])
    expect(outcome(withRL({}, { ...HELD, body: 'ground' }), 'seeFolds', true).states).toEqual([])
    expect(
      outcome(withRL({}, { ...HELD, body: 'standing' }), 'seeFolds', true).states,
    ).toHaveLength(1)
  })
  test('a corner the car has not, and an act of the whole car at a corner, come to nothing', () => {
    expect(outcome(HELD, 'vent', true)).toEqual({ states: [], harm: null })
    expect(outcome(withRL({}), 'raise', true).states).toEqual([])
    expect(outcome(HELD, 'vent').states).toEqual([])
  })
})
describe('what is done at an axle and at an arm', () => {
  const SINGLE: CarKind = { reservoir: false, axles: [] }
  const on = (rear: AxleOn, change: Partial<CarState> = {}): CarState => ({
    ...HELD,
    axles: { rear },
    ...change,
  })
  test.each<readonly [AxleAct, CarState, CarState | null]>([
    ['holdAxle', on('itself'), on('stands')],
    ['holdAxle', on('jack'), on('stands')],
    ['holdAxle', on('stands'), null],
    ['holdAxle', on('itself', { body: 'ground' }), null],
    ['jackAxle', on('stands'), on('jack')],
    ['jackAxle', on('itself'), null],
    ['jackAxle', on('jack'), null],
  ])('%s: an axle on %o', (act, before, after) => {
    expect(doAct(before, { act, axle: 'rear' }, KIND)).toEqual({
      states: after ? [after] : [],
      harm: null,
    })
  })
  test('an axle that hangs on nothing of its own is nobody’s to hold; nor is another act done to it', () => {
    expect(doAct(HELD, { act: 'holdAxle', axle: 'front' }, KIND).states).toEqual([])
    expect(doAct(HELD, { act: 'raise', axle: 'rear' }, KIND).states).toEqual([])
  })

  const arm = (RL: ArmState, change: Partial<CarState> = {}): CarState => ({
    ...HELD,
    arms: { RL },
    ...change,
  })
  const atArm = (state: CarState, act: CornerAct, kind = SINGLE) =>
    doAct(state, { act, corner: 'RL' }, kind)
  test.each<readonly [CornerAct, CarState, CarState | null, Harm | null]>([
    ['holdArm', arm('made'), arm('held'), null],
    ['holdArm', arm('held'), arm('held'), null],
    ['holdArm', arm('open'), arm('open'), null],
    ['holdArm', arm('made', { body: 'ground' }), null, null],
    ['partJoint', arm('held'), arm('open'), null],
    ['partJoint', arm('open'), null, null],
    ['partJoint', arm('made'), null, 'droppedUnheld'],
    ['partJoint', arm('held', { body: 'standing' }), null, null],
    ['makeJoint', arm('open'), arm('held'), null],
    ['makeJoint', arm('made'), arm('made'), null],
    ['freeArm', arm('held'), arm('made'), null],
    ['freeArm', arm('made'), arm('made'), null],
    ['freeArm', arm('open'), null, 'droppedUnheld'],
  ])('%s of a single wheel, with %o', (act, before, after, harm) => {
    expect(atArm(before, act)).toEqual({ states: after ? [after] : [], harm })
  })
  test('the joints of a live axle are held by what holds the axle, and by nothing at one wheel', () => {
    const live = (rear: AxleOn, RL: ArmState): CarState => arm(RL, { axles: { rear } })
    expect(atArm(live('stands', 'made'), 'holdArm', KIND).states).toEqual([])
    expect(atArm(live('stands', 'made'), 'partJoint', KIND).states).toEqual([
      live('stands', 'open'),
    ])
    expect(atArm(live('jack', 'made'), 'partJoint', KIND).states).toEqual([live('jack', 'open')])
    expect(atArm(live('itself', 'made'), 'partJoint', KIND).harm).toBe('droppedUnheld')
    expect(atArm(live('stands', 'open'), 'makeJoint', KIND).states).toEqual([
      live('stands', 'made'),
    ])
  })
  test('an arm nobody speaks of is not touched', () => {
    expect(atArm(HELD, 'holdArm')).toEqual({ states: [], harm: null })
  })
  test('let down with its joints apart, it drops', () => {
    for (const act of ['toGround', 'toStanding'] as const)
      expect(doAct(arm('open'), { act }, SINGLE).harm).toBe('droppedUnheld')
    expect(doAct(arm('held'), { act: 'toGround' }, SINGLE).harm).toBeNull()
  })
  test('a wheel without air above it is taken apart and put together as any other', () => {
    expect(outcome(HELD, 'takeOut', true).states).toEqual([HELD])
    expect(outcome(HELD, 'putIn', true).states).toEqual([HELD])
    expect(outcome(HELD, 'putCoil', true).states).toEqual([])
  })
})
describe('what happens by itself', () => {
  const live: CarState = { ...HELD, supply: true, plantAir: true }
  test('a live module fills what is empty behind a shut line, and its gallery', () => {
    expect(happens(withRL({}, live), KIND)).toEqual([withRL({ air: 'some' }, live)])
    expect(happens({ ...live, plantAir: false }, KIND)).toEqual([live])
    expect(happens({ ...live, plantAir: false, pumpOpen: true }, KIND)).toEqual([])
  })
  test('a charged reservoir seeps past a seat with the supply off; without air it cannot', () => {
    const charged = { ...HELD, plantAir: true }
    const reservoir = { reservoir: true, axles: [] }
    expect(happens(withRL({}, charged), reservoir)).toEqual([withRL({ air: 'some' }, charged)])
    expect(happens(withRL({}, charged), KIND)).toEqual([])
    expect(happens(withRL({}), reservoir)).toEqual([])
    expect(happens(withRL({}, { ...charged, blockOpen: true }), reservoir)).toEqual([])
  })
  test('it gets into no open line, no spring that is out, no coil, and none that is full', () => {
    for (const change of [
      { line: 'open' },
      { spring: 'out' },
      { spring: 'coil' },
      { air: 'carrying' },
      { air: 'some' },
    ] as const)
      expect(happens(withRL(change, live), KIND)).toEqual([])
  })
  test('an eased fitting falls silent, by itself or in a wait; a shut one holds', () => {
    const eased = withRL({ line: 'eased', air: 'carrying' })
    const silent = withRL({ line: 'eased' })
    expect(happens(eased, KIND)).toEqual([silent])
    expect(waited(eased)).toEqual(silent)
    expect(happens(silent, KIND)).toEqual([])
    expect(waited(silent)).toBe(silent)
    const shut = withRL({ air: 'carrying' })
    expect(waited(shut)).toBe(shut)
  })
})
