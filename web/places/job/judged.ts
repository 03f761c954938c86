import type { Job, Round, Specification } from '@anklet/contract'
import type { RoundVerdict } from '@anklet/core/heights'
import { DEFAULT_REPEATABILITY_MM, heightVerdict, judgeRound } from '@anklet/core/heights'
import type { Corner } from '@anklet/core/vehicle'
import { AXLE_OF } from '@anklet/core/vehicle'
import type { StripBand } from '../../parts/Strip.tsx'
import { readingsOf } from './rounds.ts'

/** A round held against the specification of its level. */
export interface JudgedRound { readonly specification: Specification; readonly answer: RoundVerdict }

/** The specification of a level, by wheel centre to arch edge; null where none is on record. */
export const specificationAt = ({ vehicleType }: Job, levelId: string): Specification | null => vehicleType.specifications.find((each) => each.levelId === levelId) ?? null

/** The band a corner may stand in, with the guard that so many readings leave, as the strip draws it. */
export function bandOf(specification: Specification, corner: Corner, readings: number): StripBand {
  const { nominalMm, minusMm, plusMm } = specification[AXLE_OF[corner]]
  const { guardMm } = heightVerdict({ readingsMm: Array.from({ length: Math.max(1, readings) }, () => nominalMm), nominalMm, minusMm, plusMm, repeatabilityMm: DEFAULT_REPEATABILITY_MM })
  return { leastMm: nominalMm - minusMm, mostMm: nominalMm + plusMm, guardMm }
}

/** Holds a round against what is on record for its level and way of measuring; null where nothing is. */
export function judgedRound(job: Job, round: Round): JudgedRound | null {
  const specification = specificationAt(job, round.levelId)
  return specification ? { specification, answer: judgeRound(readingsOf(round), specification, DEFAULT_REPEATABILITY_MM) } : null
}
