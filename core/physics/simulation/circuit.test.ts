import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { AirPlace, CircuitState, Piping } from '../../base/circuit/index.ts'
import type { PumpWay, ValveId } from '../../base/vehicle/index.ts'
import { AT_REST, openPassages, pumpWaysOf, valvesOf } from '../../base/circuit/index.ts'
import { AIR_FORMS, usualArchitecture } from '../../base/vehicle/index.ts'
import { buildRig, createSolver } from '../pneumatics/index.ts'
import { chargeLost, USUAL_RULES } from './index.ts'
import { airSlope, nodePressures, passagesOf } from './network.ts'
import { DRAWN, GALLERY, RESERVOIR, VENTED } from './state.ts'
import { machineOf, run, stateOf } from './test/machines.ts'

const PLACES: readonly AirPlace[] = ['FL', 'FR', 'RL', 'RR', 'gallery', 'reservoir']
const STILL = 1e-12

const piping = fc.record<Piping>({
  air: fc.record({ front: fc.constantFrom(...AIR_FORMS), rear: fc.constantFrom(...AIR_FORMS) }),
  layout: fc.constantFrom('open' as const, 'closed' as const),
  reservoir: fc.boolean(),
  crossValve: fc.record({ front: fc.boolean(), rear: fc.boolean() }),
})
/** A layout, some of its valves open, its pump running some way or resting. */
const moment = piping.chain((layout) =>
  fc.record({
    layout: fc.constant(layout),
    open: fc.subarray([...valvesOf(layout)]),
    pumpWay: fc.constantFrom<PumpWay | null>(null, ...pumpWaysOf(layout)),
    air: fc.array(fc.double({ min: 0.5, max: 60, noNaN: true }), { minLength: 6, maxLength: 6 }),
  }),
)

const machine = machineOf()
const solver = createSolver(buildRig(machine.vehicle))

/** What the network does with it: how fast each place gains, and its pressures. */
function solved(open: readonly ValveId[], pump: PumpWay | null, air: readonly number[]) {
  const amounts = Float64Array.from([...air, 0, 0, 0])
  const network = {
    machine,
    solver,
    passages: passagesOf({ open: new Set(open), pump }, []),
    pump,
    pumpShare: 1,
    temperatureC: () => 20,
  }
  const gains = new Float64Array(9)
  airSlope(network, 0, amounts, gains)
  const bar = new Float64Array(6)
  nodePressures(network, amounts, 20, bar)
  return { gains, bar }
}

const told = (
  open: readonly ValveId[],
  pumpWay: PumpWay | null,
  pressure: CircuitState['pressure'] = {},
): CircuitState => ({ open, pumpOn: pumpWay !== null, pumpWay, moves: null, pressure })

describe('what is drawn as open is what the network passes air through', () => {
  test('place by place: only where a drawn passage ends does any air come or go', () => {
    fc.assert(
      fc.property(moment, ({ layout, open, pumpWay, air }) => {
        const drawn = openPassages(layout, told(open, pumpWay))
        const touched = new Set(drawn.flatMap(({ from, to }) => [from, to]))
        const { gains } = solved(open, pumpWay, air)
        PLACES.forEach((place, i) => {
          if (!touched.has(place)) expect(gains[i]).toBe(0)
        })
        if (!touched.has('outside')) expect([gains[VENTED], gains[DRAWN]]).toEqual([0, 0])
      }),
      { seed: 11, numRuns: 400 },
    )
  })

  test('each passage alone, in the direction that is drawn', () => {
    fc.assert(
      fc.property(moment, ({ layout, open, air }) => {
        for (const valve of open) {
          const { gains, bar } = solved([valve], null, air)
          const pressure = Object.fromEntries(PLACES.map((place, i) => [place, bar[i]!]))
          const [passage] = openPassages(layout, told([valve], null, pressure))
          expect(passage?.by).toBe(valve)
          const into = passage!.way === 'back' ? passage!.from : passage!.to
          const gain = into === 'outside' ? gains[VENTED]! : gains[PLACES.indexOf(into)]!
          if (passage!.way !== null) expect(gain).toBeGreaterThanOrEqual(0)
          // Nothing goes either way only where nothing is there to push it.
          if (gain < STILL)
            expect(
              into === 'outside'
                ? bar[GALLERY]! <= 1.014
                : Math.abs(bar[PLACES.indexOf(into)]! - bar[other(passage!, into)]!) < 1e-6,
            ).toBe(true)
        }
      }),
      { seed: 12, numRuns: 300 },
    )
  })

  test('the pump, each way it can push', () => {
    for (const layout of ['open', 'closed'] as const) {
      const car = usualArchitecture({ layout, reservoir: true })
      for (const way of pumpWaysOf(car)) {
        const [passage] = openPassages(car, told([], way))
        const { gains } = solved([], way, [3, 3, 3, 3, 0.5, 40])
        const gain = (place: AirPlace): number =>
          place === 'outside' ? -gains[DRAWN]! : gains[PLACES.indexOf(place)]!
        expect(passage).toMatchObject({ by: 'pump', way: 'forth' })
        expect(gain(passage!.from)).toBeLessThan(0)
        expect(gain(passage!.to)).toBeGreaterThan(0)
      }
    }
  })
})

