import type { Job, Round } from '@anklet/contract'
import type { Readings } from '@anklet/core/heights'
import { meanHeights } from '@anklet/core/heights'
import type { Corner } from '@anklet/core/vehicle'
import { heightAtLevelMm, mapCorners, perCorner } from '@anklet/core/vehicle'

/** A round's readings by corner. */
export const readingsOf = (round: Round): Readings => perCorner((corner) => round.readings.filter((entry) => entry.corner === corner).map(({ heightMm }) => heightMm))

/** Mean height at each corner, mm. */
export const meansOf = (round: Round): Record<Corner, number> => meanHeights(readingsOf(round))

/** Height each corner is designed to stand at on a level, mm. */
export const designAt = ({ vehicleType }: Job, levelOffsetMm: number): Record<Corner, number> =>
  mapCorners(vehicleType.geometry.corners, (corner) => heightAtLevelMm(corner, levelOffsetMm))

/** Rounds of this job taken for nothing but the heights, newest first. */
export const heightRounds = (job: Job): Round[] => job.rounds.filter(({ jobId, purpose }) => jobId === job.id && purpose === 'heights').toReversed()

/** The round before this one at the same level, from whatever job: what the tape said last time. */
export const earlierRound = (job: Job, levelId: string, exceptId?: string): Round | null => job.rounds.findLast((round) => round.levelId === levelId && round.id !== exceptId) ?? null

/** The level nearest the design height, where a car usually stands. */
export const standingLevel = ({ vehicleType }: Job) => vehicleType.architecture.levels.reduce((a, b) => (Math.abs(b.offsetMm) < Math.abs(a.offsetMm) ? b : a))
