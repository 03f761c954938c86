import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { Stand } from './closure.ts'
import { closureMm } from '../../physics/pneumatics/index.ts'
import { closureRoomMm, standCovarianceMm2, TYRE_ALLOWANCE_MM } from './closure.ts'
import { meanHeights } from './readings.ts'

/**
 * Room for floor and coachwork when a round is held against the design heights instead of an
 * earlier round on the same spot,
 * mm: floors fall by some mm across a car and arches are not fitted to the mm.
 */
export const BUILD_ALLOWANCE_MM = 10

/**
 * Both laps lower by this much at the second reading: the car is sinking while it is measured, mm.
 */
export const SINKING_MM = 4

/** One reading of a walk. */
export interface LapReading {
  readonly corner: Corner
  /** Which time round the car: 1, 2 and so on. */
  readonly lap: number
  readonly heightMm: number
}

/** A round while it is being walked. */
export interface RoundCheckRequest {
  readonly vehicle: VehicleGeometry
  readonly readings: readonly LapReading[]
  /** An earlier round on the same spot and level; null: only the design heights are known. */
  readonly earlier: (Stand & { readonly meanMm: PerCorner<number> }) | null
  /** Standard deviation of one reading, mm. */
  readonly repeatabilityMm: number
  /** How far the car may hang off its balance as it stands now, mm: see `modelSigmaMm`. */
  readonly modelSigmaMm: number
  /**
   * false: these are no ride heights, so that the design heights say nothing of them; default
   * true.
   */
  readonly rideHeights?: boolean | undefined
}

/** What the arithmetic has to say about a round, most urgent first. */
export type RoundRemark =
  | {
      readonly code: 'lapsDiffer'
      readonly corner: Corner
      readonly firstMm: number
      readonly secondMm: number
    }
  | {
      readonly code: 'twist'
      readonly closureMm: number
      readonly roomMm: number
      readonly against: 'earlier' | 'design'
      readonly corner: Corner | null
    }
  | { readonly code: 'sinking'; readonly meanDropMm: number }

const at = (readings: readonly LapReading[], corner: Corner, lap: 1 | 2): number | undefined =>
  readings.findLast((reading) => reading.corner === corner && reading.lap === lap)?.heightMm

/** The last reading taken at a corner in each lap. */
const lapsOf = (readings: readonly LapReading[]): Record<Corner, readonly number[]> =>
  perCorner((corner) => ([1, 2] as const).flatMap((lap) => at(readings, corner, lap) ?? []))

// Two readings of one corner differ by sqrt(2) sigma; 3.5 of those happen by chance once in two
// thousand.
const LAPS_DIFFER_SIGMAS = 3.5

function lapRemarks(laps: PerCorner<readonly number[]>, repeatabilityMm: number): RoundRemark[] {
  const pairs = CORNERS.filter((corner) => laps[corner].length === 2).map((corner) => ({
    corner,
    first: laps[corner][0]!,
    second: laps[corner][1]!,
  }))
  const drop =
    pairs.reduce((sum, pair) => sum + pair.first - pair.second, 0) / Math.max(1, pairs.length)
  const limit = LAPS_DIFFER_SIGMAS * Math.SQRT2 * repeatabilityMm
  const sinking = pairs.length === 4 && drop > SINKING_MM
  // What sinks as a whole is not a wrong reading: judge each pair against the common drop.
  const odd = pairs.filter(
    (pair) => Math.abs(pair.first - pair.second - (sinking ? drop : 0)) > limit,
  )
  const remarks: RoundRemark[] = odd.map(({ corner, first, second }) => ({
    code: 'lapsDiffer',
    corner,
    firstMm: first,
    secondMm: second,
  }))
  return sinking ? [...remarks, { code: 'sinking', meanDropMm: drop }] : remarks
}

function twistRemark(
  request: RoundCheckRequest,
  laps: PerCorner<readonly number[]>,
): RoundRemark | null {
  if (CORNERS.some((corner) => laps[corner].length === 0)) return null
  const { vehicle, earlier, repeatabilityMm, modelSigmaMm, rideHeights = true } = request
  if (!earlier && !rideHeights) return null
  const before = earlier?.meanMm ?? mapCorners(vehicle.corners, (corner) => corner.designHeightMm)
  const mean = meanHeights(laps)
  const changeMm = mapCorners(mean, (value, corner) => value - before[corner])
  const now: Stand = { count: mapCorners(laps, (list) => list.length), modelSigmaMm }
  const closure = closureMm(changeMm, vehicle)
  const roomMm = closureRoomMm({
    vehicle,
    changeMm,
    covarianceMm2: standCovarianceMm2(earlier ? [earlier, now] : [now], repeatabilityMm),
    allowanceMm: TYRE_ALLOWANCE_MM + (earlier ? 0 : BUILD_ALLOWANCE_MM),
  })
  if (Math.abs(closure) <= roomMm) return null
  const spread = (corner: Corner): number => Math.max(...laps[corner]) - Math.min(...laps[corner])
  const worst = CORNERS.reduce((a, b) => (spread(b) > spread(a) ? b : a))
  return {
    code: 'twist',
    closureMm: closure,
    roomMm,
    against: earlier ? 'earlier' : 'design',
    corner: spread(worst) > 0 ? worst : null,
  }
}

/**
 * Speaks up about a round while it is walked: laps that disagree, four heights no rigid body can
 * stand at, a car that sinks
 * between the laps.
 * @returns an empty list when nothing is wrong or too little has been read to tell.
 */
export function checkRound(request: RoundCheckRequest): RoundRemark[] {
  const laps = lapsOf(request.readings)
  const remarks = lapRemarks(laps, request.repeatabilityMm)
  // A corner whose laps disagree is known to be wrong already, and would twist the body as well:
  // one remark is enough.
  const twist = remarks.some(({ code }) => code === 'lapsDiffer')
    ? null
    : twistRemark(request, laps)
  return twist ? [twist, ...remarks] : remarks
}
