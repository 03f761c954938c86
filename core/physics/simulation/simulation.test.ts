import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { forecast } from '../../measuring/leakdown/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { Fault, Happening, SimRun, SimState } from './index.ts'
import { USUAL_RULES } from './index.ts'
import { airSlope, passagesOf, REST } from './network.ts'
import { buildRig, createSolver } from '../pneumatics/index.ts'
import { H, machineOf, run, stateOf } from './test/machines.ts'

const last = ({ samples }: SimRun) => samples.at(-1)!
const totalOf = (air: readonly number[]) => air.slice(0, 6).reduce((sum, amount) => sum + amount, 0)
const started: Happening = { atS: 0, do: 'ignitionOn' }
const raise: Happening[] = [started, { atS: 5, do: 'level', levelId: 'high' }]
const off = ({ heightMm }: SimRun['samples'][number], corner: Corner, level = 0) =>
  heightMm[corner] - 480 - level
const leak = (corner: Corner, conductance: number): Fault => ({
  kind: 'springLeak',
  corner,
  conductance,
})

describe('a fault-free machine', () => {
  test('raises to the level asked for, refills its reservoir and rests', () => {
    const done = run(900, { happenings: raise })
    for (const corner of CORNERS)
      expect(Math.abs(off(last(done), corner, 30))).toBeLessThan(USUAL_RULES.deadBandMm)
    expect(last(done)).toMatchObject({ mode: 'awake', pumpOn: false })
    expect(last(done).reservoirBarG).toBeGreaterThan(13.5)
    expect(done.state.codes).toEqual([])
  })

  test('lowers again, venting what it took', () => {
    const done = run(900, { happenings: [...raise, { atS: 400, do: 'level', levelId: 'road' }] })
    for (const corner of CORNERS)
      expect(Math.abs(off(last(done), corner))).toBeLessThan(USUAL_RULES.deadBandMm)
    expect(done.state.air[6]).toBeGreaterThan(3)
  })

  test('levels a load out, and lets down when it is gone', () => {
    const loaded = run(600, {
      happenings: [started, { atS: 10, do: 'load', payloadN: { RL: 900, RR: 900 } }],
    })
    expect(Math.abs(off(last(loaded), 'RL'))).toBeLessThan(USUAL_RULES.deadBandMm)
    expect(last(loaded).pressureBarG.RL).toBeGreaterThan(7)
    const gone = run(1200, {
      state: loaded.state,
      happenings: [{ atS: 610, do: 'load', payloadN: {} }],
    })
    expect(Math.abs(off(last(gone), 'RL'))).toBeLessThan(USUAL_RULES.deadBandMm)
  })

  test('a closed system shuttles: its total stays, the reservoir gives and gets back', () => {
    const machine = machineOf({ layout: 'closed' })
    const state = stateOf(machine)
    const raised = run(300, { machine, happenings: raise })
    expect(last(raised).reservoirBarG).toBeLessThan(14)
    expect(Math.abs(off(last(raised), 'FL', 30))).toBeLessThan(USUAL_RULES.deadBandMm)
    const lowered = run(900, {
      machine,
      state: raised.state,
      happenings: [{ atS: 310, do: 'level', levelId: 'road' }],
    })
    expect(Math.abs(off(last(lowered), 'FL'))).toBeLessThan(USUAL_RULES.deadBandMm)
    expect(totalOf(lowered.state.air) / totalOf(state.air)).toBeCloseTo(1, 9)
  })
})

