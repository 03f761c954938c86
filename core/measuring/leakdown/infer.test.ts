import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import { normal, seeded } from '../../base/random/index.ts'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { HypothesisId, LeakdownRequest } from './index.ts'
import {
  forecast,
  HYPOTHESES,
  hypothesisCorners,
  inferLeak,
  LOG_C_RANGE,
  PRIOR_WEIGHT,
} from './index.ts'

const NIGHT = { hours: 12, startC: 10, endC: -2 }
type Leaks = Partial<Record<Corner, number>>

function endOf(
  vehicle: VehicleGeometry,
  leaks: Leaks,
  night = NIGHT,
): { before: PerCorner<number>; after: PerCorner<number> } {
  const run = forecast({ vehicle, ...night, leaks, sampleHours: [0, night.hours] })
  if (!run.ok) throw new Error(run.error.code)
  return { before: run.value[0]!.heightMm, after: run.value[1]!.heightMm }
}

/** A night without any noise: what the tape would say in a perfect world, `count` times. */
function cleanNight(vehicle: VehicleGeometry, leaks: Leaks, count = 2): LeakdownRequest {
  const { before, after } = endOf(vehicle, leaks)
  const repeat = (mm: number) => Array.from({ length: count }, () => mm)
  return { vehicle, ...NIGHT, before: mapCorners(before, repeat), after: mapCorners(after, repeat) }
}

