import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Harm } from './acts.ts'
import { doAct } from './acts.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import { ARRIVES, arrived, explore, stateKey } from './explore.ts'
import type { ArmState, CarKind, CarState, Condition, CornerState, GateId } from './machine.ts'
import { GATES, holds, shutGate, springCarries } from './machine.ts'
import { kindAt } from './walk.ts'

const KINDS: readonly CarKind[] = [true, false].flatMap((reservoir) =>
  [['rear' as const], []].map((axles) => ({ reservoir, axles })),
)
const WORST: CarKind = { reservoir: true, axles: ['rear'] }
/** An axle whose wheels are carried one by one. */
const SINGLE: CarKind = { reservoir: false, axles: [] }
const REAR = { axles: { rear: 'itself' }, arms: { RL: 'made' } } as const
const one = arrived({ RL: ARRIVES.up }, REAR)

describe('no order of steps leads to harm', () => {
  test.each(KINDS)('one corner, up and flat, $reservoir $axles', (kind) => {
    for (const state of [one, arrived({ RL: ARRIVES.flat }, REAR)]) {
      const { states, harms } = explore(state, kind)
      expect([...harms]).toEqual([])
      // A machine that can do nothing would be safe too.
      expect(states).toBeGreaterThan(1000)
    }
  })
  test('two corners of one axle, one of them flat', () => {
    const { states, harms } = explore(
      arrived({ RL: ARRIVES.flat, RR: ARRIVES.up }, { axles: { rear: 'itself' } }),
      WORST,
      // Reservoir and pump open alike, and one corner’s search has both.
      { leftOut: ['openTank'] },
    )
    expect([...harms]).toEqual([])
    expect(states).toBeGreaterThan(10_000)
    // Some 180,000 states: beside other tests it takes its time.
  }, 300_000)
  test.each([WORST, SINGLE])('both arms of one axle, its joints apart in any order, %o', (kind) => {
    const car = arrived(
      { RL: ARRIVES.up },
      { axles: { rear: 'itself' }, arms: { RL: 'made', RR: 'made' } },
    )
    const { states, harms } = explore(car, kind)
    expect([...harms]).toEqual([])
    expect(states).toBeGreaterThan(10_000)
  })
})

describe('every gate holds something: taken away, there is a way to harm', () => {
  const HELD: Readonly<Record<GateId, Harm>> = {
    lower: 'weightOnEmptySpring',
    openLine: 'openedUnderPressure',
    ease: 'liveWhileOpen',
    proof: 'openedUnderPressure',
    openPlant: 'openedUnderPressure',
    under: 'underUnheldCar',
    joint: 'droppedUnheld',
    hang: 'liveModuleWheelsHanging',
    keyOn: 'liveWhileOpen',
    fill: 'filledUnseenFolds',
    handover: 'handedOverUnfinished',
  }
  test.each(GATES)('%s', (gate) => {
    const { harms } = explore(one, WORST, { removed: gate, until: HELD[gate] })
    expect([...harms.keys()]).toContain(HELD[gate])
  })
  test('the joints of a single wheel drop as those of a live axle do', () => {
    const { harms } = explore(one, SINGLE, { removed: 'joint', until: 'droppedUnheld' })
    expect([...harms.keys()]).toContain('droppedUnheld')
  })
})

