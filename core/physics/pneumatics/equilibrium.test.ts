import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { EquilibriumRequest } from './index.ts'
import { airAtOffset, buildRig, equilibrium, temperatureDrop } from './index.ts'

const solved = (request: EquilibriumRequest) => {
  const answer = equilibrium(request)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

const designAir = (vehicle: VehicleGeometry): PerCorner<number> => {
  const air = airAtOffset(buildRig(vehicle), 293.15)
  if (!air.ok) throw new Error(air.error.code)
  return perCorner((_, i) => air.value[i]!)
}

// The forces of the model written out once more, plainly: what the solver's answer is held against.
function plainForceN(
  vehicle: VehicleGeometry,
  corner: Corner,
  heightMm: PerCorner<number>,
  airBarL: number,
  warmth: number,
): number {
  const {
    motionRatio,
    effectiveAreaCm2,
    volumeAtDesignL,
    coilForceAtDesignN,
    coilRateNPerMm,
    bumpHeightMm,
    bumpRateNPerMm,
    droopHeightMm,
    droopRateNPerMm,
  } = vehicle.corners[corner]
  const d = (each: Corner) => heightMm[each] - vehicle.corners[each].designHeightMm
  const mate: Corner = ({ FL: 'FR', FR: 'FL', RL: 'RR', RR: 'RL' } as const)[corner]
  const volume = Math.max(
    volumeAtDesignL + effectiveAreaCm2 * motionRatio * d(corner) * 1e-4,
    0.1 * volumeAtDesignL,
  )
  const gauge = effectiveAreaCm2 > 0 ? Math.max(0, (airBarL * warmth) / volume - P_ATM_BAR) : 0
  const arb = corner.startsWith('F') ? vehicle.antiRollFrontNPerMm : vehicle.antiRollRearNPerMm
  return (
    motionRatio * gauge * effectiveAreaCm2 * 10 +
    Math.max(0, coilForceAtDesignN - coilRateNPerMm * d(corner)) +
    bumpRateNPerMm * Math.max(0, bumpHeightMm - heightMm[corner]) -
    droopRateNPerMm * Math.max(0, heightMm[corner] - droopHeightMm) -
    arb * (d(corner) - d(mate))
  )
}

function imbalance(
  vehicle: VehicleGeometry,
  loadN: PerCorner<number>,
  wantedN: PerCorner<number>,
): number[] {
  const x = (corner: Corner) => (corner.startsWith('F') ? 1 : -1)
  const y = (corner: Corner) =>
    (corner.endsWith('L') ? 1 : -1) *
    (corner.startsWith('F') ? vehicle.trackFrontMm : vehicle.trackRearMm)
  const sum = (weight: (corner: Corner) => number) =>
    CORNERS.reduce((total, corner) => total + weight(corner) * (loadN[corner] - wantedN[corner]), 0)
  return [sum(() => 1), sum(x), sum(y) / vehicle.trackFrontMm]
}

describe('equilibrium', () => {
  test('with the design amounts the car stands level at its design heights', () => {
    for (const vehicle of [sampleVehicle(), paperVehicle(), rearLevelledVehicle()]) {
      const { heightMm, loadN, closureMm } = solved({ vehicle, temperatureC: 20, airBarL: null })
      for (const corner of CORNERS) {
        expect(heightMm[corner]).toBeCloseTo(480, 6)
        expect(loadN[corner]).toBeCloseTo(vehicle.corners[corner].designLoadN, 4)
      }
      expect(closureMm).toBeCloseTo(0, 6)
    }
  })

  test('the design pressure is load over motion ratio and area', () => {
    const { pressureBarG } = solved({ vehicle: sampleVehicle(), temperatureC: 20, airBarL: null })
    expect(pressureBarG.FL).toBeCloseTo(5600 / (0.7 * 130 * 10), 8)
    expect(
      solved({ vehicle: rearLevelledVehicle(), temperatureC: 20, airBarL: null }).pressureBarG.FL,
    ).toBeNull()
  })

  test(
    'one soft corner of four moves by three quarters of its own free drop, its ' +
      'neighbours by one, the opposite rises by one',
    () => {
      const vehicle = paperVehicle()
      const air = designAir(vehicle)
      const { heightMm } = solved({
        vehicle,
        temperatureC: 20,
        airBarL: { ...air, FL: air.FL * 0.999 },
      })
      // alone, the spring would keep its pressure and give up a thousandth of its volume
      const freeMm = (0.001 * 2.4) / (130 * 0.7 * 1e-4)
      const drop = mapCorners(heightMm, (height) => (480 - height) / freeMm)
      expect(drop.FL).toBeCloseTo(0.75, 2)
      expect(drop.FR).toBeCloseTo(0.25, 2)
      expect(drop.RL).toBeCloseTo(0.25, 2)
      expect(drop.RR).toBeCloseTo(-0.25, 2)
    },
  )

  test('two soft corners of an axle lower that axle alone; on a diagonal the whole car sinks evenly', () => {
    const vehicle = paperVehicle()
    const air = designAir(vehicle)
    const axle = solved({
      vehicle,
      temperatureC: 20,
      airBarL: { ...air, FL: air.FL * 0.95, FR: air.FR * 0.95 },
    }).heightMm
    expect([axle.RL, axle.RR].every((height) => Math.abs(height - 480) < 1e-3)).toBe(true)
    expect(axle.FL).toBeCloseTo(axle.FR, 6)
    expect(axle.FL).toBeLessThan(470)
    const diagonal = solved({
      vehicle,
      temperatureC: 20,
      airBarL: { ...air, FL: air.FL * 0.95, RR: air.RR * 0.95 },
    }).heightMm
    for (const corner of CORNERS) expect(diagonal[corner]).toBeCloseTo(diagonal.FL, 3)
  })

  test('forces and moments balance from any physical start, empty springs and bump stops included', () => {
    const amount = fc.oneof(fc.constant(0), fc.double({ min: 0, max: 3, noNaN: true }))
    const payload = fc.double({ min: -2500, max: 4000, noNaN: true })
    fc.assert(
      fc.property(
        fc.tuple(amount, amount, amount, amount),
        fc.tuple(payload, payload, payload, payload),
        fc.double({ min: -40, max: 60, noNaN: true }),
        (shares, loads, temperatureC) => {
          const vehicle = sampleVehicle({
            rear: { designLoadN: 4800 },
            vehicle: { trackRearMm: 1600 },
          })
          const design = designAir(vehicle)
          const airBarL = perCorner((corner, i) => design[corner] * shares[i]!)
          const payloadN = perCorner((_, i) => loads[i]!)
          const { heightMm, loadN } = solved({ vehicle, temperatureC, airBarL, payloadN })
          for (const corner of CORNERS) {
            expect(Number.isFinite(heightMm[corner])).toBe(true)
            expect(loadN[corner]).toBeCloseTo(
              plainForceN(
                vehicle,
                corner,
                heightMm,
                airBarL[corner],
                (temperatureC + 273.15) / 293.15,
              ),
              4,
            )
          }
          for (const off of imbalance(
            vehicle,
            loadN,
            perCorner((corner) => vehicle.corners[corner].designLoadN + payloadN[corner]),
          ))
            expect(Math.abs(off)).toBeLessThan(1e-4)
        },
      ),
      { seed: seedOr(2), numRuns: runs(100, 300) },
    )
  })

  test('all springs empty: the car rests on its stops and nothing is NaN', () => {
    const { heightMm, onBumpStop, pressureBarG } = solved({
      vehicle: sampleVehicle(),
      temperatureC: 20,
      airBarL: { FL: 0, FR: 0, RL: 0, RR: 0 },
    })
    expect(Object.values(onBumpStop)).toEqual([true, true, true, true])
    expect(Object.values(pressureBarG)).toEqual([0, 0, 0, 0])
    expect(heightMm.FL).toBeCloseTo(410 - 5600 / 80, 3)
  })

  test('more air at a corner never lowers that corner', () => {
    const vehicle = sampleVehicle()
    const air = designAir(vehicle)
    fc.assert(
      fc.property(
        fc.constantFrom(...CORNERS),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        (corner, share, more) => {
          const at = (amount: number) =>
            solved({
              vehicle,
              temperatureC: 20,
              airBarL: { ...air, [corner]: air[corner] * amount },
            }).heightMm[corner]
          expect(at(share + more)).toBeGreaterThanOrEqual(at(share) - 1e-6)
        },
      ),
      { seed: seedOr(3), numRuns: runs(30, 80) },
    )
  })

  test('air that is missing, or given where no spring is, is refused', () => {
    expect(
      equilibrium({
        vehicle: sampleVehicle(),
        temperatureC: 20,
        airBarL: { FL: 10, FR: 10, RL: 10 },
      }),
    ).toMatchObject({ ok: false, error: { code: 'airMissing', corner: 'RR' } })
    expect(
      equilibrium({
        vehicle: rearLevelledVehicle(),
        temperatureC: 20,
        airBarL: { FL: 10, RL: 10, RR: 10 },
      }),
    ).toMatchObject({ ok: false, error: { code: 'noAirSpring', corner: 'FL' } })
  })
})

describe('cold alone', () => {
  test('on paper: volume shrinks with temperature, so the wheel sinks by V/A dT/T over the motion ratio', () => {
    const answer = temperatureDrop({ vehicle: paperVehicle(), fromC: 20, toC: 5 })
    if (!answer.ok) throw new Error(answer.error.code)
    const onPaperMm = ((2.4 / (130 * 1e-4)) * (15 / 293.15)) / 0.7
    for (const corner of CORNERS) expect(-answer.value.changeMm[corner]).toBeCloseTo(onPaperMm, 3)
  })

  test('warming lifts by what cooling takes, and a coil corner hardly follows', () => {
    const change = (fromC: number, toC: number) => {
      const answer = temperatureDrop({ vehicle: rearLevelledVehicle(), fromC, toC })
      if (!answer.ok) throw new Error(answer.error.code)
      return answer.value.changeMm
    }
    expect(change(10, -5).RL).toBeLessThan(-8)
    expect(change(-5, 10).RL).toBeGreaterThan(8)
    expect(Math.abs(change(10, -5).FL)).toBeLessThan(1e-3)
  })

  test('a car that cannot stand is refused', () => {
    expect(
      temperatureDrop({
        vehicle: sampleVehicle({ front: { coilForceAtDesignN: 9000 } }),
        fromC: 20,
        toC: 0,
      }),
    ).toMatchObject({ ok: false, error: { code: 'springWouldPull' } })
  })
})
