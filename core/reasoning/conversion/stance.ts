import { airAtOffset, buildRig, equilibrium } from '../../physics/pneumatics/index.ts'
import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok } from '../../base/result/index.ts'
import { P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { Axle, Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLES, CORNERS, hasAir, mapCorners } from '../../base/vehicle/index.ts'
import type { FittedCoil } from './candidates.ts'

/**
 * Temperature a stance is told for, degC: coils do not care, and levelling takes the cold out of
 * air.
 */
const TEMPERATURE_C = 20

/**
 * The vehicle with coils in some of its corners in the place of air. It stands where each coil
 * holds its load.
 */
export const withCoils = (
  vehicle: VehicleGeometry,
  coils: Readonly<Partial<Record<Corner, FittedCoil>>>,
): VehicleGeometry => ({
  ...vehicle,
  corners: mapCorners(vehicle.corners, (corner, at) => {
    const coil = coils[at]
    return coil
      ? {
          ...corner,
          designHeightMm: corner.designHeightMm + coil.heightErrorMm,
          effectiveAreaCm2: 0,
          volumeAtDesignL: 0,
          coilForceAtDesignN: corner.designLoadN,
          coilRateNPerMm: coil.wheelRateNPerMm,
        }
      : corner
  }),
})

/** How a vehicle stands. */
export interface Stance {
  readonly heightMm: PerCorner<number>
  /** Nose up against the design, degrees. */
  readonly pitchDeg: number
  /** How much higher a headlamp beam points at ten metres, cm. */
  readonly beamCmAt10M: number
}

/** Heights are levelled to this, mm: finer than any sensor. */
const LEVEL_MM = 0.01
const ROUNDS = 40

/** How much higher an axle stands than a vehicle's design, mm. */
const overDesign = (
  heightMm: PerCorner<number>,
  { corners }: VehicleGeometry,
  axle: Axle,
): number =>
  AXLE_CORNERS[axle].reduce(
    (sum, corner) => sum + heightMm[corner] - corners[corner].designHeightMm,
    0,
  ) / 2

/**
 * Where a vehicle stands once its module has levelled each axle that has air; an axle on coils
 * stays where its load takes it.
 * @param design the vehicle as it came, which pitch is told against. @param payloadN added at each
 * wheel, N.
 */
export function levelledStance(
  vehicle: VehicleGeometry,
  design: VehicleGeometry,
  payloadN: PerCorner<number>,
): Result<Stance, EquilibriumRefusal> {
  const start = airAtOffset(buildRig(vehicle), T_REF_K)
  if (!start.ok) return start
  const air = new Map(
    CORNERS.flatMap((corner, i) =>
      hasAir(vehicle.corners[corner]) ? [[corner, start.value[i]!] as const] : [],
    ),
  )
  const axles = AXLES.filter((axle) => air.has(AXLE_CORNERS[axle][0]))
  const stand = () =>
    equilibrium({
      vehicle,
      temperatureC: TEMPERATURE_C,
      airBarL: Object.fromEntries(air),
      payloadN,
    })
  let rest = stand()
  for (let round = 0; rest.ok && round < ROUNDS; round += 1) {
    const { heightMm, pressureBarG } = rest.value
    const off = axles.map((axle) => overDesign(heightMm, vehicle, axle))
    if (off.every((mm) => Math.abs(mm) < LEVEL_MM)) break
    for (const [i, axle] of axles.entries()) {
      for (const corner of AXLE_CORNERS[axle]) {
        // At that pressure, the air that fills the missing height; the pressure changes with the
        // load, so it takes a few rounds.
        const { effectiveAreaCm2, motionRatio } = vehicle.corners[corner]
        const barA = (pressureBarG[corner] ?? 0) + P_ATM_BAR
        air.set(
          corner,
          Math.max(0.01, air.get(corner)! - off[i]! * motionRatio * effectiveAreaCm2 * 1e-4 * barA),
        )
      }
    }
    rest = stand()
  }
  if (!rest.ok) return rest
  const { heightMm } = rest.value
  const pitch = Math.atan2(
    overDesign(heightMm, design, 'front') - overDesign(heightMm, design, 'rear'),
    vehicle.wheelbaseMm,
  )
  return ok({ heightMm, pitchDeg: (pitch * 180) / Math.PI, beamCmAt10M: Math.tan(pitch) * 1000 })
}
