import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Fault, Happening, SimRun, SimSample } from '../../physics/simulation/index.ts'
import { levelledState, simulate, USUAL_PUMP, USUAL_RULES } from '../../physics/simulation/index.ts'
import { normal, seeded } from '../../base/random/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import { atmosphereBar } from '../../base/units/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import type { Commanded, PumpTest, Readings } from './index.ts'
import {
  CHANNEL_LIMITS,
  doubtOf,
  endsOf,
  findLifts,
  findParked,
  judgeDecay,
  judgeLift,
  judgeLoad,
  judgePump,
  judgeRelay,
  judgeSweep,
  judgeWhichCorner,
  pumpHabit,
} from './index.ts'

const value = <Answer>(
  result: { ok: true; value: Answer } | { ok: false; error: { code: string } },
): Answer => {
  if (!result.ok) throw new Error(result.error.code)
  return result.value
}
const rating = { freeFlowLPerMin: USUAL_PUMP.freeFlowLPerMin, stallBarG: USUAL_PUMP.stallBarG }
/** A car driven by its simulator, as a link would tell it. */
function car(
  untilS: number,
  happenings: readonly Happening[],
  {
    faults = [] as readonly Fault[],
    galleryL = 0.15,
    sampleEveryS = 0.25,
    reservoirL = 0,
    deadBandMm = 6,
    supplyV = 13.5,
    altitudeM = 0,
  } = {},
): SimRun {
  const machine = {
    vehicle: sampleVehicle(),
    galleryL,
    reservoirL,
    pump: USUAL_PUMP,
    rules: { ...USUAL_RULES, deadBandMm },
    supplyV,
    altitudeM,
    architecture: {
      layout: 'open' as const,
      reservoir: reservoirL > 0,
      sensors: { front: 'each' as const, rear: 'each' as const },
      parked: { policy: 'none' as const, checksAfterH: [] },
      doorInhibit: false,
      levels: [
        { id: 'road', offsetMm: 0 },
        { id: 'high', offsetMm: 30 },
      ],
      air: { front: 'strut' as const, rear: 'bellows' as const },
    },
  }
  const state = value(levelledState(machine, 'road', 15))
  return simulate({
    machine,
    state,
    faults,
    happenings,
    untilS,
    sampleEveryS,
    temperatureC: () => 15,
  })
}
const on: Happening = { atS: 0, do: 'ignitionOn' }
const readings = ({ samples }: SimRun, of: (sample: SimSample) => number | null): Readings => ({
  atS: samples.map(({ timeS }) => timeS),
  values: samples.map(of),
})

