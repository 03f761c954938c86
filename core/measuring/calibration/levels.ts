import type { Architecture, CornerGeometry, Level, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir, heightAtLevelMm } from '../../base/vehicle/index.ts'

/** What levels a car may stand at, and how high each is. */
export interface LevelCar {
  readonly levels: Architecture['levels']
  readonly corners: PerCorner<CornerGeometry>
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const half = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

/**
 * The level whose heights are nearest to some heights: by the middle one of the corners, so that
 * one sensor or one reading that is off says nothing.
 * @param heightsMm null where nothing is known
 * @returns null where no corner that stands on air is known
 */
export function nearestLevel(
  { levels, corners }: LevelCar,
  heightsMm: PerCorner<number | null>,
): Level | null {
  const known = CORNERS.filter((corner) => hasAir(corners[corner]) && heightsMm[corner] !== null)
  if (known.length === 0) return null
  const offMm = (level: Level): number =>
    Math.abs(
      median(
        known.map(
          (corner) => heightsMm[corner]! - heightAtLevelMm(corners[corner], level.offsetMm),
        ),
      ),
    )
  return levels.reduce((best, level) => (offMm(level) < offMm(best) ? level : best))
}

/** Which level a car stands at by the tape, and by its module; null: it cannot be told. */
export interface LevelTold {
  readonly tape: Level | null
  readonly module: Level | null
}

/** What tape and module say of the level a car stands at. */
export const levelTold = (
  car: LevelCar,
  tapeMm: PerCorner<number>,
  reportedMm: PerCorner<number | null>,
): LevelTold => ({ tape: nearestLevel(car, tapeMm), module: nearestLevel(car, reportedMm) })

/** Whether neither says another level than the one that is to be visited. */
export const agreeOn = (levelId: string, { tape, module }: LevelTold): boolean =>
  [tape, module].every((level) => level === null || level.id === levelId)