const answerTo = (request: LeakdownRequest) => {
  const answer = inferLeak(request)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

const whole = (posterior: Readonly<Partial<Record<HypothesisId, number>>>) =>
  Object.values(posterior).reduce((sum, p) => sum + p, 0)

describe('what a night means', () => {
  test.each(CORNERS)('a leak at %s is found there', (corner) => {
    const answer = answerTo(cleanNight(sampleVehicle(), { [corner]: 1e-5 }))
    expect(answer.best).toBe(corner)
    expect(answer.posterior[corner]).toBeGreaterThan(0.8)
    expect(answer.closureSuspect).toBe(false)
    expect(answer.fitSuspect).toBe(false)
  })

  test('a cold night alone is no leak', () => {
    const answer = answerTo(cleanNight(sampleVehicle(), {}))
    expect(answer.best).toBe('none')
    expect(answer.rateBarLPerH).toBeNull()
    expect(answer.hoursToBumpStop).toBeNull()
    for (const corner of CORNERS) expect(answer.unexplainedMm[corner]).toBeCloseTo(0, 6)
  })

  test('both springs of an axle alike are laid to what they share', () => {
    expect(answerTo(cleanNight(sampleVehicle(), { RL: 8e-6, RR: 8e-6 })).best).toBe('rearPair')
    expect(answerTo(cleanNight(sampleVehicle(), { FL: 2.4e-5, FR: 5e-6 })).best).toBe('frontBoth')
  })

  test('four alike and two on a diagonal look the same: neither can be told from the other', () => {
    const answer = answerTo(cleanNight(paperVehicle(), { FL: 1e-5, RR: 1e-5 }))
    const even = (['all', 'diagonalFL', 'diagonalFR'] as const).map(
      (id) => answer.posterior[id]! / PRIOR_WEIGHT[id],
    )
    expect(Math.max(...even) / Math.min(...even)).toBeLessThan(1.3)
  })

  test('probabilities add up to 1, whatever the tape says', () => {
    const reading = fc.double({ min: 380, max: 520, noNaN: true })
    const list = fc.array(reading, { minLength: 1, maxLength: 3 })
    const round = fc.tuple(list, list, list, list).map((lists) => perCorner((_, i) => lists[i]!))
    fc.assert(
      fc.property(
        round,
        round,
        fc.double({ min: -30, max: 40, noNaN: true }),
        (before, after, endC) => {
          const { posterior, leakProbability, sigmaMm } = answerTo({
            vehicle: sampleVehicle(),
            ...NIGHT,
            endC,
            before,
            after,
          })
          expect(whole(posterior)).toBeCloseTo(1, 9)
          expect(leakProbability).toBeCloseTo(1 - posterior.none!, 9)
          expect(Object.values(sigmaMm).every((sigma) => sigma > 0 && Number.isFinite(sigma))).toBe(
            true,
          )
        },
      ),
      { seed: seedOr(6), numRuns: runs(10, 40) },
    )
  })

  test('more readings never widen the answer', () => {
    const rates = [1, 2, 4, 8].map((count) =>
      answerTo(cleanNight(sampleVehicle(), { FR: 1.2e-5 }, count)),
    )
    for (const [i, next] of rates.slice(1).entries()) {
      const before = rates[i]!
      for (const corner of CORNERS)
        expect(next.sigmaMm[corner]).toBeLessThan(before.sigmaMm[corner])
      const width = ({ rateBarLPerH }: typeof next) =>
        Math.log(rateBarLPerH!.high / rateBarLPerH!.low)
      expect(width(next)).toBeLessThanOrEqual(width(before) + 1e-9)
      expect(next.posterior.FR!).toBeGreaterThanOrEqual(before.posterior.FR! - 1e-9)
    }
  })

  test('the rate found is the rate that leaked', () => {
    const answer = answerTo(cleanNight(sampleVehicle(), { FL: 1.5e-5 }))
    expect(answer.leaks.FL! / 1.5e-5).toBeGreaterThan(0.9)
    expect(answer.leaks.FL! / 1.5e-5).toBeLessThan(1.1)
    expect(answer.rateBarLPerH!.low).toBeLessThan(answer.rateBarLPerH!.median)
    expect(answer.rateBarLPerH!.median).toBeLessThan(answer.rateBarLPerH!.high)
  })

  test('hours to the bump stop are those of the forecast', () => {
    const answer = answerTo(cleanNight(sampleVehicle(), { FL: 3e-5 }))
    const run = forecast({
      vehicle: sampleVehicle(),
      startC: 4,
      endC: 4,
      hours: answer.hoursToBumpStop!,
      leaks: answer.leaks,
      sampleHours: [answer.hoursToBumpStop!],
    })
    expect(run.ok && run.value[0]!.heightMm.FL).toBeCloseTo(410, 1)
  })

  test('a reading that cannot be right is doubted before anybody is blamed', () => {
    const night = cleanNight(sampleVehicle(), { FL: 1e-5 })
    const slipped = answerTo({
      ...night,
      after: { ...night.after, RR: night.after.RR.map((mm) => mm + 40) },
    })
    expect(slipped.closureSuspect).toBe(true)
  })

  test('both left corners down fits nothing on the list', () => {
    const vehicle = sampleVehicle()
    const { before, after } = endOf(vehicle, {})
    const down = (corner: Corner) => [after[corner] - (corner.endsWith('L') ? 30 : 0)]
    const answer = answerTo({
      vehicle,
      ...NIGHT,
      repeatabilityMm: 1,
      modelSigmaMm: 1,
      temperatureSigmaK: 1,
      before: mapCorners(before, (mm) => [mm]),
      after: perCorner(down),
    })
    expect(answer.fitSuspect).toBe(true)
  })

  test('corners without air cannot be blamed, and their prior goes to the others', () => {
    const { posterior, priors } = answerTo(cleanNight(rearLevelledVehicle(), { RL: 1e-5 }))
    expect(Object.keys(posterior).sort()).toEqual(['RL', 'RR', 'none', 'rearBoth', 'rearPair'])
    expect(priors.none! / priors.RL!).toBeCloseTo(3, 9)
    expect(whole(priors)).toBeCloseTo(1, 12)
  })

  test('a prior of nothing switches a hypothesis off; without any there is no answer', () => {
    const night = cleanNight(sampleVehicle(), { FL: 1e-5 })
    expect(answerTo({ ...night, priors: { FL: 0 } }).posterior.FL).toBe(0)
    const nothing = Object.fromEntries(HYPOTHESES.map((id) => [id, 0]))
    expect(inferLeak({ ...night, priors: nothing })).toMatchObject({
      ok: false,
      error: { code: 'noPriorLeft' },
    })
    const coil = {
      effectiveAreaCm2: 0,
      volumeAtDesignL: 0,
      coilForceAtDesignN: 5600,
      coilRateNPerMm: 30,
    }
    expect(
      inferLeak({ ...night, vehicle: sampleVehicle({ front: coil, rear: coil }) }),
    ).toMatchObject({ ok: false, error: { code: 'noAirAnywhere' } })
  })
})

// The same weighing by brute force: a forecast at every fine step of C, a covariance inverted by
// elimination, nothing tabulated.
describe('against brute force', () => {
  function solve4(matrix: number[][], right: number[]): number[] {
    const rows = matrix.map((row, i) => [...row, right[i]!])
    for (let i = 0; i < 4; i += 1) {
      for (let k = i + 1; k < 4; k += 1) {
        const factor = rows[k]![i]! / rows[i]![i]!
        for (let j = i; j < 5; j += 1) rows[k]![j]! -= factor * rows[i]![j]!
      }
    }
    const x = [0, 0, 0, 0]
    for (let i = 3; i >= 0; i -= 1)
      x[i] =
        (rows[i]![4]! -
          [1, 2, 3].filter((j) => j > i).reduce((sum, j) => sum + rows[i]![j]! * x[j]!, 0)) /
        rows[i]![i]!
    return x
  }

  function brutePosterior(request: LeakdownRequest): Map<HypothesisId, number> {
    const mean = (list: readonly number[]) => list.reduce((sum, mm) => sum + mm, 0) / list.length
    const y = CORNERS.map((corner) => mean(request.after[corner]) - mean(request.before[corner]))
    const change = (leaks: Leaks, endC = request.endC) => {
      const { before, after } = endOf(request.vehicle, leaks, { ...NIGHT, endC })
      return CORNERS.map((corner) => after[corner] - before[corner])
    }
    const cold = change({})
    const [up, down] = [change({}, request.endC + 0.5), change({}, request.endC - 0.5)]
    const s = up.map((mm, i) => mm - down[i]!)
    const largest = Math.max(...y.map((mm, i) => Math.abs(mm - cold[i]!)))
    const covariance = CORNERS.map((corner, i) =>
      CORNERS.map(
        (_, j) =>
          9 * s[i]! * s[j]! +
          (i === j
            ? 2.25 * (1 / request.before[corner].length + 1 / request.after[corner].length) +
              9 +
              (0.05 * largest) ** 2
            : 0),
      ),
    )
    const likelihood = (leaks: Leaks) => {
      const r = change(leaks).map((mm, i) => y[i]! - mm)
      return Math.exp(-0.5 * solve4(covariance, r).reduce((sum, z, i) => sum + z * r[i]!, 0))
    }
    const grid = Array.from({ length: 71 }, (_, k) => 10 ** (LOG_C_RANGE.from + k * 0.05))
    const evidence = (id: HypothesisId) => {
      const corners = hypothesisCorners(id)
      if (id === 'none') return likelihood({})
      if (id.endsWith('Both')) return Number.NaN
      return (
        grid.reduce(
          (sum, c) => sum + likelihood(Object.fromEntries(corners.map((corner) => [corner, c]))),
          0,
        ) / grid.length
      )
    }
    return new Map(
      HYPOTHESES.filter((id) => !id.endsWith('Both')).map((id) => [
        id,
        PRIOR_WEIGHT[id] * evidence(id),
      ]),
    )
  }

  test.each([
    ['a slow leak', { FL: 4e-6 }, 3],
    ['a pair', { RL: 6e-6, RR: 6e-6 }, 8],
    ['no leak', {}, 21],
  ] as const)('%s is weighed alike', (_, leaks, seed) => {
    const random = seeded(seed)
    const clean = cleanNight(sampleVehicle(), leaks)
    const noisy = (round: PerCorner<readonly number[]>) =>
      mapCorners(round, (list) => list.map((mm) => mm + 1.5 * normal(random)))
    const request = { ...clean, before: noisy(clean.before), after: noisy(clean.after) }
    const weights = brutePosterior(request)
    const total = [...weights.values()].reduce((sum, weight) => sum + weight, 0)
    // The independent pairs are left out of both sides: their square grid would take minutes by
    // force.
    const { posterior } = answerTo({ ...request, priors: { frontBoth: 0, rearBoth: 0 } })
    for (const [id, weight] of weights)
      expect(Math.abs(posterior[id]! - weight / total)).toBeLessThan(0.02)
  })
})
