import type { Job, Watch } from '@anklet/contract'
import type { LeakdownAnswer, LeakdownRequest, VolumeLesson } from '@anklet/core/measuring/leakdown'
import { hypothesisCorners, learnVolume } from '@anklet/core/measuring/leakdown'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { CORNERS, guessShares, perCorner } from '@anklet/core/base/vehicle'

/** Surer than this of what leaked, if anything, or the night teaches nothing. */
const SURE = 0.75
/** Colder than this, or the cold is lost in the tape, K. */
const LEAST_COOLING_K = 5
/** Volumes that were looked up are still no better known than this. */
const LOOKED_UP_SHARE = 0.05

// What the cold did by the readings: the change less what the leak did. At a corner that leaks the
// two cannot be told apart, so it teaches nothing.
function coldShareOf(answer: LeakdownAnswer): {
  readonly changeMm: PerCorner<number>
  readonly corners: readonly Corner[]
} {
  const leaking = hypothesisCorners(answer.best)
  const leakMm = (corner: Corner): number =>
    leaking.length === 0 ? 0 : answer.predictedMm[corner] - answer.expectedColdMm[corner]
  return {
    changeMm: perCorner(
      (corner) => answer.expectedColdMm[corner] + answer.unexplainedMm[corner] - leakMm(corner),
    ),
    corners: CORNERS.filter((corner) => !leaking.includes(corner)),
  }
}

/** What a night says about the volume of this car's springs, over the volume on record; null where it says nothing. */
export function lessonOf(
  { vehicle, vehicleType }: Job,
  watch: Watch,
  request: LeakdownRequest,
  answer: LeakdownAnswer,
): VolumeLesson | null {
  const coolingK = request.startC - request.endC
  if (
    watch.supplyCut === 'leftOn' ||
    watch.undisturbed === false ||
    answer.closureSuspect ||
    answer.fitSuspect ||
    answer.posterior[answer.best]! < SURE ||
    Math.abs(coolingK) < LEAST_COOLING_K
  )
    return null
  const own = vehicle.lesson?.watchId === watch.id ? null : vehicle.lesson
  const knownShare =
    own?.share ?? Math.max(guessShares(vehicleType.guesses).coldShare, LOOKED_UP_SHARE)
  const tapeMm = request.repeatabilityMm ?? 0
  const sigmaMm = perCorner((corner) =>
    Math.hypot(
      tapeMm / Math.sqrt(request.before[corner].length),
      tapeMm / Math.sqrt(request.after[corner].length),
      request.modelSigmaMm ?? 0,
    ),
  )
  const { changeMm, corners } = coldShareOf(answer)
  const lesson = learnVolume(
    [
      {
        vehicle: request.vehicle,
        changeMm,
        corners,
        expectedColdMm: answer.expectedColdMm,
        sigmaMm,
        coolingK,
        temperatureSigmaK: request.temperatureSigmaK ?? 0,
      },
    ],
    knownShare,
  )
  // The request already carries an earlier lesson; the factor is told over the record.
  return lesson && { factor: lesson.factor * (vehicle.lesson?.factor ?? 1), share: lesson.share }
}
