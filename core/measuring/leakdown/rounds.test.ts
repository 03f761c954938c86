import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import { rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import { choleskyOf, whiten } from '../../base/numbers/index.ts'
import { changeCovariance } from './covariance.ts'
import type { LeakdownRequest, RoundBetween } from './index.ts'
import {
  forecast,
  HYPOTHESES,
  inferLeak,
  learnVolume,
  leakOrCommand,
  LOG_C_RANGE,
  withVolumes,
} from './index.ts'
import { fitLimitChi2 } from './infer.ts'

type Leaks = Partial<Record<Corner, number>>
const NIGHT = { hours: 12, startC: 12, endC: 0 }
const once = (heights: PerCorner<number>) => mapCorners(heights, (mm) => [mm])

/** A clean night looked at several times; the temperature falls evenly. */
function watched(
  vehicle: VehicleGeometry,
  leaks: Leaks,
  hours: readonly number[],
): LeakdownRequest {
  const run = forecast({ vehicle, ...NIGHT, leaks, sampleHours: [0, ...hours, NIGHT.hours] })
  if (!run.ok) throw new Error(run.error.code)
  const [first, ...later] = run.value
  const last = later.pop()!
  const between: RoundBetween[] = later.map(({ hour, heightMm }) => ({
    hour,
    temperatureC: 12 - hour,
    readings: once(heightMm),
  }))
  return { vehicle, ...NIGHT, before: once(first!.heightMm), after: once(last.heightMm), between }
}
const answerTo = (request: LeakdownRequest) => {
  const answer = inferLeak(request)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}
const only = (...ids: (typeof HYPOTHESES)[number][]) =>
  Object.fromEntries(HYPOTHESES.map((id) => [id, ids.includes(id) ? 1 : 0]))

describe('a watch of more than two rounds', () => {
  test('looking more often makes a found leak surer and its rate narrower', () => {
    const [two, four] = [[], [4, 8]].map((hours) =>
      answerTo(watched(sampleVehicle(), { RL: 7e-6 }, hours)),
    )
    expect(four!.best).toBe('RL')
    expect(four!.posterior.RL!).toBeGreaterThan(two!.posterior.RL!)
    const width = ({ rateBarLPerH }: typeof four & object) =>
      Math.log(rateBarLPerH!.high / rateBarLPerH!.low)
    expect(width(four!)).toBeLessThan(width(two!))
    expect(four!.fitSuspect).toBe(false)
    expect(four!.predictedMm.RL).toBeCloseTo(two!.predictedMm.RL, 0)
  })

  test('a car that settled before the first look is no leak: the later rounds stay where they are', () => {
    const clean = watched(sampleVehicle(), {}, [3, 8])
    const dropped = (round: PerCorner<readonly number[]>) => ({
      ...round,
      FL: round.FL.map((mm) => mm - 12),
      FR: round.FR.map((mm) => mm + 4),
      RL: round.RL.map((mm) => mm + 4),
      RR: round.RR.map((mm) => mm - 4),
    })
    const settled = {
      ...clean,
      after: dropped(clean.after),
      between: clean.between!.map((each) => ({ ...each, readings: dropped(each.readings) })),
    }
    const { between: _, ...twoRounds } = settled
    expect(answerTo(settled).leakProbability).toBeLessThan(answerTo(twoRounds).leakProbability)
  })

  test('a corner nobody measured in between, and the order they are handed in, change little or nothing', () => {
    const full = watched(sampleVehicle(), { FR: 9e-6 }, [3, 6, 9])
    const blind = {
      ...full,
      between: full.between!.map((each, i) =>
        i === 1 ? { ...each, readings: { ...each.readings, RR: [] } } : each,
      ),
    }
    expect(answerTo(blind).posterior.FR!).toBeCloseTo(answerTo(full).posterior.FR!, 1)
    expect(answerTo({ ...full, between: full.between!.toReversed() })).toEqual(answerTo(full))
  })

  test('a round outside the watch, or two at once, is refused', () => {
    const full = watched(sampleVehicle(), {}, [6])
    for (const hour of [12, 14])
      expect(inferLeak({ ...full, between: [{ ...full.between![0]!, hour }] })).toMatchObject({
        ok: false,
        error: { code: 'roundOutside' },
      })
    expect(inferLeak({ ...full, between: [full.between![0]!, full.between![0]!] })).toMatchObject({
      ok: false,
      error: { code: 'roundOutside' },
    })
  })

  // The odds of one corner against none, worked out by forecasts and a matrix inverse of its own.
  test.each([
    [3e-6, [5]],
    [8e-6, [3, 7]],
  ] as const)('the odds are those of brute force, C = %d, rounds at %j', (leak, hours) => {
    const request = watched(rearLevelledVehicle(), { RL: leak }, hours)
    const { vehicle, before, after, between } = request
    const rounds = [
      ...between!.map(({ hour, temperatureC, readings }) => ({ hour, temperatureC, readings })),
      { hour: 12, temperatureC: 0, readings: after },
    ]
    const change = (leaks: Leaks, end: { hour: number; temperatureC: number }, shiftK = 0) => {
      const run = forecast({
        vehicle,
        startC: 12,
        endC: end.temperatureC + shiftK,
        hours: end.hour,
        leaks,
        sampleHours: [0, end.hour],
      })
      if (!run.ok) throw new Error(run.error.code)
      return CORNERS.map(
        (corner) => run.value[1]!.heightMm[corner] - run.value[0]!.heightMm[corner],
      )
    }
    const y = rounds.flatMap(({ readings }) =>
      CORNERS.map((corner) => readings[corner][0]! - before[corner][0]!),
    )
    const cold = rounds.map((round) => change({}, round))
    const perK = rounds.map((round) =>
      change({}, round, 0.5).map((mm, i) => mm - change({}, round, -0.5)[i]!),
    )
    const size = 4 * rounds.length
    const largest = rounds.map((_, k) =>
      Math.max(...[0, 1, 2, 3].map((i) => Math.abs(y[4 * k + i]! - cold[k]![i]!))),
    )
    const S = Float64Array.from({ length: size * size }, (_, at) => {
      const [a, b] = [Math.floor(at / size), at % size]
      const [k, i, l, j] = [Math.floor(a / 4), a % 4, Math.floor(b / 4), b % 4]
      const noise = 1.5 ** 2 + 9 / 2
      return (
        (k === l ? 9 : 4.5) * perK[k]![i]! * perK[l]![j]! +
        (i === j ? noise + 0.05 ** 2 * largest[k]! * largest[l]! : 0) +
        (a === b ? noise : 0)
      )
    })
    const L = choleskyOf(S, size)
    const logLikelihood = (leaks: Leaks) => {
      const z = Float64Array.from(
        rounds.flatMap((round, k) => change(leaks, round).map((mm, i) => y[4 * k + i]! - mm)),
      )
      whiten(L, size, z)
      return -0.5 * z.reduce((sum, value) => sum + value * value, 0)
    }
    const grid = Array.from({ length: 71 }, (_, k) =>
      Math.exp(logLikelihood({ RL: 10 ** (LOG_C_RANGE.from + k * 0.05) })),
    )
    const odds =
      grid.reduce((sum, value) => sum + value, 0) / grid.length / Math.exp(logLikelihood({}))
    const { posterior } = answerTo({ ...request, priors: only('none', 'RL') })
    expect(posterior.RL! - odds / (1 + odds)).toBeCloseTo(0, 2)
  })

  test('the limit of fit grows with the changes, as the tables of chi-squared have it', () => {
    expect(fitLimitChi2(4)).toBe(13.3)
    expect(fitLimitChi2(8)).toBeCloseTo(20.09, 1)
    expect(fitLimitChi2(12)).toBeCloseTo(26.22, 1)
  })
})

describe('the covariance of the changes', () => {
  const observed = [0, 1].flatMap((round) =>
    [0, 1, 2, 3].map((corner) => ({
      night: 0,
      round,
      corner,
      changeMm: 0,
      countBefore: 2,
      countAfter: 1,
    })),
  )
  const rounds = [0, 1].map((k) => ({
    coldMm: [-5, -5, -4, -4],
    perKelvin: [0.8 + k, 0.8, 0.6, 0.6],
    largestUnexplainedMm: 10 * k,
  }))
  const noise = {
    repeatabilityMm: 2,
    modelSigmaMm: 3,
    temperatureSigmaK: 2,
    geometryShare: 0.1,
    coldShare: 0.3,
    rounds,
  }
  const S = changeCovariance(observed, [noise])
  test('has what physics says it has, term by term', () => {
    expect(S[0]).toBeCloseTo(4 / 2 + 4.5 + 4 + 4.5 + 4 * 0.64 + 0.09 * 25, 9)
    expect(S[4]).toBeCloseTo(4 / 2 + 4.5 + 2 * 0.8 * 1.8 + 0.09 * 25, 9)
    expect(S[9 * 4]).toBeCloseTo(4 / 2 + 4.5 + 4 + 4.5 + 1 + 4 * 1.8 ** 2 + 0.09 * 25, 9)
    expect(S[1]).toBeCloseTo(4 * 0.64 + 0.09 * 25, 9)
  })
  test('its factor squared is itself', () => {
    const L = choleskyOf(S, 8)
    for (let i = 0; i < 8; i += 1)
      for (let j = 0; j < 8; j += 1)
        expect(
          Array.from({ length: 8 }, (_, k) => L[8 * i + k]! * L[8 * j + k]!).reduce(
            (a, b) => a + b,
            0,
          ),
        ).toBeCloseTo(S[8 * i + j]!, 9)
  })
})

describe('figures that were only guessed', () => {
  test('widen the answer: the same drop proves less', () => {
    const night = watched(sampleVehicle(), { FL: 5e-6 }, [])
    const [known, guessed] = [
      answerTo(night),
      answerTo({ ...night, geometryShare: 0.2, coldShare: 0.3 }),
    ]
    expect(guessed.posterior.FL!).toBeLessThan(known.posterior.FL!)
    for (const corner of CORNERS)
      expect(guessed.sigmaMm[corner]).toBeGreaterThan(known.sigmaMm[corner])
  })

  test('a leak-free cold night fixes the volumes', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.7, max: 1.4, noNaN: true }), (truth) => {
        const real = watched(withVolumes(sampleVehicle(), truth), {}, [])
        const { expectedColdMm, unexplainedMm } = answerTo({ ...real, vehicle: sampleVehicle() })
        const changeMm = perCorner((corner) => expectedColdMm[corner] + unexplainedMm[corner])
        const lesson = learnVolume(
          [
            {
              vehicle: sampleVehicle(),
              changeMm,
              expectedColdMm,
              sigmaMm: perCorner(() => 0.5),
              coolingK: 12,
              temperatureSigmaK: 0.5,
            },
          ],
          0.3,
        )!
        expect(Math.abs(lesson.factor - truth)).toBeLessThan(0.04)
        expect(lesson.share).toBeLessThan(0.1)
      }),
      { seed: seedOr(4), numRuns: runs(5, 12) },
    )
  })

  test('a mild night teaches nothing, and a noisy one leaves what was known', () => {
    const night = {
      vehicle: sampleVehicle(),
      changeMm: perCorner(() => -1),
      expectedColdMm: perCorner(() => -1),
      sigmaMm: perCorner(() => 3),
      coolingK: 1,
      temperatureSigmaK: 3,
    }
    expect(learnVolume([night], 0.3)).toBeNull()
    const noisy = learnVolume(
      [
        {
          ...night,
          expectedColdMm: perCorner(() => -8),
          changeMm: perCorner(() => -16),
          coolingK: 8,
          sigmaMm: perCorner(() => 40),
        },
      ],
      0.3,
    )!
    expect(noisy.factor).toBeLessThan(1.2)
    expect(noisy.share).toBeGreaterThan(0.27)
  })
})

describe('leak or command', () => {
  const wait = (FL: number, RR = 0) => ({
    unexplainedMm: { FL, FR: 0, RL: 0, RR },
    sigmaMm: perCorner(() => 3),
  })
  test('falls with the supply off: leak; only with it on: command; never: holds', () => {
    expect(leakOrCommand(wait(-20), wait(-22))).toEqual({ code: 'leak', corners: ['FL'] })
    expect(leakOrCommand(wait(-2), wait(-2, -30))).toEqual({ code: 'command', corners: ['RR'] })
    expect(leakOrCommand(wait(-4), wait(3))).toEqual({ code: 'holds' })
  })
})
