import { temperatureDrop } from '../../physics/pneumatics/index.ts'
import type { EquilibriumRefusal } from '../../physics/pneumatics/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok } from '../../base/result/index.ts'
import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'

/**
 * A car measured when it was handed over, and again later, its module not having levelled it
 * since.
 */
export interface HoldsRequest {
  readonly vehicle: VehicleGeometry
  readonly thenMm: PerCorner<number>
  readonly nowMm: PerCorner<number>
  readonly thenC: number
  readonly nowC: number
  /** Smallest change this tape can tell from none at each corner, mm. */
  readonly leastMm: PerCorner<number>
}

/**
 * Whether a repair holds. `cannotTell`: more than the tape could hide, less than a leak for
 * certain.
 */
export interface Holds {
  readonly verdict: 'holds' | 'sinks' | 'cannotTell'
  /** What the cold alone explains, mm. */
  readonly coldMm: PerCorner<number>
  /** What is left of the change, mm; negative: it sank more than the cold explains. */
  readonly leftMm: PerCorner<number>
  readonly sinking: readonly Corner[]
}

/** A change left over beyond this many times what the tape can tell is a leak for certain. */
const CERTAIN = 2

/** Holds a round against what a leak-free car would have done by the temperature alone. */
export function repairHolds({
  vehicle,
  thenMm,
  nowMm,
  thenC,
  nowC,
  leastMm,
}: HoldsRequest): Result<Holds, EquilibriumRefusal> {
  const drop = thenC === nowC ? null : temperatureDrop({ vehicle, fromC: thenC, toC: nowC })
  if (drop && !drop.ok) return drop
  const coldMm = drop ? drop.value.changeMm : perCorner(() => 0)
  const leftMm = mapCorners(nowMm, (mm, corner) => mm - thenMm[corner] - coldMm[corner])
  const sinking = CORNERS.filter((corner) => leftMm[corner] < -CERTAIN * leastMm[corner])
  const doubtful = CORNERS.some((corner) => leftMm[corner] < -leastMm[corner])
  return ok({
    verdict: sinking.length > 0 ? 'sinks' : doubtful ? 'cannotTell' : 'holds',
    coldMm,
    leftMm,
    sinking,
  })
}