test('no two states are taken for one', () => {
  const flag = fc.boolean()
  const corner: fc.Arbitrary<CornerState> = fc.record({
    air: fc.constantFrom('carrying', 'some', 'none'),
    proved: flag,
    line: fc.constantFrom('closed', 'eased', 'open'),
    spring: fc.constantFrom('seated', 'unseated', 'out', 'coil'),
    seen: flag,
  })
  const arm = fc.constantFrom<ArmState>('made', 'held', 'open')
  const state: fc.Arbitrary<CarState> = fc.record({
    supply: flag,
    lifting: flag,
    body: fc.constantFrom('ground', 'standing', 'hanging'),
    bodyHeld: flag,
    under: flag,
    plantAir: flag,
    plantProved: flag,
    pumpOpen: flag,
    tankOpen: flag,
    blockOpen: flag,
    codesClear: flag,
    corners: fc.record({ RL: corner, RR: corner }),
    axles: fc.record({ rear: fc.constantFrom('itself', 'stands', 'jack') }),
    arms: fc.record({ RL: arm, RR: arm }),
  })
  // One change at a time: that is where two could meet.
  fc.assert(
    fc.property(state, state, (from, to) => {
      const key = stateKey(from, ['RL', 'RR'])
      expect(key).toBeGreaterThanOrEqual(0)
      for (const name of Object.keys(from) as (keyof CarState)[])
        if (name !== 'corners' && name !== 'axles' && name !== 'arms')
          expect(stateKey({ ...from, [name]: to[name] }, ['RL', 'RR']) === key).toBe(
            from[name] === to[name],
          )
      for (const at of ['RL', 'RR'] as const)
        for (const name of Object.keys(corner) as (keyof CornerState)[]) {
          const changed = { ...from.corners[at]!, [name]: to.corners[at]![name] }
          const corners = { ...from.corners, [at]: changed }
          expect(stateKey({ ...from, corners }, ['RL', 'RR']) === key).toBe(
            from.corners[at]![name] === to.corners[at]![name],
          )
        }
      expect(stateKey(to, ['RL', 'RR']) === key).toBe(JSON.stringify(from) === JSON.stringify(to))
    }),
    { numRuns: 300, seed: 5 },
  )
})

describe('what counts as so', () => {
  const shut: CarState = {
    ...arrived({ RL: { ...ARRIVES.up, proved: true, seen: true } }, REAR),
    supply: false,
    plantProved: true,
    codesClear: true,
  }
  const withRL = (change: Partial<CornerState>): Partial<CarState> => ({
    corners: { RL: { ...shut.corners.RL!, ...change } },
  })
  const hanging = { body: 'hanging' } as const
  test.each<readonly [Condition, boolean, Partial<CarState>]>([
    ['supplyOff', true, {}],
    ['supplyOff', false, { supply: true }],
    ['supplyOn', false, {}],
    ['supplyOn', true, { supply: true }],
    ['supplyOffOrLifting', true, {}],
    ['supplyOffOrLifting', true, { supply: true, lifting: true }],
    ['supplyOffOrLifting', false, { supply: true }],
    ['supplyOffUnlessGround', true, { supply: true }],
    ['supplyOffUnlessGround', true, hanging],
    ['supplyOffUnlessGround', false, { ...hanging, supply: true }],
    ['liftingUnlessGround', true, {}],
    ['liftingUnlessGround', true, { ...hanging, lifting: true }],
    ['liftingUnlessGround', false, hanging],
    ['held', false, {}],
    ['held', true, { bodyHeld: true, axles: { rear: 'stands' } }],
    ['held', false, { bodyHeld: true, axles: { rear: 'jack' } }],
    ['held', false, { bodyHeld: true }],
    ['held', false, { axles: { rear: 'stands' } }],
    ['armHeld', false, {}],
    ['armHeld', true, { axles: { rear: 'stands' } }],
    ['armHeld', true, { axles: { rear: 'jack' } }],
    ['jointsMade', true, { arms: { RL: 'held' } }],
    ['jointsMade', false, { arms: { RL: 'open' } }],
    ['armsFree', true, {}],
    ['armsFree', true, { axles: { rear: 'stands' } }],
    ['armsFree', false, { axles: { rear: 'jack' } }],
    ['armsFree', false, { arms: { RL: 'held' } }],
    ['nobodyUnder', true, {}],
    ['nobodyUnder', false, { under: true }],
    ['cornerProved', true, {}],
    ['cornerProved', false, withRL({ proved: false })],
    ['nothingSeepsIn', true, {}],
    ['nothingSeepsIn', false, { plantProved: false }],
    ['nothingSeepsIn', true, { plantProved: false, ...withRL({ line: 'eased' }) }],
    ['allProved', true, {}],
    ['allProved', false, withRL({ proved: false })],
    ['allProved', true, withRL({ proved: false, spring: 'out' })],
    ['allProved', true, withRL({ proved: false, spring: 'coil' })],
    ['allProved', true, withRL({ proved: false, line: 'open' })],
    ['plantProved', true, {}],
    ['plantProved', false, { plantProved: false }],
    ['linesClosed', true, {}],
    ['linesClosed', false, withRL({ line: 'eased' })],
    ['plantClosed', true, {}],
    ['plantClosed', false, { pumpOpen: true }],
    ['plantClosed', false, { tankOpen: true }],
    ['plantClosed', false, { blockOpen: true }],
    ['springsIn', true, {}],
    ['springsIn', false, withRL({ spring: 'out' })],
    ['springsCarry', true, {}],
    ['springsCarry', false, withRL({ air: 'none' })],
    ['foldsSeen', true, {}],
    ['foldsSeen', true, withRL({ seen: false })],
    ['foldsSeen', false, withRL({ seen: false, spring: 'unseated' })],
    ['foldsSeen', true, withRL({ spring: 'unseated' })],
    ['codesClear', true, {}],
    ['codesClear', false, { codesClear: false }],
    ['liftingOff', true, {}],
    ['liftingOff', false, { lifting: true }],
    ['onGround', true, {}],
    ['onGround', false, { body: 'standing' }],
  ])('%s is %s with %o', (condition, so, change) => {
    expect(holds(condition, { ...shut, ...change }, WORST, 'RL')).toBe(so)
  })
  test('a car without a reservoir pushes nothing past a seat; a corner it has not needs no proof', () => {
    const unproved = { ...shut, plantProved: false }
    expect(holds('nothingSeepsIn', unproved, { ...WORST, reservoir: false }, 'RL')).toBe(true)
    expect(holds('cornerProved', shut, WORST, 'FL')).toBe(true)
    expect(holds('cornerProved', shut, WORST)).toBe(true)
  })
  test('a coil carries, and a seated spring with air in it; nothing else does', () => {
    expect([
      springCarries({ spring: 'coil', air: 'none' }),
      springCarries({ spring: 'seated', air: 'carrying' }),
      springCarries({ spring: 'seated', air: 'some' }),
      springCarries({ spring: 'seated', air: 'none' }),
      springCarries({ spring: 'unseated', air: 'carrying' }),
      springCarries({ spring: 'out', air: 'carrying' }),
    ]).toEqual([true, true, true, false, false, false])
  })
  test('what kind of car it is hangs on its reservoir and on the axle that is worked on', () => {
    const bellows = sampleArchitecture({
      air: { front: 'strut', rear: 'bellows' },
      reservoir: true,
    })
    expect([
      kindAt(bellows, 'RL'),
      kindAt(bellows, 'FL'),
      kindAt({ ...bellows, reservoir: false }, 'rear'),
    ]).toEqual([
      { reservoir: true, axles: ['rear'] },
      { reservoir: true, axles: [] },
      { reservoir: false, axles: ['rear'] },
    ])
  })
})

