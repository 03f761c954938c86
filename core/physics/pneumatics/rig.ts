import type { CornerGeometry, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir } from '../../base/vehicle/index.ts'
import { CM2_MM_TO_L, LEAST_VOLUME_SHARE } from './constants.ts'

/**
 * A vehicle's figures as flat arrays in the order FL FR RL RR, ready for the solver. Travel is
 * counted from design height.
 */
export interface Rig {
  /** 1 where the corner has an air spring. */
  readonly air: Uint8Array
  readonly designHeightMm: Float64Array
  readonly designLoadN: Float64Array
  readonly motionRatio: Float64Array
  readonly areaCm2: Float64Array
  readonly volumeL: Float64Array
  /** Litres of spring volume gained per mm of wheel travel. */
  readonly volumePerMm: Float64Array
  readonly coilForceN: Float64Array
  readonly coilRate: Float64Array
  /** Travel at which the bump stop begins (negative), mm. */
  readonly bumpMm: Float64Array
  readonly bumpRate: Float64Array
  /** Travel at which the damper tops out, mm. */
  readonly droopMm: Float64Array
  readonly droopRate: Float64Array
  readonly tyreRate: Float64Array
  /** Anti-roll rate of front and rear axle, N/mm. */
  readonly antiRoll: Float64Array
  /** Place of each corner along the car, +1 front, -1 rear (in half wheelbases). */
  readonly x: Float64Array
  /** Place of each corner across the car, + left (in half front tracks). */
  readonly y: Float64Array
  readonly trackRatio: number
}

/**
 * Lays a vehicle's figures out for the solver.
 * @param vehicle a geometry that `checkGeometry` accepted.
 */
export function buildRig(vehicle: VehicleGeometry): Rig {
  const column = (pick: (corner: CornerGeometry) => number): Float64Array =>
    Float64Array.from(CORNERS, (name) => pick(vehicle.corners[name]))
  const rearY = vehicle.trackRearMm / vehicle.trackFrontMm
  return {
    air: Uint8Array.from(CORNERS, (name) => (hasAir(vehicle.corners[name]) ? 1 : 0)),
    designHeightMm: column((c) => c.designHeightMm),
    designLoadN: column((c) => c.designLoadN),
    motionRatio: column((c) => c.motionRatio),
    areaCm2: column((c) => c.effectiveAreaCm2),
    volumeL: column((c) => c.volumeAtDesignL),
    volumePerMm: column((c) => c.effectiveAreaCm2 * c.motionRatio * CM2_MM_TO_L),
    coilForceN: column((c) => c.coilForceAtDesignN),
    coilRate: column((c) => c.coilRateNPerMm),
    bumpMm: column((c) => c.bumpHeightMm - c.designHeightMm),
    bumpRate: column((c) => c.bumpRateNPerMm),
    droopMm: column((c) => c.droopHeightMm - c.designHeightMm),
    droopRate: column((c) => c.droopRateNPerMm),
    tyreRate: column((c) => c.tyreRateNPerMm),
    antiRoll: Float64Array.of(vehicle.antiRollFrontNPerMm, vehicle.antiRollRearNPerMm),
    x: Float64Array.of(1, 1, -1, -1),
    y: Float64Array.of(1, -1, rearY, -rearY),
    trackRatio: vehicle.trackFrontMm / vehicle.trackRearMm,
  }
}

/**
 * Air volume of a spring, L. It never falls below a tenth of the design volume: what is left round
 * the piston.
 * @param index corner, 0..3 in the order FL FR RL RR.
 * @param travelMm travel over design height, mm.
 */
export function springVolumeL(rig: Rig, index: number, travelMm: number): number {
  const designL = rig.volumeL[index]!
  return Math.max(designL + rig.volumePerMm[index]! * travelMm, LEAST_VOLUME_SHARE * designL)
}

/** Whether left and right of a vehicle are alike, so that what one side does the other mirrors. */
export function isMirrored(rig: Rig): boolean {
  const bySide = [
    rig.air,
    rig.designHeightMm,
    rig.designLoadN,
    rig.motionRatio,
    rig.areaCm2,
    rig.volumeL,
    rig.volumePerMm,
    rig.coilForceN,
    rig.coilRate,
    rig.bumpMm,
    rig.bumpRate,
    rig.droopMm,
    rig.droopRate,
    rig.tyreRate,
  ]
  return bySide.every((values) => values[0] === values[1] && values[2] === values[3])
}
