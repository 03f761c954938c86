import { describe, expect, test } from 'vitest'
import type { Fault } from '../../physics/simulation/index.ts'
import { USUAL_PUMP } from '../../physics/simulation/index.ts'
import { normal, seeded } from '../../base/random/index.ts'
import { atmosphereBar } from '../../base/units/index.ts'
import type { PumpTest } from './index.ts'
import { findLifts, judgeDecay, judgeLift, judgePump, judgeRelay } from './index.ts'
import { car, value, on, readings } from './test/checking.ts'

const rating = { freeFlowLPerMin: USUAL_PUMP.freeFlowLPerMin, stallBarG: USUAL_PUMP.stallBarG }
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
