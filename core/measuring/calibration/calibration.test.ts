import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { CalibrationFit, CalibrationPoint, CalibrationRequest } from './index.ts'
import { fitSensor } from './index.ts'

const SENSOR = {
  rawMin: 0.5,
  rawMax: 4.5,
  expectedSlopeMmPerRaw: 40,
  nominalHeightMm: 460,
} as const
const fit = (
  points: readonly CalibrationPoint[],
  change: Partial<CalibrationRequest> = {},
): CalibrationFit => {
  const answer = fitSensor({ ...SENSOR, points, ...change })
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}
const at = (
  heights: readonly number[],
  slope = 40,
  offset = 350,
  direction: CalibrationPoint['direction'] = null,
): CalibrationPoint[] =>
  heights.map((heightMm) => ({ heightMm, raw: (heightMm - offset) / slope, direction }))

describe('a line through a sensor’s levels', () => {
  test('is found again, whatever it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 200, noNaN: true }),
        fc.double({ min: 100, max: 400, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 380, max: 560 }), { minLength: 3, maxLength: 8 }),
        (slope, offset, heights) => {
          const { slopeMmPerRaw, offsetMm, rmsMm, rawAtNominal } = fit(at(heights, slope, offset), {
            expectedSlopeMmPerRaw: slope,
          })
          expect(slopeMmPerRaw!).toBeCloseTo(slope, 5)
          expect(offsetMm!).toBeCloseTo(offset, 3)
          expect(rmsMm!).toBeLessThan(1e-6)
          expect(rawAtNominal!).toBeCloseTo((460 - offset) / slope, 5)
        },
      ),
    )
  })
  test('leaves residuals that add up to nothing and do not depend on the order of the levels', () => {
    const points = at([420, 445, 470, 495]).map((point, i) => ({
      ...point,
      raw: point.raw + [0.02, -0.03, 0.015, 0][i]!,
    }))
    expect(fit(points.toReversed()).rmsMm).toBeCloseTo(fit(points).rmsMm!, 12)
    expect(fit(points).maxResidualMm).toBeGreaterThan(fit(points).rmsMm!)
  })
})

describe('faults', () => {
  const GOOD = [420, 445, 470, 495]
  test.each([
    ['nothing', at(GOOD), {}, []],
    ['mounted the other way round', at(GOOD, -40, 560), {}, ['reversed']],
    ['a bent link', at(GOOD, 47, 345), {}, ['slope']],
    ['a bent link the other way round', at(GOOD, -52, 590), {}, ['reversed', 'slope']],
    ['out of its range', at(GOOD, 40, 300), {}, ['range']],
    [
      'out of its range only where it should stand',
      at(GOOD, 40, 350),
      { nominalHeightMm: 540 },
      ['range'],
    ],
    ['two levels', at([420, 470]), {}, ['tooFewPoints']],
    ['three levels, two of one height', at([420, 470, 470]), {}, ['tooFewPoints']],
    ['stuck', GOOD.map((heightMm) => ({ heightMm, raw: 2.5 })), {}, ['stuck']],
    [
      'stuck, seen at two heights only',
      [
        { heightMm: 420, raw: 2.5 },
        { heightMm: 470, raw: 2.5 },
      ],
      {},
      ['stuck', 'tooFewPoints'],
    ],
    ['one level', [{ heightMm: 420, raw: 2.5 }], {}, ['tooFewPoints']],
    [
      'a kink',
      at(GOOD).map((point, i) => ({ ...point, raw: point.raw + (i === 1 ? 0.2 : 0) })),
      {},
      ['nonlinear'],
    ],
  ] as const)('%s', (_name, points, change, faults) =>
    expect(fit(points as readonly CalibrationPoint[], change).faults).toEqual(faults),
  )
  test('a worn link lags behind: rising and falling differ by what it lags', () => {
    const lagging = [
      ...at(GOOD, 40, 350, 'up').map((point) => ({ ...point, raw: point.raw + 0.06 })),
      ...at(GOOD, 40, 350, 'down').map((point) => ({ ...point, raw: point.raw - 0.06 })),
    ]
    const { hysteresisMm, faults } = fit(lagging)
    // 0.12 at 40 mm each; the line leans a little into both.
    expect(hysteresisMm!).toBeCloseTo(4.8, 0)
    expect(faults).toEqual(['hysteresis'])
    expect(fit(at(GOOD, 40, 350, 'up')).hysteresisMm).toBeNull()
  })
  test('a stuck sensor has no figures, and a flat line no place for the nominal height', () => {
    const { faults: _faults, ...figures } = fit([
      { heightMm: 420, raw: 2 },
      { heightMm: 470, raw: 2 },
      { heightMm: 500, raw: 2 },
    ])
    expect(Object.values(figures).every((figure) => figure === null)).toBe(true)
    expect(
      fit([
        { heightMm: 420, raw: 1 },
        { heightMm: 420, raw: 2 },
        { heightMm: 420, raw: 3 },
      ]),
    ).toMatchObject({ slopeMmPerRaw: 0, rawAtNominal: null, faults: ['slope', 'tooFewPoints'] })
  })
  test('a stuck one is found at whatever it is stuck', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 4.99, noNaN: true }),
        fc.integer({ min: 2, max: 12 }),
        (raw, levels) => {
          const answer = fitSensor({
            ...SENSOR,
            rawMin: 0,
            rawMax: 5,
            points: Array.from({ length: levels }, (_, i) => ({ heightMm: 400 + 7 * i, raw })),
          })
          expect(answer).toMatchObject({
            ok: true,
            value: {
              slopeMmPerRaw: null,
              rmsMm: null,
              faults: levels < 3 ? ['stuck', 'tooFewPoints'] : ['stuck'],
            },
          })
        },
      ),
    )
  })
  test('a range turned round is refused', () =>
    expect(fitSensor({ ...SENSOR, points: at(GOOD), rawMin: 4, rawMax: 1 })).toEqual({
      ok: false,
      error: { code: 'rawRangeTurned', rawMin: 4, rawMax: 1 },
    }))
})