describe('pump against a shut volume', () => {
  const VOLUME_L = 2
  const trial = (
    faults: readonly Fault[],
    change: Partial<PumpTest> = {},
    noise = 0,
    supplyV = 13.5,
    siteM = 0,
  ) => {
    const done = car(60, [on, { atS: 1, do: 'actuate', what: { kind: 'pump' }, forS: 50 }], {
      faults,
      galleryL: VOLUME_L,
      deadBandMm: 500,
      supplyV,
      altitudeM: siteM,
    })
    const random = seeded(5)
    const running = done.samples.filter(({ pumpOn }) => pumpOn)
    const pressure = {
      atS: running.map(({ timeS }) => timeS),
      values: running.map(({ galleryBarG }) => galleryBarG + noise * normal(random)),
    }
    return judgePump({
      pressure,
      volumeL: VOLUME_L,
      volumeShare: 0.05,
      temperatureC: 15,
      supplyV,
      altitudeM: siteM,
      rating,
      ...change,
    })
  }
  test('a good pump brings what it is rated at, and the gauge’s noise hardly matters', () => {
    expect(value(trial([])).share).toBeCloseTo(1, 2)
    expect(value(trial([], {}, 0.05))).toMatchObject({ band: 'good', stopsAtBarG: null })
  })
  test.each([
    [0.85, 'tired'],
    [0.6, 'weak'],
    [0.3, 'weak'],
  ] as const)('one that brings %s of its flow is %s', (share, band) => {
    const verdict = value(trial([{ kind: 'weakPump', share }], {}, 0.03))
    expect(verdict.band).toBe(band)
    expect(verdict.share).toBeCloseTo(share, 1)
  })
  test('low voltage and thin air are not the pump’s fault', () => {
    expect(value(trial([], {}, 0, 10)).share).toBeCloseTo(1, 2)
    // Not told of it, the test blames the pump.
    expect(value(trial([], { supplyV: 13.5 }, 0, 9)).band).toBe('weak')
    expect(atmosphereBar(1500)).toBeCloseTo(0.845, 2)
    expect(value(trial([], {}, 0, 13.5, 1500)).share).toBeCloseTo(1, 2)
    // Not told of it, the test takes the lower stall for a weaker pump.
    expect(value(trial([], { altitudeM: 0 }, 0, 13.5, 1500)).share).toBeLessThan(0.95)
  })
  test('a sound pump of fixed ratio stalls lower where the air is thin, and is good there all the same', () => {
    const air = atmosphereBar(2000) / atmosphereBar(0)
    const stall = rating.stallBarG * air
    const tauS = (60 * VOLUME_L * rating.stallBarG) / rating.freeFlowLPerMin
    const atS = Array.from({ length: 40 }, (_, i) => i)
    const verdict = value(
      judgePump({
        pressure: { atS, values: atS.map((t) => stall * (1 - Math.exp(-t / tauS))) },
        volumeL: VOLUME_L,
        volumeShare: 0.02,
        temperatureC: 15,
        supplyV: 13.5,
        altitudeM: 2000,
        rating,
      }),
    )
    expect(verdict).toMatchObject({ band: 'good', stopsAtBarG: null })
    expect(verdict.share).toBeCloseTo(1, 1)
  })
  test('a volume hardly known leaves the band open', () => {
    expect(value(trial([{ kind: 'weakPump', share: 0.85 }], { volumeShare: 0.3 })).clear).toBe(
      false,
    )
    expect(value(trial([{ kind: 'weakPump', share: 0.4 }], { volumeShare: 0.1 })).clear).toBe(true)
  })
  test('a pressure that stops early is told: something lets go what the pump brings', () => {
    expect(
      value(trial([{ kind: 'seatLeak', valve: 'exhaust', conductance: 0.2 }])).stopsAtBarG,
    ).toBeGreaterThan(1.2)
  })
  test('too little says nothing', () => {
    expect(trial([], { pressure: { atS: [0, 1], values: [0, 1] } })).toMatchObject({
      error: { code: 'tooFewPoints' },
    })
    expect(
      trial([], { pressure: { atS: [0, 1, 2, 3, 4, 5], values: [0, 0, 0.1, 0, 0, 0] } }),
    ).toMatchObject({ error: { code: 'pressureDidNotRise' } })
  })
})

describe('a shut volume under pressure', () => {
  const decay = (conductance: number, seconds = 600, gaugeBar = 0.02) => {
    const random = seeded(9)
    let [barA, atS] = [6 + 1.01325, 0]
    const pressure: { atS: number[]; values: number[] } = { atS: [], values: [] }
    for (; atS <= seconds; atS += 1) {
      if (atS % 20 === 0) {
        pressure.atS.push(atS)
        pressure.values.push(barA - 1.01325 + gaugeBar * normal(random))
      }
      // The same law in tiny steps of its own, choked above 2 bar absolute.
      const ratio = 1.01325 / barA
      const phi = ratio <= 0.5 ? 1 : Math.sqrt(Math.max(0, 1 - ((ratio - 0.5) / 0.5) ** 2))
      for (let k = 0; k < 10; k += 1) barA -= (0.1 * conductance * barA * phi) / 2.4
    }
    return judgeDecay({ pressure, volumeL: 2.4, temperatureC: 20, gaugeBar })
  }
  test.each([
    [1e-3, 600],
    [1e-4, 600],
    [3e-5, 3600],
  ])('finds a conductance of %s in %s s', (conductance, seconds) => {
    const verdict = value(decay(conductance, seconds))
    expect(verdict.verdict).toBe('leaks')
    expect(verdict.conductance / conductance).toBeGreaterThan(0.85)
    expect(verdict.conductance / conductance).toBeLessThan(1.15)
    expect(verdict.rateBarLPerH).toBeCloseTo(
      3600 * verdict.conductance * (verdict.fromBarG + 1.01325),
      3,
    )
  })
  test('a tight one holds, and says what it could not have seen; waiting longer sees less', () => {
    expect(value(decay(0)).verdict).toBe('holds')
    expect(value(decay(0, 1200)).leastBarLPerH).toBeCloseTo(
      value(decay(0, 600)).leastBarLPerH / 2,
      1,
    )
  })
  test('one that never builds pressure says so', () => {
    expect(
      judgeDecay({
        pressure: { atS: [0, 10, 20], values: [0.1, 0, 0] },
        volumeL: 2,
        temperatureC: 20,
        gaugeBar: 0.02,
      }),
    ).toMatchObject({ error: { code: 'neverBuilt' } })
  })
})

