import { describe, expect, test } from 'vitest'
import { forecast, hiddenLeaks, inferNights, overnightLoad, worthOfNext } from './index.ts'
import type { LeakdownRequest, Worth } from './index.ts'
import { equilibrium, conductanceOfRate } from '../../physics/pneumatics/index.ts'
import { rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'

const NIGHT = { hours: 10, startC: 12, endC: 6 }
const twice = (heights: PerCorner<number>) => mapCorners(heights, (mm) => [mm, mm])

/** A night without any slip of the tape. */
function nightOf(
  leaks: Partial<Record<Corner, number>>,
  vehicle: VehicleGeometry = sampleVehicle(),
): LeakdownRequest {
  const run = forecast({ vehicle, ...NIGHT, leaks, sampleHours: [0, NIGHT.hours] })
  if (!run.ok) throw new Error(run.error.code)
  const [before, after] = run.value.map(({ heightMm }) => twice(heightMm))
  return { vehicle, ...NIGHT, before: before!, after: after! }
}
function weighedOf(...nights: readonly LeakdownRequest[]) {
  const inferred = inferNights(nights)
  if (!inferred.ok) throw new Error(inferred.error.code)
  return inferred.value.weighed
}
const toOf = (worths: readonly Worth[], thing: Worth['thing']): number =>
  worths.find((each) => each.thing === thing)!.to

describe('what a next thing would be worth', () => {
  const doubtful = weighedOf(nightOf({ RL: 3e-6 }))
  const now = Math.max(...Object.values(doubtful.answer.posterior))
  const worths = worthOfNext(doubtful)
  test('to know more never makes the answer worse, on average', () => {
    for (const { to } of worths) {
      expect(to).toBeGreaterThan(now - 0.02)
      expect(to).toBeLessThanOrEqual(1)
    }
  })
  test('of a slow leak a longer wait tells more than the tape once more', () => {
    expect(toOf(worths, 'wait')).toBeGreaterThan(toOf(worths, 'readings') + 0.05)
    expect(toOf(worths, 'night')).toBeGreaterThan(toOf(worths, 'readings'))
  })
  test('where bushes hold it off, to roll and bounce tells more than the tape once more', () => {
    const unsettled = worthOfNext(weighedOf({ ...nightOf({ RL: 5e-6 }), modelSigmaMm: 4 }))
    expect(toOf(unsettled, 'settle')).toBeGreaterThan(toOf(unsettled, 'readings') + 0.005)
  })
  test('what is sure stays sure, whatever is done next', () => {
    for (const { to } of worthOfNext(weighedOf(nightOf({ FR: 3e-5 }))))
      expect(to).toBeGreaterThan(0.9)
  })
  test('the same question is answered alike', () => {
    expect(worthOfNext(doubtful)).toEqual(worths)
  })
})

describe('the largest leak that could still hide', () => {
  const tight = weighedOf(nightOf({}))
  test('at that size its corner would have sunk by what tape, bushes and air leave open', () => {
    const vehicle = sampleVehicle()
    const hidden = hiddenLeaks(tight)
    expect(hidden.map(({ corner }) => corner)).toEqual([...CORNERS])
    for (const { corner, atMostBarLPerH } of hidden) {
      const leak = conductanceOfRate(vehicle, corner, atMostBarLPerH, 9)!
      const [with_, without] = [{ [corner]: leak }, {}].map((leaks) => {
        const run = forecast({ vehicle, ...NIGHT, leaks, sampleHours: [NIGHT.hours] })
        return run.ok ? run.value[0]!.heightMm[corner] : Number.NaN
      })
      // 95 % of a half normal lie below 1.96 standard deviations.
      const sigmas = (without! - with_!) / tight.answer.sigmaMm[corner]
      expect(sigmas).toBeGreaterThan(1.2)
      expect(sigmas).toBeLessThan(2.6)
    }
  })
  test('less can hide after a second night', () => {
    const [one, two] = [tight, weighedOf(nightOf({}), nightOf({}))].map(
      (weighed) => hiddenLeaks(weighed)[0]!.atMostBarLPerH,
    )
    expect(two!).toBeLessThan(one!)
  })
  test('not asked of a corner that is blamed, nor of one without air', () => {
    const blamed = hiddenLeaks(weighedOf(nightOf({ RL: 2e-5 }))).map(({ corner }) => corner)
    expect(blamed).toEqual(['FL', 'FR', 'RR'])
    const rear = hiddenLeaks(weighedOf(nightOf({}, rearLevelledVehicle())))
    expect(rear.map(({ corner }) => corner)).toEqual(['RL', 'RR'])
  })
})

describe('a load put in overnight', () => {
  /** The heights of a tight car after somebody of 80 kg sat down at the front left. */
  function boarded(kg: number): LeakdownRequest {
    const night = { ...nightOf({}), startC: 10, endC: 10 }
    const heights = (payloadN?: PerCorner<number>) => {
      const rest = equilibrium({
        vehicle: night.vehicle,
        temperatureC: 10,
        airBarL: null,
        ...(payloadN ? { payloadN } : {}),
      })
      if (!rest.ok) throw new Error(rest.error.code)
      return rest.value.heightMm
    }
    const shares = { FL: 0.4125, FR: 0.1375, RL: 0.3375, RR: 0.1125 }
    const change = heights(mapCorners(shares, (share) => share * kg * 9.81))
    const before = heights()
    return {
      ...night,
      before: twice(before),
      after: twice(perCorner((corner) => change[corner])),
    }
  }
  test('is named where it fits as well as the leak that is blamed', () => {
    const weighed = weighedOf(boarded(110))
    expect(weighed.answer.best).not.toBe('none')
    const load = overnightLoad(weighed)
    expect(load?.place).toBe('frontLeftSeat')
    expect(load!.massKg).toBeGreaterThan(80)
    expect(load!.massKg).toBeLessThan(140)
  })
  test('is not named where one corner alone sank far, nor where nothing is blamed', () => {
    expect(overnightLoad(weighedOf(nightOf({ RL: 3e-5 })))).toBeNull()
    expect(overnightLoad(weighedOf(nightOf({})))).toBeNull()
  })
})
