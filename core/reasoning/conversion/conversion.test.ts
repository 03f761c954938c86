import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { designPressureOf, equilibrium } from '../../physics/pneumatics/index.ts'
import { SAMPLE_COIL_CORNER, sampleVehicle } from '../../base/samples/index.ts'
import { perCorner } from '../../base/vehicle/index.ts'
import type { Coil, ConvertedCorner } from './index.ts'
import {
  airRateNPerMm,
  balanceOf,
  coilRate,
  convertedCorner,
  EXPONENT,
  fitCoils,
  ladenEstimate,
  levelledStance,
  mostFailed,
  rideFrequencyHz,
  wantedCoil,
  withCoils,
} from './index.ts'

const corner: ConvertedCorner = SAMPLE_COIL_CORNER
const coil = (id: string, rateNPerMm: number, freeLengthMm: number, solidLengthMm = 180): Coil => ({
  id,
  rateNPerMm,
  freeLengthMm,
  solidLengthMm,
})
const fitted = (...coils: readonly Coil[]) => {
  const answer = fitCoils(corner, coils)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

describe('a coil by its wire', () => {
  test('the classic figure, and its stress', () => {
    const answer = coilRate({
      wireMm: 10,
      meanDiameterMm: 100,
      activeCoils: 10,
      shearModulusGPa: 80,
      forceN: 1000,
    })
    // 80e3 * 1e4 / (8 * 1e6 * 10) by hand; C = 10, Wahl 39/36 + 0.0615.
    expect(answer).toMatchObject({ ok: true, value: { rateNPerMm: 10 } })
    expect(answer.ok && answer.value.shearStressMPa).toBeCloseTo(
      (39 / 36 + 0.0615) * ((8 * 1000 * 100) / (Math.PI * 1000)),
      9,
    )
    expect(coilRate({ wireMm: 10, meanDiameterMm: 10, activeCoils: 5 })).toMatchObject({
      ok: false,
      error: { code: 'wireTooThick' },
    })
  })
})

describe('coils in a corner', () => {
  test('force and length agree: at its length the coil carries the load', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 150, noNaN: true }),
        fc.double({ min: 320, max: 500, noNaN: true }),
        (rate, free) => {
          const [one] = fitted(coil('x', rate, free))
          expect(rate * (free - one!.lengthMm) * corner.motionRatio).toBeCloseTo(corner.loadN, 6)
        },
      ),
    )
  })
  test('what was asked for fits, and is told first', () => {
    const wanted = wantedCoil(corner)
    const rate = (wanted.leastRateNPerMm + wanted.mostRateNPerMm) / 2
    const [best, ...rest] = fitted(
      coil('far', rate, wanted.freeLengthMm(rate) + 60),
      coil('exact', rate, wanted.freeLengthMm(rate), wanted.longestSolidMm - 1),
    )
    expect(best).toMatchObject({ id: 'exact', fits: true, reasons: [] })
    expect(best!.heightErrorMm).toBeCloseTo(0, 9)
    expect(rest[0]).toMatchObject({ fits: false, reasons: ['height'] })
  })
  test('just beyond each bound it does not fit, and by that bound', () => {
    const { leastRateNPerMm, mostRateNPerMm, longestSolidMm, freeLengthMm } = wantedCoil(corner)
    const reasons = (rate: number, solid = 100): readonly string[] =>
      fitted(coil('x', rate, freeLengthMm(rate), solid))[0]!.reasons
    expect([
      reasons(leastRateNPerMm * 0.999),
      reasons(mostRateNPerMm * 1.001),
      reasons(60, longestSolidMm + 0.1),
    ]).toEqual([['sag'], ['loose'], ['bind']])
    expect([
      reasons(leastRateNPerMm * 1.001),
      reasons(mostRateNPerMm * 0.999),
      reasons(60, longestSolidMm - 0.1),
    ]).toEqual([[], [], []])
  })
  test('the bound that fails most is named where none fits', () => {
    expect(
      mostFailed(fitted(coil('a', 20, 500), coil('b', 60, 300, 200), coil('c', 62, 480))),
    ).toBe('height')
    expect(mostFailed(fitted(coil('a', 62, 430), coil('b', 20, 500)))).toBeNull()
  })
  test('an axle that lightens under a weight on the hitch rises, and no rate is too soft for it', () => {
    const lighter = { ...corner, ladenLoadN: corner.loadN - 400 }
    const [heavier, rising] = [{ ...corner, ladenLoadN: corner.loadN + 400 }, lighter].map(
      (each) => {
        const answer = fitCoils(each, [coil('a', 60, 430)])
        return answer.ok ? answer.value[0]!.ladenDropMm : NaN
      },
    )
    expect(rising).toBeLessThan(0)
    expect(rising).toBeCloseTo(-heavier!, 9)
    expect(wantedCoil(lighter).leastRateNPerMm).toBe(0)
  })
  test('no load at all, or longer solid than free, is refused', () => {
    for (const load of [{ loadN: 0 }, { ladenLoadN: 0 }, { ladenLoadN: -20 }])
      expect(fitCoils({ ...corner, ...load }, [coil('a', 60, 430)])).toMatchObject({
        ok: false,
        error: { code: 'noLoad' },
      })
    expect(fitCoils(corner, [coil('a', 60, 430), coil('b', 60, 180, 180)])).toMatchObject({
      ok: false,
      error: { code: 'solidTooLong', id: 'b' },
    })
  })
  test('an air spring is as stiff as its pressure, area and volume make it, half again as stiff on the road', () => {
    const vehicle = sampleVehicle()
    const { motionRatio: m, effectiveAreaCm2, volumeAtDesignL } = vehicle.corners.FL
    // By a small step: V falls by A m dh, the pressure follows p V = const, the wheel feels m A dp.
    const pressure =
      (1.01325 +
        (vehicle.corners.FL.designLoadN - vehicle.corners.FL.coilForceAtDesignN) /
          (m * effectiveAreaCm2 * 10)) *
      1e5
    const dh = 1e-4
    const after = pressure / (1 - (effectiveAreaCm2 * 1e-4 * m * dh) / (volumeAtDesignL * 1e-3))
    expect(airRateNPerMm(vehicle, 'FL', EXPONENT.slow)! * dh * 1000).toBeCloseTo(
      (after - pressure) * effectiveAreaCm2 * 1e-4 * m,
      1,
    )
    expect(airRateNPerMm(vehicle, 'FL')! / airRateNPerMm(vehicle, 'FL', 1)!).toBeCloseTo(1.38, 9)
    const helped = {
      ...vehicle,
      corners: { ...vehicle.corners, RL: { ...vehicle.corners.RL, coilRateNPerMm: 16 } },
    }
    expect(
      convertedCorner(helped, 'RL', 300, 800).airRateNPerMm! - airRateNPerMm(helped, 'RL')!,
    ).toBeCloseTo(16, 9)
    expect(convertedCorner(vehicle, 'RL', 300, 800)).toMatchObject({
      ladenLoadN: vehicle.corners.RL.designLoadN + 800,
      bumpTravelMm: vehicle.corners.RL.designHeightMm - vehicle.corners.RL.bumpHeightMm,
    })
  })
  test('a frequency is that of the mass on its rate', () =>
    expect(rideFrequencyHz(30, 4000)).toBeCloseTo(
      Math.sqrt(30_000 / (4000 / 9.80665)) / (2 * Math.PI),
      12,
    ))
})