describe('lifting', () => {
  test('finds the lift in a run, from where it stood to where it got', () => {
    const done = car(200, [on, { atS: 20, do: 'level', levelId: 'high' }])
    const [lift, ...others] = findLifts(readings(done, ({ heightMm }) => heightMm.RL))
    expect(others).toEqual([])
    expect(lift!.fromS).toBeGreaterThan(15)
    expect(lift!.toMm - lift!.fromMm).toBeGreaterThan(22)
  })
  test('a car that stands still has none', () =>
    expect(findLifts(readings(car(60, []), ({ heightMm }) => heightMm.FL))).toEqual([]))
  test.each([
    [10, 11, null, 'good'],
    [10, 20, null, 'pumpOrLeak'],
    [10, 20, 1, 'leakWhileLifting'],
    [10, 20, 0.5, 'weakPump'],
    [10, 40, 0.5, 'leakWhileLifting'],
  ] as const)('expected %s s, took %s s, pump %s: %s', (expected, took, pump, verdict) => {
    expect(judgeLift(expected, took, pump).verdict).toBe(verdict)
  })
})

test.each([
  [{ askedA: 14, restA: 0, clicks: true }, 'works'],
  [{ askedA: 14, restA: 13, clicks: true }, 'welded'],
  [{ askedA: 0, restA: 0, clicks: false }, 'relayDead'],
  [{ askedA: 0, restA: 0, clicks: true }, 'noCurrent'],
  [{ askedA: 90, restA: 0, clicks: true }, 'pumpSeized'],
  [{ askedA: null, restA: null, clicks: null }, 'cannotTell'],
  [{ askedA: 14, restA: null, clicks: true }, 'cannotTell'],
] as const)('relay: %j is %s', (seen, verdict) => expect(judgeRelay(seen)).toBe(verdict))

describe('which corner moves', () => {
  const commands = (faults: readonly Fault[]): Commanded[] =>
    CORNERS.map((corner) => {
      const { samples } = car(
        14,
        [on, { atS: 1, do: 'actuate', what: { kind: 'fill', corner }, forS: 8 }],
        { faults, deadBandMm: 500 },
      )
      return {
        corner,
        movedMm: perCorner((each) => samples.at(-1)!.heightMm[each] - samples[0]!.heightMm[each]),
      }
    })
  test('a sound car is straight', () =>
    expect(judgeWhichCorner(commands([]), CORNERS)).toMatchObject({
      verdict: 'straight',
      crossed: [],
      dead: [],
    }))
  test.each([
    ['crossedLines', 'FL', 'FR'],
    ['crossedPlugs', 'RL', 'RR'],
    ['crossedLines', 'FL', 'RR'],
  ] as const)('%s of %s and %s', (kind, a, b) => {
    expect(
      judgeWhichCorner(commands([{ kind, corners: [a as Corner, b as Corner] }]), CORNERS),
    ).toMatchObject({ verdict: 'crossed', crossed: [[a, b]] })
  })
  test('a stuck valve is dead, a test half done is unfinished', () => {
    expect(judgeWhichCorner(commands([{ kind: 'stuckShut', valve: 'RR' }]), CORNERS)).toMatchObject(
      { verdict: 'dead', dead: ['RR'] },
    )
    expect(judgeWhichCorner(commands([]).slice(0, 2), CORNERS).verdict).toBe('unfinished')
  })
})

