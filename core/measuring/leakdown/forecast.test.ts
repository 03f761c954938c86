import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  airAtOffset,
  buildRig,
  createSolver,
  leakFlowLPerS,
} from '../../physics/pneumatics/index.ts'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '../../base/samples/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { ForecastRequest } from './index.ts'
import { forecast } from './index.ts'

const NIGHT = { startC: 12, endC: -3, hours: 12, sampleHours: [0, 3, 6, 12] }

const run = (request: ForecastRequest) => {
  const answer = forecast(request)
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

// Euler in small steps with an equilibrium at each: slow, plain, and built from nothing the
// forecast uses but the spring model.
function plainHeights(
  vehicle: VehicleGeometry,
  { startC, endC, hours, leaks, crossLeaks }: ForecastRequest,
  steps: number,
): number[] {
  const rig = buildRig(vehicle)
  const solver = createSolver(rig)
  const start = airAtOffset(rig, startC + 273.15)
  if (!start.ok) throw new Error(start.error.code)
  const air = start.value
  const dt = (hours * 3600) / steps
  for (let k = 0; k < steps; k += 1) {
    const nowC = startC + ((endC - startC) * (k + 0.5)) / steps
    solver.solve(air, nowC)
    const p = solver.pressureBarA.slice()
    for (const [i, corner] of CORNERS.entries())
      air[i]! -= dt * leakFlowLPerS(leaks[corner] ?? 0, p[i]!, nowC + 273.15)
    for (const [axle, c] of [
      [0, crossLeaks?.front ?? 0],
      [1, crossLeaks?.rear ?? 0],
    ] as const) {
      const flow =
        leakFlowLPerS(c, p[2 * axle]!, nowC + 273.15, p[2 * axle + 1]) -
        leakFlowLPerS(c, p[2 * axle + 1]!, nowC + 273.15, p[2 * axle])
      air[2 * axle]! -= dt * flow
      air[2 * axle + 1]! += dt * flow
    }
  }
  solver.solve(air, endC)
  return CORNERS.map((corner, i) => vehicle.corners[corner].designHeightMm + solver.travelMm[i]!)
}

describe('forecast', () => {
  test('a tight car only sinks by the cold, and keeps its air', () => {
    const samples = run({ vehicle: sampleVehicle(), ...NIGHT, leaks: {} })
    for (const { airBarL } of samples)
      for (const corner of CORNERS) expect(airBarL[corner]).toBe(samples[0]!.airBarL[corner])
    expect(samples[0]!.heightMm.FL).toBeCloseTo(480, 6)
    expect(samples[3]!.heightMm.FL).toBeLessThan(samples[2]!.heightMm.FL)
  })

  test('it agrees with a plain integration in small steps, from a slow seep to flat on the stop', () => {
    const vehicle = sampleVehicle({
      rear: { designLoadN: 5000, motionRatio: 0.9, effectiveAreaCm2: 110 },
    })
    for (const leaks of [
      { FL: 1e-6 },
      { RR: 2e-5 },
      { FL: 8e-6, FR: 3e-5 },
      { FL: 1e-5, RR: 1e-5 },
      { RL: 2e-4 },
    ]) {
      const request = { vehicle, ...NIGHT, sampleHours: [12], leaks }
      const [sample] = run(request)
      const plain = plainHeights(vehicle, request, 6000)
      for (const [i, corner] of CORNERS.entries())
        expect(Math.abs(sample!.heightMm[corner] - plain[i]!)).toBeLessThan(0.05)
    }
  })

  test('a leak between two springs evens out their pressures and loses nothing outside', () => {
    const vehicle = sampleVehicle({ front: { designLoadN: 5000 } })
    const crossed = {
      ...vehicle,
      corners: { ...vehicle.corners, FL: { ...vehicle.corners.FL, designLoadN: 5600 } },
    }
    const samples = run({
      vehicle: crossed,
      ...NIGHT,
      endC: 12,
      leaks: {},
      crossLeaks: { front: 5e-4 },
    })
    const total = ({ airBarL }: (typeof samples)[number]) => airBarL.FL! + airBarL.FR!
    for (const sample of samples) expect(total(sample)).toBeCloseTo(total(samples[0]!), 8)
    const gap = ({ pressureBarG }: (typeof samples)[number]) =>
      Math.abs(pressureBarG.FL! - pressureBarG.FR!)
    expect(gap(samples[3]!)).toBeLessThan(0.05 * gap(samples[0]!))
    const plain = plainHeights(
      crossed,
      { vehicle: crossed, ...NIGHT, endC: 12, leaks: {}, crossLeaks: { front: 5e-6 } },
      4000,
    )
    const slow = run({
      vehicle: crossed,
      ...NIGHT,
      endC: 12,
      sampleHours: [12],
      leaks: {},
      crossLeaks: { front: 5e-6 },
    })
    for (const [i, corner] of CORNERS.entries())
      expect(Math.abs(slow[0]!.heightMm[corner] - plain[i]!)).toBeLessThan(0.05)
  })

  test('on paper: a choked leak at constant temperature empties a free spring at C times pressure', () => {
    // All four leak alike on stiff tyres, so the pressure stays at what the load asks: dn/dt is
    // constant.
    const [start, end] = run({
      vehicle: paperVehicle(),
      startC: 20,
      endC: 20,
      hours: 4,
      sampleHours: [0, 4],
      leaks: { FL: 1e-5, FR: 1e-5, RL: 1e-5, RR: 1e-5 },
    })
    const lost = start!.airBarL.FL! - end!.airBarL.FL!
    expect(lost).toBeCloseTo(1e-5 * (5600 / 910 + P_ATM_BAR) * 4 * 3600, 4)
    const sankMm = lost / (5600 / 910 + P_ATM_BAR) / (130 * 0.7 * 1e-4)
    expect(start!.heightMm.FL - end!.heightMm.FL).toBeCloseTo(sankMm, 2)
  })

  test('a bigger leak leaves less air, always', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -6.5, max: -3.2, noNaN: true }),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        fc.constantFrom(...CORNERS),
        (logC, more, corner) => {
          const left = (exponent: number) =>
            run({
              vehicle: sampleVehicle(),
              ...NIGHT,
              sampleHours: [12],
              leaks: { [corner]: 10 ** exponent },
            })[0]!.airBarL[corner]!
          expect(left(logC + more)).toBeLessThanOrEqual(left(logC) + 1e-9)
        },
      ),
      { seed: 5, numRuns: 30 },
    )
  })

  test('samples come back in the order asked, and the start level counts', () => {
    const samples = run({
      vehicle: sampleVehicle(),
      ...NIGHT,
      sampleHours: [12, 0, 6],
      levelOffsetMm: 30,
      leaks: { FL: 1e-5 },
    })
    expect(samples.map(({ hour }) => hour)).toEqual([12, 0, 6])
    expect(samples[1]!.heightMm.FL).toBeCloseTo(510, 5)
  })

  test('what cannot be is refused', () => {
    expect(
      forecast({ vehicle: rearLevelledVehicle(), ...NIGHT, leaks: { FL: 1e-5 } }),
    ).toMatchObject({ ok: false, error: { code: 'noAirSpring', corner: 'FL' } })
    expect(
      forecast({
        vehicle: rearLevelledVehicle(),
        ...NIGHT,
        leaks: {},
        crossLeaks: { front: 1e-5 },
      }),
    ).toMatchObject({ ok: false, error: { code: 'crossLeakWithoutAir', axle: 'front' } })
    expect(
      forecast({ vehicle: sampleVehicle(), ...NIGHT, sampleHours: [13], leaks: {} }),
    ).toMatchObject({ ok: false, error: { code: 'sampleOutside', hour: 13 } })
  })
})