describe('how the vehicle stands then', () => {
  const vehicle = sampleVehicle()
  const none = perCorner(() => 0)
  const fit = { ...fitted(coil('x', 60, 434))[0]!, heightErrorMm: 6, wheelRateNPerMm: 30 }
  const converted = withCoils(vehicle, { RL: fit, RR: fit })
  const stand = (payload: number) => {
    const answer = levelledStance(converted, vehicle, { ...none, RL: payload, RR: payload })
    if (!answer.ok) throw new Error(answer.error.code)
    return answer.value
  }
  test('empty, the front is levelled and the rear stands where its coils put it', () => {
    const { heightMm, pitchDeg } = stand(0)
    expect(heightMm.FL).toBeCloseTo(vehicle.corners.FL.designHeightMm, 1)
    expect(heightMm.RL).toBeCloseTo(vehicle.corners.RL.designHeightMm + 6, 1)
    expect(pitchDeg).toBeLessThan(0)
  })
  test('stiffer coils behind take roll from the front, and the rear bar weighs less', () => {
    const barred = { ...vehicle, antiRollRearNPerMm: 12, antiRollFrontNPerMm: 18 }
    const [before, after] = [
      balanceOf(barred),
      balanceOf(
        withCoils(barred, {
          RL: { ...fit, wheelRateNPerMm: 60 },
          RR: { ...fit, wheelRateNPerMm: 60 },
        }),
      ),
    ]
    expect(before.front.rollShare + before.rear.rollShare).toBeCloseTo(1, 12)
    expect(after.rear).toMatchObject({ wheelRateNPerMm: 60 })
    expect(after.rear.barShare).toBeCloseTo(12 / (12 + 30), 9)
    expect([
      after.front.rollShare < before.front.rollShare,
      after.rear.barShare < before.rear.barShare,
      after.front.frequencyHz === before.front.frequencyHz,
    ]).toEqual([true, true, true])
    expect(after.rear.frequencyHz).toBeCloseTo(
      rideFrequencyHz(60, vehicle.corners.RL.designLoadN),
      9,
    )
  })
  test('laden, it sags behind by load over rate, the nose and the beam go up; air would have kept it level', () => {
    const [empty, laden] = [stand(0), stand(900)]
    expect(empty.heightMm.RL - laden.heightMm.RL).toBeCloseTo(900 / 30, 0)
    expect(laden.heightMm.FL).toBeCloseTo(vehicle.corners.FL.designHeightMm, 1)
    expect(laden.beamCmAt10M - empty.beamCmAt10M).toBeCloseTo(
      (900 / 30 / vehicle.wheelbaseMm) * 1000,
      0,
    )
    const onAir = levelledStance(vehicle, vehicle, { ...none, RL: 900, RR: 900 })
    expect(onAir.ok && Math.abs(onAir.value.pitchDeg)).toBeLessThan(0.001)
  })
})