describe('which corner moves, with an eye at the car', () => {
  const told = (
    corner: Corner,
    moved: Partial<Record<Corner, number>>,
    byEye?: Corner | null,
  ): Commanded => ({
    corner,
    movedMm: perCorner((each) => moved[each] ?? null),
    ...(byEye === undefined ? {} : { byEye }),
  })
  test('one sensor for both sides cannot tell: the eye must', () => {
    expect(judgeWhichCorner([told('FL', {})], ['FL', 'FR']).verdict).toBe('lookAtCar')
    expect(
      judgeWhichCorner([told('FL', {}, 'FL'), told('FR', {}, 'FR')], ['FL', 'FR']).verdict,
    ).toBe('straight')
    expect(
      judgeWhichCorner([told('FL', {}, 'FR'), told('FR', {}, 'FL')], ['FL', 'FR']).verdict,
    ).toBe('crossed')
  })
  test('a corner that sinks meanwhile was not told to: the module levels it', () => {
    const moved = [told('RR', { RR: 1, RL: 12 }), told('RL', { RL: -14, RR: 12 })]
    expect(judgeWhichCorner(moved, ['RL', 'RR'])).toMatchObject({
      verdict: 'crossed',
      crossed: [['RL', 'RR']],
    })
    expect(judgeWhichCorner([told('RL', { RL: -14, RR: 0 })], ['RL'])).toMatchObject({
      verdict: 'dead',
      dead: ['RL'],
    })
  })
  test('the right corner rises and the other’s sensor says so: sensor plugs', () => {
    const seen = [told('RL', { RL: 1, RR: 12 }, 'RL'), told('RR', { RL: 12, RR: 1 }, 'RR')]
    expect(judgeWhichCorner(seen, ['RL', 'RR']).verdict).toBe('sensorsCrossed')
    expect(
      judgeWhichCorner(
        seen.map(({ byEye: _eye, ...each }) => each),
        ['RL', 'RR'],
      ).verdict,
    ).toBe('crossed')
  })
})

describe('sensors swept through their travel', () => {
  const sweep = (faults: readonly Fault[]) => {
    const done = car(
      260,
      [on, { atS: 5, do: 'level', levelId: 'high' }, { atS: 150, do: 'level', levelId: 'road' }],
      { faults, sampleEveryS: 0.5 },
    )
    return Object.fromEntries(
      judgeSweep(
        CORNERS.map((id) => ({
          id,
          signal: readings(done, ({ signalPercent }) =>
            signalPercent[id] === 100 || signalPercent[id] === 0 ? null : signalPercent[id],
          ),
        })),
      ).map(({ id, verdict }) => [id, verdict]),
    )
  }
  test('all follow', () =>
    expect(sweep([])).toEqual({ FL: 'follows', FR: 'follows', RL: 'follows', RR: 'follows' }))
  test('a loose link is stuck, an open one has no signal', () => {
    expect(sweep([{ kind: 'sensorLoose', corner: 'RL' }])).toMatchObject({
      RL: 'stuck',
      RR: 'follows',
    })
    expect(sweep([{ kind: 'sensorOpen', corner: 'FR' }])).toMatchObject({
      FR: 'noSignal',
      FL: 'follows',
    })
  })
  test('a jump no body makes, and gaps', () => {
    const atS = Array.from({ length: 100 }, (_, i) => i)
    const ramp = atS.map((at) => 40 + at / 10)
    const verdicts = judgeSweep([
      { id: 'a', signal: { atS, values: ramp.map((at, i) => (i === 50 ? at + 20 : at)) } },
      { id: 'b', signal: { atS, values: ramp.map((at, i) => (i % 10 === 0 ? null : at)) } },
    ])
    expect(verdicts.map(({ verdict }) => verdict)).toEqual(['jumps', 'dropsOut'])
  })
})

describe('a known load in and out', () => {
  const load = (faults: readonly Fault[], deadBandMm = 6) => {
    const done = car(
      400,
      [
        on,
        { atS: 20, do: 'load', payloadN: { RL: 900, RR: 900 } },
        { atS: 200, do: 'load', payloadN: {} },
      ],
      { faults, deadBandMm, sampleEveryS: 0.5 },
    )
    return judgeLoad({
      height: readings(done, ({ heightMm }) => (heightMm.RL + heightMm.RR) / 2),
      loadedAtS: 20,
      unloadedAtS: 200,
      withinMm: 7,
    })
  }
  test('a sound axle levels and lets down again', () => {
    const verdict = load([])
    expect(verdict.verdict).toBe('levels')
    expect(verdict.sankMm).toBeGreaterThan(10)
    expect(verdict.upS).toBeGreaterThan(2)
  })
  test('a dead relay does nothing; a shut exhaust does not let down', () => {
    expect(load([{ kind: 'relayDead' }]).verdict).toBe('doesNothing')
    expect(load([{ kind: 'stuckShut', valve: 'exhaust' }]).verdict).toBe('doesNotLetDown')
  })
})

