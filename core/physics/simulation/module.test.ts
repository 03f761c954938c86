import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { Fault, Happening, SimRun } from './index.ts'
import { saturationGPerL, travelOf } from './index.ts'
import { H, machineOf, run, stateOf } from './test/machines.ts'

const started: Happening = { atS: 0, do: 'ignitionOn' }
const last = ({ samples }: SimRun) => samples.at(-1)!
const fill = (corner: Corner, forS = 3): Happening => ({
  atS: 2,
  do: 'actuate',
  what: { kind: 'fill', corner },
  forS,
})
const grown = (done: SimRun): Corner[] =>
  CORNERS.filter((_, i) => last(done).airBarL[i]! > done.samples[0]!.airBarL[i]! + 0.05)
/** A module that never levels by itself: what moves was commanded. */
const still = machineOf({}, { rules: { ...machineOf().rules, deadBandMm: 500 } })

describe('actuator commands', () => {
  test.each(CORNERS.map((corner) => [corner] as const))(
    'filling the %s fills that spring and no other, then stops',
    (corner) => {
      const done = run(20, { machine: still, happenings: [started, fill(corner)] })
      expect(grown(done)).toEqual([corner])
      expect(last(done)).toMatchObject({ mode: 'awake', pumpOn: false, open: [] })
    },
  )
  test.each(['crossedLines', 'crossedPlugs'] as const)('%s: the other side moves', (kind) => {
    expect(
      grown(
        run(20, {
          machine: still,
          faults: [{ kind, corners: ['FL', 'FR'] }],
          happenings: [started, fill('FL')],
        }),
      ),
    ).toEqual(['FR'])
  })
  test('letting a corner down vents it through the dryer; in a closed system the reservoir gets it', () => {
    const vent: Happening = { atS: 2, do: 'actuate', what: { kind: 'vent', corner: 'RR' }, forS: 2 }
    const open = run(20, { machine: still, happenings: [started, vent] })
    expect(open.state.air[6]).toBeGreaterThan(0.3)
    expect(open.state.air[8]).toBeCloseTo(open.state.air[6]!, 9)
    const closed = machineOf({ layout: 'closed' }, { rules: still.rules })
    const shuttled = run(20, { machine: closed, happenings: [started, vent] })
    expect(shuttled.state.air[6]).toBe(0)
    expect(shuttled.state.air[5]).toBeGreaterThan(stateOf(closed).air[5]! + 0.1)
  })
  test('the pump dead-ended builds towards stall in the gallery, its current with it', () => {
    const done = run(12, {
      machine: still,
      happenings: [started, { atS: 1, do: 'actuate', what: { kind: 'pump' }, forS: 10 }],
      sampleEveryS: 1,
    })
    const running = done.samples.filter(({ pumpOn }) => pumpOn)
    expect(running.at(-1)!.galleryBarG).toBeGreaterThan(12)
    expect(running.at(-1)!.pumpA).toBeGreaterThan(running[0]!.pumpA + 5)
    expect(last(done).pumpA).toBe(0)
  })
  test('it is stopped at once, and not begun with the supply off', () => {
    const stopped = run(20, {
      machine: still,
      happenings: [started, fill('FL', 60), { atS: 4, do: 'stop' }],
    })
    expect(stopped.state.actuation).toBeNull()
    expect(last(stopped).pumpOn).toBe(false)
    expect(
      grown(
        run(20, {
          machine: still,
          happenings: [started, { atS: 1, do: 'supplyOff' }, fill('FL', 60)],
        }),
      ),
    ).toEqual([])
  })
})

describe('sensors as signals', () => {
  test('rise with the corner and read back as its travel', () => {
    const machine = machineOf()
    const at = (levelId: string) =>
      run(1, { machine, state: stateOf(machine, levelId) }).samples[0]!.signalPercent
    for (const corner of CORNERS) {
      expect(travelOf(at('road')[corner]!)).toBeCloseTo(0, 4)
      expect(travelOf(at('high')[corner]!)).toBeCloseTo(30, 4)
    }
  })
  test('crossed plugs swap them, a dead supply takes both and stores a code with what was seen', () => {
    const leaning = { ...stateOf(machineOf()), payloadN: { RL: 1500 } }
    const signal = (faults: Fault[]) => run(1, { state: leaning, faults }).samples[0]!.signalPercent
    const [straight, crossed] = [
      signal([]),
      signal([{ kind: 'crossedSensors', corners: ['RL', 'RR'] }]),
    ]
    expect(crossed.RL).toBeCloseTo(straight.RR!, 9)
    expect(crossed.RR).toBeCloseTo(straight.RL!, 9)
    const dead = run(60, {
      faults: [{ kind: 'sensorSupplyDead', corners: ['FL', 'RL'] }],
      happenings: [started],
    })
    expect(dead.state.codes).toEqual(['sensorImplausible'])
    expect(dead.state.frames.sensorImplausible!.offMm).toMatchObject({
      FL: null,
      RL: null,
      FR: expect.closeTo(0, 3) as number,
    })
  })
  test('an axle without a sensor shows none, one with a single sensor the mean twice', () => {
    const machine = machineOf({ sensors: { front: 'none', rear: 'one' } })
    const { signalPercent } = run(1, {
      machine,
      state: { ...stateOf(machine), payloadN: { RL: 1500 } },
    }).samples[0]!
    expect([signalPercent.FL, signalPercent.FR]).toEqual([null, null])
    expect(signalPercent.RL).toBe(signalPercent.RR)
  })
})