describe('what always holds', () => {
  test('air is conserved to a billionth, whatever the module does', () => {
    const level = fc.constantFrom('road', 'high')
    fc.assert(
      fc.property(
        fc.array(fc.record({ atS: fc.integer({ min: 5, max: 250 }), levelId: level }), {
          maxLength: 3,
        }),
        fc.boolean(),
        (levels, closed) => {
          const machine = machineOf({ layout: closed ? 'closed' : 'open' })
          const state = stateOf(machine)
          const { state: end } = run(300, {
            machine,
            happenings: [started, ...levels.map((each) => ({ ...each, do: 'level' as const }))],
          })
          const kept = totalOf(end.air) + end.air[6]! - end.air[7]!
          expect(Math.abs(kept / totalOf(state.air) - 1)).toBeLessThan(1e-9)
          if (closed) expect([end.air[6], end.air[7]]).toEqual([0, 0])
        },
      ),
      { seed: 8, numRuns: 12 },
    )
  })

  test('whatever leaves one place enters another', () => {
    const machine = machineOf()
    const network = {
      machine,
      solver: createSolver(buildRig(machine.vehicle)),
      passages: passagesOf(
        { open: new Set(['FL', 'RR', 'exhaust', 'reservoir', 'crossRear'] as const), pump: 'in' },
        [leak('FR', 1e-4)],
      ),
      pump: 'in' as const,
      pumpShare: 1,
      temperatureC: () => 15,
    }
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.05, max: 40, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (air) => {
          const out = new Float64Array(8)
          airSlope(network, 0, Float64Array.from(air), out)
          expect(
            out.slice(0, 6).reduce((sum, flow) => sum + flow, 0) + out[6]! - out[7]!,
          ).toBeCloseTo(0, 12)
        },
      ),
      { seed: 3 },
    )
  })

  test('a corner with its valve shut and no leak keeps its air to the last bit', () => {
    const { state } = run(14 * H, { faults: [leak('FL', 1e-5)], cooling: 12 })
    const before = stateOf(machineOf())
    for (const i of [1, 2, 3]) expect(state.air[i]).toBe(before.air[i])
    expect(state.air[0]).toBeLessThan(before.air[0]!)
  })

  test('a night without events is the forecast', () => {
    const leaks = { FL: 1.2e-5, RR: 4e-6 }
    const night = forecast({
      vehicle: sampleVehicle(),
      startC: 15,
      endC: 3,
      hours: 12,
      leaks,
      sampleHours: [6, 12],
    })
    if (!night.ok) throw new Error(night.error.code)
    const done = run(12 * H, {
      faults: [leak('FL', leaks.FL), leak('RR', leaks.RR)],
      cooling: 12,
      sampleEveryS: 6 * H,
    })
    for (const corner of CORNERS) {
      expect(done.samples[1]!.heightMm[corner]).toBeCloseTo(night.value[0]!.heightMm[corner], 1)
      expect(last(done).heightMm[corner]).toBeCloseTo(night.value[1]!.heightMm[corner], 1)
    }
  })

  test('the same run twice is the same, and one cut in two and kept as text goes on as if it had not been', () => {
    const setting = { happenings: raise, faults: [leak('RL', 2e-4)] }
    const whole = run(600, setting)
    expect(run(600, setting)).toEqual(whole)
    const first = run(300, { ...setting, sampleEveryS: 60 })
    const second = run(600, {
      ...setting,
      happenings: [],
      state: JSON.parse(JSON.stringify(first.state)) as SimState,
      sampleEveryS: 60,
    })
    for (const corner of CORNERS)
      expect(last(second).heightMm[corner]).toBeCloseTo(last(whole).heightMm[corner], 0)
  })

  test('settling never adds air to a spring', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CORNERS),
        fc.double({ min: 1e-6, max: 5e-5, noNaN: true }),
        fc.constantFrom('settleAxle', 'settleVehicle'),
        fc.constantFrom('open', 'closed'),
        (corner, conductance, policy, layout) => {
          const machine = machineOf({ layout, parked: { policy, checksAfterH: [2, 5] } })
          const done = run(8 * H, {
            machine,
            faults: [leak(corner, conductance)],
            sampleEveryS: 60,
          })
          for (const i of [0, 1, 2, 3])
            for (const [k, sample] of done.samples.entries())
              if (k > 0)
                expect(sample.airBarL[i]!).toBeLessThanOrEqual(
                  done.samples[k - 1]!.airBarL[i]! + 1e-9,
                )
        },
      ),
      { seed: 12, numRuns: 6 },
    )
  })
})

