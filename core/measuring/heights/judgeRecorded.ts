import type { RecordedRound } from './counted.ts'
import { countedReadings } from './counted.ts'
import type { LeftOut } from './doubtful.ts'
import { leaveDoubtfulOut } from './doubtful.ts'
import type { AxleSpecifications, RoundVerdict } from './judge.ts'
import { judgeRound } from './judge.ts'
import type { Method } from './methods.ts'
import type { Measured } from './states.ts'
import { isLevelled } from './states.ts'

/** A specification of a level, by one way of measuring. */
export interface LevelSpecification extends AxleSpecifications {
  readonly levelId: string
  readonly method: Method
}
/** A round held against the specification of its level, without the readings that were doubted. */
export interface JudgedRound<Of extends LevelSpecification> {
  readonly specification: Of
  readonly answer: RoundVerdict
  readonly leftOut: readonly LeftOut[]
}

/**
 * Holds a round against what is on record for its level and way of measuring; null where nothing
 * is, and where the car had not levelled itself.
 * @param repeatabilityMm standard deviation of one reading, mm
 */
export function judgeRecorded<Of extends LevelSpecification>(
  specifications: readonly Of[],
  round: RecordedRound & Measured & { readonly levelId: string; readonly method: Method },
  repeatabilityMm: number,
): JudgedRound<Of> | null {
  if (!isLevelled(round)) return null
  const specification = specifications.find(
    ({ levelId, method }) => levelId === round.levelId && method === round.method,
  )
  if (!specification) return null
  const { kept, leftOut } = leaveDoubtfulOut(countedReadings(round), repeatabilityMm)
  return { specification, answer: judgeRound(kept, specification, repeatabilityMm), leftOut }
}