describe('single moments', () => {
  const hanging: CarState = { ...one, supply: false, body: 'hanging' }
  test('a proof taken with the supply on is none: vent, then cut, then prove', () => {
    expect(shutGate({ act: 'prove', corner: 'RL' }, one, WORST)).toEqual({
      gate: 'proof',
      missing: ['supplyOff', 'nothingSeepsIn'],
    })
  })
  test('supply back puts an end to every proof', () => {
    const proved = {
      ...hanging,
      lifting: true,
      plantProved: true,
      corners: { RL: { ...ARRIVES.up, air: 'none', proved: true } },
    } as const
    const [after] = doAct(proved, { act: 'supplyBack' }, WORST).states
    expect([after!.plantProved, after!.corners.RL!.proved]).toEqual([false, false])
  })
  test('a car that arrived flat takes no air before its folds were seen extended', () => {
    const flat = { ...arrived({ RL: ARRIVES.flat }), codesClear: true }
    expect(shutGate({ act: 'fill', corner: 'RL' }, flat, WORST)).toEqual({
      gate: 'fill',
      missing: ['foldsSeen'],
    })
  })
  test('an axle that hangs on its springs needs stands of its own before anybody goes under', () => {
    const held = { ...hanging, bodyHeld: true }
    expect(shutGate({ act: 'goUnder' }, held, WORST)).toEqual({ gate: 'under', missing: ['held'] })
    expect(shutGate({ act: 'goUnder' }, held, { ...WORST, axles: [] })).toBeNull()
  })
  test('lowered too early, the gate names what is missing', () => {
    const refitted = { ...hanging, corners: { RL: { ...ARRIVES.flat, seen: true } } }
    expect(shutGate({ act: 'toGround' }, refitted, WORST)).toEqual({
      gate: 'lower',
      missing: ['springsCarry'],
    })
  })
})