const other = ({ from, to }: { from: AirPlace; to: AirPlace }, one: AirPlace): number =>
  PLACES.indexOf(one === from ? to : from)

describe('what a module alone tells', () => {
  const car = usualArchitecture({ reservoir: true, crossValve: { front: false, rear: true } })
  const wayOf = (state: Partial<CircuitState>, by: string) =>
    openPassages(car, { ...AT_REST, ...state }).find((passage) => passage.by === by)?.way

  test('says which way air goes only where that follows', () => {
    expect(wayOf({ open: ['RL', 'reservoir'], moves: 'up' }, 'RL')).toBe('back')
    expect(wayOf({ open: ['RL', 'reservoir'], moves: 'up' }, 'reservoir')).toBe('forth')
    expect(wayOf({ open: ['RL', 'exhaust'], moves: 'down' }, 'RL')).toBe('forth')
    expect(wayOf({ open: ['RL'] }, 'RL')).toBeNull()
    expect(wayOf({ open: ['crossRear'] }, 'crossRear')).toBeNull()
    expect(wayOf({ open: ['reservoir'], pumpOn: true }, 'reservoir')).toBeNull()
  })

  test('a valve that the layout does not have is not drawn', () => {
    expect(openPassages(car, told(['crossFront'], null))).toEqual([])
    expect(valvesOf(usualArchitecture({ air: { front: 'none', rear: 'bellows' } }))).toEqual([
      'RL',
      'RR',
      'exhaust',
    ])
  })

  test('a closed pump whose way nobody tells goes as the car moves, else nowhere', () => {
    const closed = usualArchitecture({ layout: 'closed', reservoir: true })
    const runs = { open: [], pumpOn: true, pumpWay: null, pressure: {} } as const
    expect(openPassages(closed, { ...runs, moves: 'up' })[0]?.to).toBe('gallery')
    expect(openPassages(closed, { ...runs, moves: 'down' })[0]?.to).toBe('reservoir')
    expect(openPassages(closed, { ...runs, moves: null })).toEqual([])
  })
})

describe('the reservoir of a simulated car', () => {
  const tall = machineOf({
    levels: [
      { id: 'road', offsetMm: 0 },
      { id: 'high', offsetMm: 40 },
    ],
  })
  const up = [
    { atS: 0, do: 'ignitionOn' as const },
    { atS: 5, do: 'level' as const, levelId: 'high' },
  ]
  test('lifts a car by 40 mm in its good time, and without the pump', () => {
    const done = run(110, { machine: tall, happenings: up, sampleEveryS: 1 })
    const raising = done.samples.filter(({ mode }) => mode === 'raising')
    expect(raising.length).toBeGreaterThan(8)
    expect(raising.length).toBeLessThan(60)
    expect(raising.every(({ pumpOn }) => !pumpOn)).toBe(true)
  })

  test('fills an axle from empty before its module gives it up', () => {
    const state = stateOf(tall)
    const air = state.air.map((amount, i) => (i === 2 || i === 3 ? 0.5 : amount))
    const filled = run(200, { machine: tall, state: { ...state, air, heldMm: 0 }, happenings: up })
    expect(filled.state.codes).toEqual([])
    expect(filled.samples.at(-1)!.heightMm.RL).toBeGreaterThan(512)
  })

  test('that lost its charge leaves the lift to the pump', () => {
    const lost = chargeLost(tall, stateOf(tall), 0.3, 15)
    expect(lost.air[RESERVOIR]! / stateOf(tall).air[RESERVOIR]!).toBeCloseTo(
      (USUAL_RULES.reservoirTargetBarG * 0.3 + 1.01325) /
        (USUAL_RULES.reservoirTargetBarG + 1.01325),
      6,
    )
    const slow = run(110, { machine: tall, state: lost, happenings: up, sampleEveryS: 1 })
    expect(slow.samples.some(({ mode, pumpOn }) => mode === 'raising' && pumpOn)).toBe(true)
    // What is left is not made more by saying how much was lost.
    expect(chargeLost(tall, lost, 0.8, 15).air).toEqual(lost.air)
  })

  test('that leaks empties while the car sleeps, and its springs keep their air', () => {
    const faults = [{ kind: 'reservoirLeak', conductance: 3e-4 }] as const
    const night = run(8 * 3600, { machine: tall, faults })
    expect(night.samples.at(-1)!.reservoirBarG).toBeLessThan(3)
    const springs = stateOf(tall).air.slice(0, 4)
    springs.forEach((amount, i) => expect(night.state.air[i]).toBeCloseTo(amount, 9))
  })
})
