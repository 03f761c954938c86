import type { Result } from '../result/index.ts'
import { ok, refuse } from '../result/index.ts'
import type { Corner, PerCorner } from './corners.ts'
import { CORNERS, mapCorners } from './corners.ts'

/**
 * One corner's figures. Coil, bump, droop and anti-roll figures are at the wheel; heights are
 * wheel centre to arch edge.
 */
export interface CornerGeometry {
  /** Ride height the corner was designed to stand at, mm. */
  readonly designHeightMm: number
  /** Sprung load carried at that wheel at design height, N. */
  readonly designLoadN: number
  /** Spring travel over wheel travel, 1. */
  readonly motionRatio: number
  /** Area the pressure acts on, cm2; 0 where there is no air spring. */
  readonly effectiveAreaCm2: number
  /** Air volume of the spring at design height, L; ignored without air. */
  readonly volumeAtDesignL: number
  /** Coil force at design height, N; 0 without a coil. */
  readonly coilForceAtDesignN: number
  /** Coil rate, N/mm. */
  readonly coilRateNPerMm: number
  /** Ride height below which the bump stop carries, mm. */
  readonly bumpHeightMm: number
  /** Bump stop rate, N/mm. */
  readonly bumpRateNPerMm: number
  /** Ride height above which the damper tops out, mm. */
  readonly droopHeightMm: number
  /** Rate of the topped-out damper, N/mm. */
  readonly droopRateNPerMm: number
  /** Vertical rate of the tyre, N/mm. */
  readonly tyreRateNPerMm: number
}

/** What the equilibrium needs to know of a vehicle. */
export interface VehicleGeometry {
  readonly wheelbaseMm: number
  readonly trackFrontMm: number
  readonly trackRearMm: number
  /** Anti-roll rate of the front axle, N per mm of left-right difference at the wheel. */
  readonly antiRollFrontNPerMm: number
  /** Anti-roll rate of the rear axle, N per mm of left-right difference at the wheel. */
  readonly antiRollRearNPerMm: number
  readonly corners: PerCorner<CornerGeometry>
}

type Optional<Whole, Fields extends keyof Whole> = Omit<Whole, Fields> & {
  readonly [Field in Fields]?: Whole[Field] | undefined
}

/** A geometry as it is handed in: coil and anti-roll figures may be left out. */
export interface GeometryInput extends Optional<
  Omit<VehicleGeometry, 'corners'>,
  'antiRollFrontNPerMm' | 'antiRollRearNPerMm'
> {
  readonly corners: PerCorner<Optional<CornerGeometry, 'coilForceAtDesignN' | 'coilRateNPerMm'>>
}

/** Fills in what a geometry may leave out: no coil, no anti-roll bar. */
export const completeGeometry = (input: GeometryInput): VehicleGeometry => ({
  ...input,
  antiRollFrontNPerMm: input.antiRollFrontNPerMm ?? 0,
  antiRollRearNPerMm: input.antiRollRearNPerMm ?? 0,
  corners: mapCorners(input.corners, (corner) => ({
    ...corner,
    coilForceAtDesignN: corner.coilForceAtDesignN ?? 0,
    coilRateNPerMm: corner.coilRateNPerMm ?? 0,
  })),
})

/** Why a geometry describes no vehicle that could stand. */
export type GeometryRefusal =
  | {
      readonly code: 'stopOrder'
      readonly corner: Corner
      readonly bumpHeightMm: number
      readonly designHeightMm: number
      readonly droopHeightMm: number
    }
  | { readonly code: 'springWouldPull'; readonly corner: Corner; readonly surplusN: number }
  | { readonly code: 'coilDoesNotCarry'; readonly corner: Corner; readonly differenceN: number }
  | { readonly code: 'springWithoutVolume'; readonly corner: Corner }

/** Room between coil force and load at a corner without air, N. */
const COIL_CARRIES_WITHIN_N = 1

/** Whether a corner has an air spring. */
export const hasAir = (corner: Pick<CornerGeometry, 'effectiveAreaCm2'>): boolean =>
  corner.effectiveAreaCm2 > 0

/**
 * Height a corner stands at when the module asks for a level, mm. A corner on a coil alone does
 * not follow: no air lifts it.
 * @param levelOffsetMm level over design height, mm.
 */
export const heightAtLevelMm = (
  corner: Pick<CornerGeometry, 'designHeightMm' | 'effectiveAreaCm2'>,
  levelOffsetMm: number,
): number => corner.designHeightMm + (hasAir(corner) ? levelOffsetMm : 0)

function checkCorner(corner: Corner, geometry: CornerGeometry): GeometryRefusal | null {
  const { bumpHeightMm, designHeightMm, droopHeightMm } = geometry
  if (!(bumpHeightMm < designHeightMm && designHeightMm < droopHeightMm)) {
    return { code: 'stopOrder', corner, bumpHeightMm, designHeightMm, droopHeightMm }
  }
  const shareOfAirN = geometry.designLoadN - geometry.coilForceAtDesignN
  if (!hasAir(geometry)) {
    return Math.abs(shareOfAirN) > COIL_CARRIES_WITHIN_N
      ? { code: 'coilDoesNotCarry', corner, differenceN: shareOfAirN }
      : null
  }
  if (shareOfAirN < 0) return { code: 'springWouldPull', corner, surplusN: -shareOfAirN }
  return geometry.volumeAtDesignL > 0 ? null : { code: 'springWithoutVolume', corner }
}

/**
 * Says whether the figures describe a vehicle that can stand at its design heights.
 * @returns the geometry itself, or the first refusal in corner order.
 */
export function checkGeometry(vehicle: VehicleGeometry): Result<VehicleGeometry, GeometryRefusal> {
  for (const corner of CORNERS) {
    const refusal = checkCorner(corner, vehicle.corners[corner])
    if (refusal) return refuse(refusal)
  }
  return ok(vehicle)
}
