import type { Job, Round } from '@anklet/contract'
import {
  alike,
  countedReadings,
  isRideHeight,
  meanHeights,
  sameWay,
} from '@anklet/core/measuring/heights'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { designHeights } from '@anklet/core/base/starting'

/** Mean height at each corner, mm. */
export const meansOf = (round: Round): Record<Corner, number> => meanHeights(countedReadings(round))

/** Height each corner is designed to stand at on a level, mm; null: nobody entered it. */
export const designAt = (
  { vehicleType }: Pick<Job, 'vehicleType'>,
  levelOffsetMm: number,
): PerCorner<number> | null => designHeights(vehicleType, levelOffsetMm)

/** Whether a round speaks of ride heights, which design heights and springs are about. */
export const isRideRound = ({ method }: Pick<Round, 'method'>): boolean => isRideHeight(method)

/** Rounds of this job taken for nothing but the heights, newest first. */
export const heightRounds = (job: Job): Round[] =>
  job.rounds.filter(({ jobId, purpose }) => jobId === job.id && purpose === 'heights').toReversed()

/**
 * The round before this one at the same level, measured the same way under the same load, from
 * whatever job: what the tape said last time.
 */
export const earlierRound = (
  job: Job,
  round: Pick<Round, 'levelId' | 'method' | 'load' | 'loadKg'> & { readonly id?: string },
): Round | null =>
  job.rounds.findLast((each) => sameWay(each, round) && each.id !== round.id) ?? null

/**
 * The other half of a pair: the newest round of this job in the same state, at the same level and
 * measured the same way, one empty and one laden; null where there is none.
 */
export const pairedRound = (job: Job, round: Round): Round | null =>
  heightRounds(job).find(
    (each) =>
      each.load !== round.load &&
      (each.load === 'empty' || round.load === 'empty') &&
      alike({ ...each, load: round.load, loadKg: round.loadKg ?? null }, round),
  ) ?? null

/** The level nearest the design height, where a car usually stands. */
export const standingLevel = ({ vehicleType }: Job) =>
  vehicleType.architecture.levels.reduce((a, b) =>
    Math.abs(b.offsetMm) < Math.abs(a.offsetMm) ? b : a,
  )
