import type { Job, Watch } from '@anklet/contract'
import type { LeakdownAnswer, LeakdownRequest, VolumeLesson } from '@anklet/core/leakdown'
import { learnVolume } from '@anklet/core/leakdown'
import { guessShares, perCorner } from '@anklet/core/vehicle'

/** Surer than this that nothing leaked, or the night teaches nothing. */
const TIGHT = 0.75
/** Colder than this, or the cold is lost in the tape, K. */
const LEAST_COOLING_K = 5
/** Volumes that were looked up are still no better known than this. */
const LOOKED_UP_SHARE = 0.05

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
    (answer.posterior.none ?? 0) < TIGHT ||
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
  const changeMm = perCorner(
    (corner) => answer.expectedColdMm[corner] + answer.unexplainedMm[corner],
  )
  const lesson = learnVolume(
    [
      {
        vehicle: request.vehicle,
        changeMm,
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
