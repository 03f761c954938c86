import { describe, expect, test } from 'vitest'
import { SAMPLE_PARTS } from '../../base/samples/index.ts'
import { seeded } from '../../base/random/index.ts'
import type { AxleCase, LivingPart, Option, StrategyRequest } from './index.ts'
import { axleStrategies, breakEven, compareOptions, fitLife, wearYears } from './index.ts'

const part = (change: Partial<LivingPart> = {}): LivingPart => ({
  id: 'a',
  life: { shape: 1, scaleYears: 4 },
  ageYears: null,
  ...change,
})
const option = (change: Partial<Option> = {}): Option => ({
  id: 'mend',
  now: { cost: 500, restarts: ['a'] },
  later: { a: { cost: 500, restarts: ['a'] } },
  ...change,
})
const ask = (change: Partial<StrategyRequest> = {}): StrategyRequest => ({
  parts: [part()],
  options: [option()],
  horizonYears: 6,
  discountRate: 0.05,
  samples: 20_000,
  seed: 7,
  ...change,
})
const first = (request: StrategyRequest) => compareOptions(request)[0]!

const CASE: AxleCase = {
  horizonYears: 6,
  discountRate: 0.04,
  samples: 4000,
  seed: 1,
  labourPerHour: 95,
  parts: SAMPLE_PARTS,
  leak: { minutesPerDay: 40, normalMinutesPerDay: 5, daysBeforeRepair: 45 },
  strategies: ['single', 'pair', 'convert'],
}
const cost = (change: Partial<AxleCase>, id: AxleCase['strategies'][number]) =>
  compareOptions(axleStrategies({ ...CASE, ...change })).find((each) => each.id === id)!

describe('a part that fails at any age alike', () => {
  // Renewals of an exponential life are a Poisson process: a known mean cost, variance and chance.
  test('costs what the Poisson process says, as present value', () => {
    const { meanCost, standardError, secondVisitProbability, laterVisits } = first(ask())
    const discounted = (1 - 1.05 ** -6) / Math.log(1.05)
    expect(Math.abs(meanCost - (500 + (500 / 4) * discounted))).toBeLessThan(4 * standardError)
    expect(standardError).toBeCloseTo(
      (500 * Math.sqrt((1 - 1.05 ** -12) / (2 * Math.log(1.05) * 4))) / Math.sqrt(20_000),
      1,
    )
    expect(secondVisitProbability).toBeCloseTo(1 - Math.exp(-6 / 4), 1)
    expect(laterVisits).toBeCloseTo(6 / 4, 1)
  })
  test('its age does not matter; one that fails with age is dearer when it is old', () => {
    const old = (shape: number, ageYears: number) =>
      first(
        ask({
          parts: [part({ life: { shape, scaleYears: 8 }, ageYears })],
          options: [option({ now: { cost: 0, restarts: [] } })],
        }),
      )
    expect(Math.abs(old(1, 0).meanCost - old(1, 12).meanCost)).toBeLessThan(
      5 * old(1, 0).standardError,
    )
    expect(old(3, 7).meanCost).toBeGreaterThan(1.5 * old(3, 0).meanCost)
  })
})

describe('futures', () => {
  test('the same seed gives the same figures; another one within its standard error', () => {
    expect(compareOptions(ask())).toEqual(compareOptions(ask()))
    const [a, b] = [first(ask()), first(ask({ seed: 8 }))]
    expect(a.meanCost).not.toBe(b.meanCost)
    expect(Math.abs(a.meanCost - b.meanCost)).toBeLessThan(
      5 * Math.hypot(a.standardError, b.standardError),
    )
  })
  test('what outlives the horizon costs once, surely, and the fan is a line', () => {
    const sure = first(ask({ parts: [part({ life: { shape: 3, scaleYears: 500 } })] }))
    expect(sure).toMatchObject({
      meanCost: 500,
      p10Cost: 500,
      p90Cost: 500,
      secondVisitProbability: 0,
      standardError: 0,
    })
  })
  test('costs so far grow from year to year and end at the whole', () => {
    const { byYear, meanCost, p90Cost } = first(ask())
    expect(byYear.map(({ year }) => year)).toEqual([1, 2, 3, 4, 5, 6])
    for (let i = 1; i < byYear.length; i += 1)
      expect(byYear[i]!.mean).toBeGreaterThanOrEqual(byYear[i - 1]!.mean)
    expect(byYear.at(-1)).toMatchObject({ mean: meanCost, p90: p90Cost })
    expect(byYear.every(({ p10, mean, p90 }) => p10 <= mean && mean <= p90)).toBe(true)
  })
  test('what ends does not fail any more; what is put off costs later, if at all within the horizon', () => {
    expect(
      first(ask({ options: [option({ now: { cost: 900, restarts: [], ends: ['a'] } })] })),
    ).toMatchObject({ meanCost: 900, secondVisitProbability: 0 })
    const immortal = part({ life: { shape: 3, scaleYears: 500 } })
    expect(
      first(ask({ parts: [immortal], options: [option({ waitYears: 2 })] })).meanCost,
    ).toBeCloseTo(500 / 1.05 ** 2, 6)
    expect(first(ask({ parts: [immortal], options: [option({ waitYears: 7 })] })).meanCost).toBe(0)
  })
  test('a leak left alone wears the pump: it ages faster while nothing is done', () => {
    const pump = (rate: number) =>
      first(
        ask({
          parts: [
            part({ life: { shape: 3, scaleYears: 500 } }),
            part({ id: 'pump', life: { shape: 3, scaleYears: 14 }, ageYears: 2 }),
          ],
          options: [
            option({
              waitYears: 1,
              rates: { pump: rate },
              later: { pump: { cost: 900, restarts: ['pump'] } },
            }),
          ],
        }),
      )
    expect(pump(6).secondVisitProbability).toBeGreaterThan(pump(1).secondVisitProbability + 0.05)
  })
  test('while nothing is done a part ages at its rate, and fails in that time or after it', () => {
    // So steep a life ends at ten years, to the day.
    const sure = { shape: 1e6, scaleYears: 10 }
    const failsAfter = (ageYears: number, rate: number): number => {
      const { meanCost } = first(
        ask({
          parts: [part({ life: sure }), part({ id: 'pump', life: sure, ageYears })],
          options: [
            option({
              now: { cost: 0, restarts: [] },
              waitYears: 1,
              rates: { pump: rate },
              later: { pump: { cost: 1000, restarts: ['pump'] } },
            }),
          ],
          horizonYears: 4,
          discountRate: 0.1,
          samples: 10,
        }),
      )
      return Math.log(1000 / meanCost) / Math.log(1.1)
    }
    // Two years are left. Four times as fast they are gone in half a year of waiting.
    expect(failsAfter(8, 4)).toBeCloseTo(0.5, 3)
    // Half as fast again, a year of waiting takes one and a half, and half a year is left then.
    expect(failsAfter(8, 1.5)).toBeCloseTo(1.5, 3)
    expect(failsAfter(8, 1)).toBeCloseTo(2, 3)
  })
  test('a failing spring wears the pump out at once where it has that little left', () => {
    const both = first(
      ask({
        parts: [
          part({ life: { shape: 1, scaleYears: 1 }, wears: { pump: 400 } }),
          part({ id: 'pump', life: { shape: 3, scaleYears: 60 }, ageYears: 0 }),
        ],
        options: [
          option({
            later: { a: { cost: 0, restarts: [] }, pump: { cost: 900, restarts: ['pump'] } },
            now: { cost: 0, restarts: ['a'] },
          }),
        ],
        discountRate: 0,
        samples: 4000,
      }),
    )
    expect(both.meanCost).toBeGreaterThan(850)
  })
  test('a life known roughly widens the fan', () => {
    const fan = (lnScaleSd: number): number => {
      const { p10Cost, p90Cost } = first(
        ask({
          parts: [
            part({
              life: { shape: 4, scaleYears: 5, lnScaleSd, lnShapeSd: 0.2 * Math.sign(lnScaleSd) },
            }),
          ],
        }),
      )
      return p90Cost - p10Cost
    }
    expect(fan(0.6)).toBeGreaterThan(fan(0))
  })
})

