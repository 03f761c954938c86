import type { Job, Round } from '@anklet/contract'
import { isLevelled } from '@anklet/core/measuring/heights'
import type { Axle, PerCorner } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, mapCorners } from '@anklet/core/base/vehicle'
import { bandOf, specificationAt } from '../model/judged.ts'
import { designAt, isRideRound, meansOf } from '../model/rounds.ts'

/** What may be off the design height on one axle, mm: least and most. */
export interface Band {
  readonly leastMm: number
  readonly mostMm: number
}

/** One round on the way through a job. */
export interface StageOfHeights {
  readonly round: Round
  /** As it is numbered in the picture, from 1. */
  readonly number: number
  /**
   * Mean height over the design height of the level it stood at, mm; over the first round where
   * nobody entered one.
   */
  readonly offMm: PerCorner<number>
  /** Whether the module had levelled it, so that a specification speaks of it. */
  readonly levelled: boolean
  /** What its specification allows, by axle; null: none is on record, or it was not levelled. */
  readonly band: Readonly<Record<Axle, Band>> | null
}

function bandsOf(job: Job, round: Round): StageOfHeights['band'] {
  const written = specificationAt(job, round.levelId, round.method)
  if (!written || !isLevelled(round)) return null
  const design = designAt(job, round.levelOffsetMm)
  if (!design) return null
  const band = (axle: Axle): Band => {
    const [corner] = AXLE_CORNERS[axle]
    const { leastMm, mostMm } = bandOf(written, corner, 0)
    return { leastMm: leastMm - design[corner], mostMm: mostMm - design[corner] }
  }
  return { front: band('front'), rear: band('rear') }
}

/**
 * The ride heights of a job from arrival to handover, oldest first: every round of it that was
 * measured from wheel centre to arch.
 */
export function heightsThrough(job: Job): readonly StageOfHeights[] {
  const rounds = job.rounds.filter((round) => round.jobId === job.id && isRideRound(round))
  const first = rounds[0] && meansOf(rounds[0])
  return rounds.map((round, i) => {
    const from = designAt(job, round.levelOffsetMm) ?? first!
    return {
      round,
      number: i + 1,
      offMm: mapCorners(meansOf(round), (mean, corner) => mean - from[corner]),
      levelled: isLevelled(round),
      band: bandsOf(job, round),
    }
  })
}

const LEAST_RANGE_MM = 20

/** What a picture of them shows over and under the design height, mm. */
export function rangeThrough(stages: readonly StageOfHeights[]): number {
  const most = stages.flatMap(({ offMm, band }) => [
    ...Object.values(offMm),
    ...(band ? [band.front, band.rear].flatMap(({ leastMm, mostMm }) => [leastMm, mostMm]) : []),
  ])
  return Math.ceil((Math.max(LEAST_RANGE_MM, ...most.map(Math.abs)) + 4) / 10) * 10
}