test('pump habit: starts, minutes a day, and stops for heat', () => {
  const done = car(1200, [on, { atS: 5, do: 'level', levelId: 'high' }], {
    faults: [{ kind: 'hotPump', factor: 12 }],
    sampleEveryS: 1,
  })
  const habit = pumpHabit(
    readings(done, ({ pumpOn }) => (pumpOn ? 1 : 0)),
    readings(done, ({ pumpC }) => pumpC),
    USUAL_PUMP.cutoutC,
  )
  expect(habit.heatStops).toBeGreaterThan(0)
  expect(habit.hottestC).toBeGreaterThan(105)
  expect(habit.starts).toBeGreaterThan(1)
  expect(habit.minutesPerDay).toBeCloseTo((habit.runS / 60) * (86_400 / 1200), 6)
  expect(habit.longestS).toBeLessThanOrEqual(habit.runS)
})

describe('channels in doubt', () => {
  const of = (values: readonly number[]): Readings => ({ atS: values.map((_, i) => i), values })
  const bar = { kind: 'pressure', ...CHANNEL_LIMITS.pressure, usual: 7 }
  test('another unit is recognised by its size', () => {
    expect(doubtOf(of([690, 700, 710]), bar)).toEqual({ code: 'otherUnit', unit: 'kPa' })
    expect(doubtOf(of([100, 101, 102]), bar)).toEqual({ code: 'otherUnit', unit: 'psi' })
    expect(
      doubtOf(of([18.9, 19, 19.1]), { kind: 'height', ...CHANNEL_LIMITS.height, usual: 480 }),
    ).toEqual({ code: 'otherUnit', unit: 'inch' })
  })
  test('what is right raises no doubt, whatever it does', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 4, max: 12, noNaN: true }), { minLength: 1 }),
        (values) => {
          expect(doubtOf(of(values), bar)).toBeNull()
        },
      ),
    )
  })
  test('out of range, and stuck while others move', () => {
    expect(doubtOf(of([7, 55, 7]), bar)).toEqual({ code: 'outOfRange' })
    expect(
      doubtOf(of(Array.from({ length: 60 }, () => 7.25)), { ...bar, othersMove: true }),
    ).toEqual({ code: 'stuck' })
    expect(doubtOf(of(Array.from({ length: 60 }, () => 7.25)), bar)).toBeNull()
  })
})

describe('a car left alone, found in a log', () => {
  const H = 3600
  // Driven, parked for ten hours without a row in the middle (a module asleep tells nothing), driven again.
  const atS = [
    ...Array.from({ length: 30 }, (_, i) => i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + 10 * H + i * 60),
    ...Array.from({ length: 20 }, (_, i) => 1800 + 10 * H + 1200 + i * 60),
  ]
  const height: Readings = {
    atS,
    values: atS.map((at) =>
      at < 1800 ? 480 : at < 1800 + 10 * H + 1200 ? 480 - ((at - 1800) / H) * 2 : 480,
    ),
  }
  const runs: Readings = {
    atS,
    values: atS.map((at) => (at < 1800 || at >= 1800 + 10 * H + 1200 ? 1 : 0)),
  }
  test('over a gap, from the last run of the pump to the next', () => {
    const [night, ...others] = findParked([height], runs)
    expect(others).toEqual([])
    expect(night).toEqual({ fromS: 1800, toS: 1800 + 10 * H + 1140 })
    const { before, after } = endsOf(height, night!)
    expect(before! - after!).toBeCloseTo(20.3, 0)
  })
  test('without word of the pump, a rise ends it', () =>
    expect(findParked([height], null).some(({ toS }) => toS === 1800 + 10 * H + 1140)).toBe(true))
  test('two hours at least', () =>
    expect(findParked([{ atS: [0, 3600], values: [480, 479] }], null)).toEqual([]))
})