describe('a module that hides the leak', () => {
  const night = (policy: 'none' | 'settleAxle' | 'refill') =>
    run(12 * H, {
      machine: machineOf({ parked: { policy, checksAfterH: [3, 9] } }),
      faults: [leak('FL', 1.2e-5)],
      sampleEveryS: H,
    })
  test('a down-only module masks a leaking corner: by the morning both sides of its axle stand alike', () => {
    const [left, settled] = [last(night('none')), last(night('settleAxle'))]
    expect(off(left, 'FR') - off(left, 'FL')).toBeGreaterThan(15)
    expect(Math.abs(off(settled, 'FR') - off(settled, 'FL'))).toBeLessThan(
      0.6 * (off(left, 'FR') - off(left, 'FL')),
    )
    expect(off(settled, 'FR')).toBeLessThan(off(left, 'FR') - 5)
  })
  test('one that pumps back up stands level and has lost the air all the same', () => {
    const done = night('refill')
    expect(off(last(done), 'FL')).toBeGreaterThan(-12)
    expect(done.state.air[6]).toBeGreaterThan(1)
    expect(done.events.filter(({ what }) => what === 'check')).toHaveLength(2)
  })
})

describe('each fault has its signature', () => {
  const high = (faults: readonly Fault[], machine = machineOf(), untilS = 300) =>
    run(untilS, { machine, faults, happenings: raise, sampleEveryS: 5 })
  const reached = (done: SimRun) =>
    done.samples.find((sample) =>
      CORNERS.every((corner) => off(sample, corner, 30) > -USUAL_RULES.deadBandMm),
    )?.timeS ?? Number.POSITIVE_INFINITY
  const noTank = machineOf({ reservoir: false }, { reservoirL: 0 })

  test('seat leak of a corner valve: the corner loses air into the gallery only until that is full', () => {
    const done = run(12 * H, {
      faults: [{ kind: 'seatLeak', valve: 'RL', conductance: 1e-5 }],
      sampleEveryS: 6 * H,
    })
    expect(off(done.samples[0]!, 'RL')).toBeCloseTo(0, 6)
    expect(off(done.samples[1]!, 'RL')).toBeLessThan(-5)
    expect(off(last(done), 'RL')).toBeCloseTo(off(done.samples[1]!, 'RL'), 1)
    expect(last(done).galleryBarG).toBeCloseTo(last(done).pressureBarG.RL, 0)
  })
  test('seat leak of exhaust and corner together: the corner goes down overnight', () => {
    const done = run(12 * H, {
      faults: [
        { kind: 'seatLeak', valve: 'RL', conductance: 1e-5 },
        { kind: 'seatLeak', valve: 'exhaust', conductance: 1e-3 },
      ],
    })
    expect(off(last(done), 'RL')).toBeLessThan(-12)
  })
  test('corner valve stuck shut: that corner does not rise and the height is missed', () => {
    const done = high([{ kind: 'stuckShut', valve: 'RR' }])
    expect(off(last(done), 'RR')).toBeLessThan(20)
    expect(done.state.codes).toContain('heightMissed')
  })
  test('exhaust stuck open: the pressure does not build', () => {
    expect(high([{ kind: 'stuckOpen', valve: 'exhaust' }], noTank).state.codes).toContain(
      'pressureNotBuilding',
    )
  })
  test.each(['crossedLines', 'crossedPlugs'] as const)(
    '%s: commanding the one corner moves the other',
    (kind) => {
      // The module is told that the front left alone is low.
      const low: Fault = { kind: 'sensorOffset', corner: 'FL', mm: -20 }
      const firstToRise = (faults: readonly Fault[]) => {
        const {
          samples: [first, ...rest],
        } = run(30, { faults: [low, ...faults], happenings: [started], sampleEveryS: 0.5 })
        return rest.flatMap(({ airBarL }) =>
          [0, 1].filter((i) => airBarL[i]! > first!.airBarL[i]! + 0.05),
        )[0]
      }
      expect(firstToRise([])).toBe(0)
      expect(firstToRise([{ kind, corners: ['FL', 'FR'] }])).toBe(1)
    },
  )
  test('blocked line: its corner comes up late', () =>
    expect(reached(high([{ kind: 'blockedLine', corner: 'FL', share: 0.004 }]))).toBeGreaterThan(
      reached(high([])) + 10,
    ))
  test('relay welded: the pump runs on with nothing to do, and grows hot', () => {
    const done = high([{ kind: 'relayWelded' }], machineOf(), 600)
    expect(last(done).pumpOn).toBe(true)
    expect(last(done).pumpC).toBeGreaterThan(100)
  })
  test('relay dead: silence, and no height without the tank', () => {
    const done = high([{ kind: 'relayDead' }], noTank)
    expect(done.events.some(({ what }) => what === 'pumpOn')).toBe(false)
    expect(off(last(done), 'RL')).toBeLessThan(3)
    expect(done.state.codes).toContain('pressureNotBuilding')
  })
  test('weak pump: slow at every corner', () =>
    expect(reached(high([{ kind: 'weakPump', share: 0.5 }], noTank))).toBeGreaterThan(
      1.5 * reached(high([], noTank)),
    ))
  test('hot pump: locked out to cool, and a code', () => {
    const done = high([{ kind: 'hotPump', factor: 12 }], noTank)
    expect(done.state.codes).toContain('pumpHot')
    expect(done.samples.some(({ mode }) => mode === 'lockedOut')).toBe(true)
  })
  test('dusty dryer: lowering takes longer', () => {
    const lowerFor = (faults: readonly Fault[]) =>
      run(200, {
        faults,
        state: stateOf(machineOf(), 'high'),
        happenings: [started, { atS: 5, do: 'level', levelId: 'road' }],
        sampleEveryS: 1,
      })
    const down = (done: SimRun) =>
      done.samples.find((sample) =>
        CORNERS.every((corner) => off(sample, corner) < USUAL_RULES.deadBandMm),
      )!.timeS
    expect(down(lowerFor([{ kind: 'dryer', share: 0.1 }]))).toBeGreaterThan(
      1.5 * down(lowerFor([])),
    )
  })
  test('sensor offset: it stands wrong by that much and the module is content', () => {
    const done = run(120, {
      faults: [{ kind: 'sensorOffset', corner: 'FR', mm: 20 }],
      happenings: [started],
    })
    expect(off(last(done), 'FR')).toBeLessThan(-10)
    expect(last(done).mode).toBe('awake')
  })
  test('sensor gain: wrong away from its middle only', () => {
    expect(
      Math.abs(
        off(
          last(
            run(120, {
              faults: [{ kind: 'sensorGain', corner: 'FR', factor: 2 }],
              happenings: [started],
            }),
          ),
          'FR',
        ),
      ),
    ).toBeLessThan(3)
  })
  test.each(['sensorOpen', 'sensorShort'] as const)(
    '%s: no plausible signal, a code, and the corner is left alone',
    (kind) => {
      const done = high([{ kind, corner: 'RL' }])
      expect(done.state.codes).toContain('sensorImplausible')
      expect(off(last(done), 'RL', 30)).toBeLessThan(off(last(done), 'FR', 30) - 5)
      expect(done.state.air[2]).toBe(stateOf(machineOf()).air[2])
    },
  )
  test('loose link: the module believes the corner never moves', () => {
    const machine = machineOf()
    const done = run(200, {
      machine,
      state: { ...stateOf(machine), payloadN: { RL: 1200 } },
      faults: [{ kind: 'sensorLoose', corner: 'RL' }],
      happenings: [started],
    })
    expect(off(last(done), 'RL')).toBeLessThan(-8)
    expect(done.state.codes).toEqual([])
  })
  test('a single rear sensor cannot see a lean', () => {
    const machine = machineOf({ sensors: { front: 'each', rear: 'one' } })
    const state = stateOf(machine)
    const leaning: SimState = {
      ...state,
      air: state.air.map((amount, i) =>
        i === 2 ? amount * 0.93 : i === 3 ? amount * 1.07 : amount,
      ),
    }
    const done = run(120, { machine, state: leaning, happenings: [started] })
    expect(Math.abs(off(last(done), 'RL') - off(last(done), 'RR'))).toBeGreaterThan(5)
  })
  test('missing supply: nothing moves and the code says so', () => {
    const done = high([{ kind: 'supplyMissing' }])
    expect(done.state.codes).toEqual(['supplyMissing'])
    expect(Math.abs(off(last(done), 'FL'))).toBeLessThan(1)
  })
  test('an open door and lifting mode hold it still', () => {
    for (const hold of ['doorOpen', 'liftingOn'] as const)
      expect(
        last(
          run(100, {
            happenings: [started, { atS: 1, do: hold }, { atS: 5, do: 'level', levelId: 'high' }],
          }),
        ),
      ).toMatchObject({ mode: 'inhibited', pumpOn: false })
  })
})

test('at rest nothing flows through a sound machine', () =>
  expect(passagesOf(REST, [])).toEqual([]))
