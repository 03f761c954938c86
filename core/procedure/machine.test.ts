import { describe, expect, test } from 'vitest'
import type { Harm } from './acts.ts'
import { doAct } from './acts.ts'
import { ARRIVES, arrived, explore } from './explore.ts'
import type { CarKind, CarState, GateId } from './machine.ts'
import { GATES, shutGate } from './machine.ts'

const KINDS: readonly CarKind[] = [true, false].flatMap((reservoir) =>
  [true, false].map((axleHangs) => ({ reservoir, axleHangs })),
)
const WORST: CarKind = { reservoir: true, axleHangs: true }
const one = arrived({ RL: ARRIVES.up })

describe('no order of steps leads to harm', () => {
  test.each(KINDS)('one corner, up and flat, $reservoir $axleHangs', (kind) => {
    for (const state of [one, arrived({ RL: ARRIVES.flat })]) {
      const { states, harms } = explore(state, kind)
      expect([...harms]).toEqual([])
      // A machine that can do nothing would be safe too.
      expect(states).toBeGreaterThan(1000)
    }
  })
  test('two corners of one axle, one of them flat', () => {
    const { states, harms } = explore(arrived({ RL: ARRIVES.flat, RR: ARRIVES.up }), WORST)
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
    hang: 'liveModuleWheelsHanging',
    keyOn: 'liveWhileOpen',
    fill: 'filledUnseenFolds',
    handover: 'handedOverUnfinished',
  }
  test.each(GATES)('%s', (gate) => {
    const { harms } = explore(one, WORST, gate)
    expect([...harms.keys()]).toContain(HELD[gate])
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
    expect(shutGate({ act: 'goUnder' }, held, { ...WORST, axleHangs: false })).toBeNull()
  })
  test('lowered too early, the gate names what is missing', () => {
    const refitted = { ...hanging, corners: { RL: { ...ARRIVES.flat, seen: true } } }
    expect(shutGate({ act: 'toGround' }, refitted, WORST)).toEqual({
      gate: 'lower',
      missing: ['springsCarry'],
    })
  })
})