describe('what an axle carries, told without scales', () => {
  const vehicle = sampleVehicle()
  const kgOf = (newton: number): number => newton / 9.80665
  const estimate = (clue: Parameters<typeof ladenEstimate>[2]) => {
    const answer = ladenEstimate(vehicle, 'rear', clue)
    if (!answer.ok) throw new Error(answer.error)
    return answer.value
  }
  const drop = (addedN: number): number => {
    const rest = equilibrium({
      vehicle,
      temperatureC: 20,
      airBarL: null,
      payloadN: { RL: addedN, RR: addedN },
    })
    if (!rest.ok) throw new Error(rest.error.code)
    return vehicle.corners.RL.designHeightMm - (rest.value.heightMm.RL + rest.value.heightMm.RR) / 2
  }
  test('how far it goes down asleep gives back the load that was laid in', () => {
    for (const addedN of [300, 700, 1200]) {
      const { kg, lowKg, highKg } = estimate({ kind: 'sag', dropMm: drop(addedN) })
      expect(kg).toBeCloseTo(kgOf(2 * addedN), 0)
      expect([lowKg < kg, highKg > kg]).toEqual([true, true])
    }
  })
  test('the pressure that carries it at height gives it back, with what areas and gauges are known to', () => {
    const { motionRatio, effectiveAreaCm2 } = vehicle.corners.RL
    const barG = designPressureOf(vehicle, 'RL') + 900 / (motionRatio * effectiveAreaCm2 * 10)
    const { kg, highKg } = estimate({ kind: 'pressure', barG })
    expect(kg).toBeCloseTo(kgOf(1800), 6)
    expect(highKg - kg).toBeCloseTo(
      kgOf(1.645 * Math.hypot(0.05 * barG, 0.1) * 2 * motionRatio * effectiveAreaCm2 * 10),
      6,
    )
  })
  test('papers say only the most; what cannot be is refused', () => {
    const empty = kgOf(vehicle.corners.RL.designLoadN + vehicle.corners.RR.designLoadN)
    expect(estimate({ kind: 'papers', axleLimitKg: empty + 400 }).highKg).toBeCloseTo(380, 6)
    expect(
      ladenEstimate(vehicle, 'rear', { kind: 'papers', axleLimitKg: empty - 1 }),
    ).toMatchObject({ ok: false, error: 'lighterThanEmpty' })
    expect(ladenEstimate(vehicle, 'rear', { kind: 'pressure', barG: 0 })).toMatchObject({
      ok: false,
      error: 'lighterThanEmpty',
    })
    expect(ladenEstimate(vehicle, 'rear', { kind: 'sag', dropMm: 200 })).toMatchObject({
      ok: false,
      error: 'onItsStops',
    })
  })
})