describe('the three schools on an axle', () => {
  test('an old other side makes both at once the better; where that turns is told', () => {
    const differenceAt = (otherSideAgeYears: number): number => {
      const parts = {
        ...CASE.parts,
        spring: { ...CASE.parts.spring, cost: 200, hours: 6, pairHours: 7, otherSideAgeYears },
      }
      return cost({ parts }, 'single').meanCost - cost({ parts }, 'pair').meanCost
    }
    const age = breakEven(differenceAt, [0, 20])!
    expect(differenceAt(age - 2)).toBeLessThan(0)
    expect(differenceAt(age + 2)).toBeGreaterThan(0)
    expect(breakEven(() => 4, [0, 20])).toBeNull()
  })
  test('a pump taken out with the conversion costs nothing later', () =>
    expect(
      cost(
        {
          parts: {
            ...CASE.parts,
            conversionAxle: { cost: 900, hours: 5, removesCompressor: true },
          },
        },
        'convert',
      ),
    ).toMatchObject({ meanCost: 900 + 5 * 95, secondVisitProbability: 0 }))
  test('what a leak adds to the pump’s age: how much more it runs, times how long', () =>
    expect(wearYears(CASE.leak)).toBeCloseTo((40 / 5) * (45 / 365.25), 12))
})

describe('lives out of what was seen', () => {
  const draw = (n: number, shape: number, scale: number, seed: number): number[] => {
    const random = seeded(seed)
    return Array.from({ length: n }, () => scale * (-Math.log(1 - random())) ** (1 / shape))
  }
  test('the figures behind many lives come out, those cut short counted as alive', () => {
    const ages = draw(3000, 2.6, 9, 3)
    const cut = 8
    const fitted = fitLife({
      failedAtYears: ages.filter((age) => age < cut),
      aliveAtYears: ages.filter((age) => age >= cut).map(() => cut),
    })!
    expect(Math.abs(Math.log(fitted.shape / 2.6))).toBeLessThan(4 * fitted.lnShapeSd)
    expect(Math.abs(Math.log(fitted.scaleYears / 9))).toBeLessThan(4 * fitted.lnScaleSd)
    expect(fitted.lnShapeSd).toBeLessThan(0.05)
  })
  test('the deviations are honest: the truth lies within two of them in some nineteen of twenty shops', () => {
    const inside = Array.from({ length: 200 }, (_, k) =>
      fitLife({ failedAtYears: draw(20, 2.6, 9, 100 + k), aliveAtYears: [] })!,
    ).filter(({ scaleYears, lnScaleSd }) => Math.abs(Math.log(scaleYears / 9)) < 2 * lnScaleSd)
    expect(inside.length).toBeGreaterThan(175)
  })
  test('too few, or all of one age, say nothing', () => {
    expect(fitLife({ failedAtYears: [3, 4, 5, 6], aliveAtYears: [7, 8] })).toBeNull()
    expect(fitLife({ failedAtYears: [5, 5, 5, 5, 5, 5], aliveAtYears: [] })).toBeNull()
    expect(fitLife({ failedAtYears: [3, 4, 0, 6, 5], aliveAtYears: [] })?.failures).toBe(5)
  })
})