describe('codes and calibration', () => {
  test('cleared codes are gone, and come back while their reason is there', () => {
    const faults: Fault[] = [{ kind: 'sensorOpen', corner: 'FL' }]
    const first = run(60, { faults, happenings: [started] })
    const again = run(120, {
      state: first.state,
      faults,
      happenings: [{ atS: 60, do: 'clearCodes' }],
    })
    expect(again.state.codes).toEqual(['sensorImplausible'])
    const mended = run(120, { state: first.state, happenings: [{ atS: 61, do: 'clearCodes' }] })
    expect([mended.state.codes, mended.state.present, mended.state.frames]).toEqual([[], [], {}])
  })
  test('a code whose reason is gone stays stored and is not present after the next start', () => {
    const first = run(60, { faults: [{ kind: 'sensorOpen', corner: 'FL' }], happenings: [started] })
    const later = run(180, {
      state: first.state,
      happenings: [
        { atS: 70, do: 'ignitionOff' },
        { atS: 100, do: 'ignitionOn' },
      ],
    })
    expect([later.state.codes, later.state.present]).toEqual([['sensorImplausible'], []])
  })
  test('taught wrong it stands wrong; taught what the tape says it stands right', () => {
    const faults: Fault[] = [{ kind: 'wrongCalibration', mm: 15 }]
    const wrong = run(200, { faults, happenings: [started] })
    expect(last(wrong).heightMm.FR).toBeLessThan(480 - 8)
    const taught = run(400, {
      faults,
      state: wrong.state,
      happenings: [
        {
          atS: 201,
          do: 'calibrate',
          offMm: perCorner((corner) => last(wrong).heightMm[corner] - 480),
        },
      ],
    })
    for (const corner of CORNERS)
      expect(Math.abs(last(taught).heightMm[corner] - 480)).toBeLessThan(6.5)
  })
  test.each([
    ['a welded relay', { kind: 'relayWelded' }, 'relayStuck'],
    ['missing coding', { kind: 'codingMissing' }, 'codingMissing'],
  ] as const)('%s has a code of its own', (_, fault, code) =>
    expect(run(60, { faults: [fault], happenings: [started] }).state.codes).toContain(code),
  )
})

describe('water in the dryer', () => {
  test('saturated air holds what tables say: 4.85 g/m3 at 0 degC, 17.3 at 20 degC', () => {
    expect(1000 * saturationGPerL(0)).toBeCloseTo(4.85, 1)
    expect(1000 * saturationGPerL(20)).toBeCloseTo(17.3, 0)
  })
  const day = (faults: readonly Fault[]) =>
    run(12 * H, {
      machine: machineOf({ reservoir: false }, { reservoirL: 0 }),
      faults,
      happenings: [0, 1, 2, 3].flatMap((k): Happening[] => [
        { atS: k * 3 * H, do: 'ignitionOn' },
        { atS: k * 3 * H + 2, do: 'level', levelId: k % 2 ? 'road' : 'high' },
        { atS: k * 3 * H + 600, do: 'ignitionOff' },
      ]),
    })
  test('a tight car dries what it wets by letting down again; a leaking one gathers water', () => {
    const [tight, leaking] = [
      day([]),
      day([{ kind: 'springLeak', corner: 'FL', conductance: 1e-4 }]),
    ]
    expect(leaking.state.moistureG).toBeGreaterThan(tight.state.moistureG + 0.05)
  })
  test('never less than none', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('road', 'high'),
        fc.integer({ min: 0, max: 30 }),
        (levelId, seconds) => {
          expect(
            run(120, { happenings: [started, { atS: seconds, do: 'level', levelId }] }).state
              .moistureG,
          ).toBeGreaterThanOrEqual(0)
        },
      ),
      { seed: 4, numRuns: 8 },
    )
  })
  test('a wet dryer passes in mild weather and freezes shut in frost', () => {
    const lowered = (fromC: number) => {
      const machine = machineOf()
      const done = run(60, {
        machine,
        state: stateOf(machine, 'high', fromC),
        fromC,
        faults: [{ kind: 'dryerWet' }],
        happenings: [started, { atS: 55, do: 'level', levelId: 'road' }],
      })
      return done.state.air[6]!
    }
    expect(lowered(12)).toBeGreaterThan(3 * lowered(-8))
  })
})
