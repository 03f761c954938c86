import { mendedOf } from '@anklet/core/reasoning/evidence'
import type { Job, JobSummary, Round, Watch } from '@anklet/contract'
import { foundBy } from '@anklet/core/measuring/leakdown'
import { isHandedOver } from '@anklet/core/work/proof'
import type { Scheduled } from '@anklet/language/work/steps'

/** Whether the supply is still where the watch put it, as far as anybody said. */
export const supplyIsOff = ({ supplyCut, supplyBackAt }: Watch): boolean =>
  supplyCut !== 'leftOn' && supplyBackAt === null

/** Whether the supply was off all the time, and nobody said that the car was not left alone. */
export const wasLeftAlone = ({ supplyCut, undisturbed }: Watch): boolean =>
  supplyCut !== 'leftOn' && undisturbed !== false

/** The watch that counts: the latest that was not given up. */
export const presentWatch = ({ watches }: Job): Watch | null =>
  watches.findLast(({ state }) => state !== 'givenUp') ?? null

/**
 * Nights of a job with the supply off and left alone, since the last repair and none whose heights
 * were doubted; oldest first.
 * @param before only what was begun before that moment counts, ms since 1970; default: all
 */
export function believedNights(job: Job, before = Number.POSITIVE_INFINITY): readonly Watch[] {
  const began = ({ startedAt }: Watch): number => Date.parse(startedAt)
  const mended = mendedOf(job)
    .map(({ at }) => Date.parse(at))
    .filter((at) => at <= before)
  const since = Math.max(Number.NEGATIVE_INFINITY, ...mended)
  return job.watches
    .filter(
      (watch) =>
        watch.jobId === job.id &&
        watch.state === 'concluded' &&
        wasLeftAlone(watch) &&
        watch.finding?.kind === 'answer' &&
        began(watch) < before &&
        began(watch) >= since,
    )
    .toSorted((a, b) => began(a) - began(b))
}

const roundById = ({ rounds }: Job, id: string | null): Round | null =>
  rounds.find((round) => round.id === id) ?? null

/** A watch with its rounds. */
export interface WatchRounds {
  readonly watch: Watch
  readonly evening: Round
  readonly between: readonly Round[]
  readonly morning: Round | null
}

/** The watch that counts with its rounds; null where none was started. */
export function watchRounds(job: Job, watch: Watch | null = presentWatch(job)): WatchRounds | null {
  const evening = watch && roundById(job, watch.eveningRoundId)
  if (!watch || !evening) return null
  const between = watch.betweenRoundIds
    .flatMap((id) => roundById(job, id) ?? [])
    .sort((a, b) => Date.parse(a.endedAt) - Date.parse(b.endedAt))
  return { watch, evening, between, morning: roundById(job, watch.morningRoundId) }
}

/** What the schedule needs of a job that was fetched whole. */
export function summaryFacts(job: Job): Scheduled {
  const watch = presentWatch(job)
  const decision = job.decisions.at(-1)
  return {
    ...job,
    found: foundBy(job.conclusions.length > 0, watch?.finding ?? null),
    decided: decision ? (decision.option === 'leave' ? 'leave' : 'repair') : null,
    work: job.workNow,
    handedOver: isHandedOver(job),
    hasHeights: job.rounds.some(({ jobId }) => jobId === job.id),
    watch: watch && {
      state: watch.state as NonNullable<JobSummary['watch']>['state'],
      startedAt: watch.startedAt,
      plannedEndAt: watch.plannedEndAt,
      finding: watch.finding,
      supplyIsOff: supplyIsOff(watch),
    },
  }
}
