import type { Job, Round } from '@anklet/contract'
import { gasTemperatureSigmaK } from '@anklet/core/measuring/leakdown'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Checklist } from '../../client/state/drafts.ts'
import { readTyped } from '../../kit/typed.ts'
import { questionsAnswered } from '../job/walk/model.ts'
import type { DraftDesk } from './draftDesk.ts'
import { COLD_NIGHT_K, coldSinkMm } from './suspicion.ts'
import type { WatchRounds } from '../job/model/watchState.ts'
import { wasLeftAlone, watchRounds } from '../job/model/watchState.ts'
import { degreesWords } from '@anklet/language/plain/temperatures'
import { isComplaint } from '@anklet/language/causes/complaint'
import { standingLevel } from '../job/model/rounds.ts'

// High is clean and the complaint stands: a crack may sit in the part of the roll used at standing
// height.
export function standingAfterHigh(job: Job, evening: Round, best: string): string | null {
  const standing = standingLevel(job)
  return best === 'none' && evening.levelOffsetMm > standing.offsetMm && isComplaint(job.complaint)
    ? standing.id
    : null
}

/** A watch with its morning. */
export type Finished = WatchRounds & { readonly morning: NonNullable<WatchRounds['morning']> }

/** Whether a watch has its morning. */
export const isFinished = (rounds: WatchRounds | null): rounds is Finished =>
  rounds !== null && rounds.morning !== null

/** The last finished watch of this job with the supply off: what one with the supply on is held against. */
export const watchWithSupplyOff = (job: Job): Finished | null =>
  job.watches
    .filter((watch) => watch.state !== 'givenUp' && wasLeftAlone(watch))
    .map((watch) => watchRounds(job, watch))
    .findLast(isFinished) ?? null

/** What the cold of a night alone would do. */
export function coldWords(job: Job, evening: Round, units: DisplayUnits): string | null {
  const most = coldSinkMm(job, evening)
  if (most === null) return null
  return (
    `If it gets ${degreesWords(COLD_NIGHT_K, units)} colder, a tight car sinks ` +
    `up to ${formatQuantity(most, 'height', units)} ${UNIT_LABEL[units.length]} by ` +
    'that alone.'
  )
}

// A wait with the supply on says something only beside one with it off.
export function supplyOptions(
  { vehicleType }: Job,
  afterOff: boolean,
): { value: NonNullable<Checklist['supplyCut']>; words: string }[] {
  const both = [
    { value: 'fuse' as const, words: 'Fuse' },
    { value: 'battery' as const, words: 'Battery' },
  ]
  const off = vehicleType.architecture.cutOffSwitch
    ? [...both, { value: 'cutOffSwitch' as const, words: 'Cut-off switch' }]
    : both
  return afterOff ? [...off, { value: 'leftOn' as const, words: 'Left on, on purpose' }] : off
}

/** How long the car has stood, and whether that is enough. */
export function soakWords(
  checklist: Checklist,
  thermometer: DraftDesk['draft']['thermometer'],
  units: DisplayUnits,
): string | null {
  if (checklist.minutesSinceRun === null || thermometer === null) return null
  const sigma = gasTemperatureSigmaK({
    thermometer,
    minutesSinceRun: checklist.minutesSinceRun === 'unknown' ? null : checklist.minutesSinceRun,
  })
  const shown = degreesWords(sigma, units)
  return sigma > 3
    ? `The air in the springs is known to about ${shown} only: it is still cooling ` +
        'from the drive. Two hours’ soak makes the answer surer.'
    : `The air in the springs is known to about ${shown}.`
}

/** What has to be said before the evening round; null: nothing. */
export function whatIsMissing({ draft }: DraftDesk, units: DisplayUnits, now: Date): string | null {
  const { checklist, temperature } = draft
  if (checklist.minutesSinceRun === null) return 'Say when it was last driven or pumped.'
  if (!questionsAnswered(draft, readTyped(temperature, 'temperature', units).ok))
    return 'Temperature, where it was read, and whether the car was settled.'
  if (checklist.supplyCut === null) return 'Take the supply away, and say how.'
  if (checklist.supplyCut !== 'leftOn' && !checklist.supplyProved)
    return 'Prove the supply is off, tag the car, shut the doors.'
  if (!checklist.tagged || !checklist.doorsShut) return 'Tag the car, shut the doors.'
  const planned = new Date(checklist.plannedEnd)
  if (Number.isNaN(planned.getTime()) || planned <= now)
    return 'The morning round must lie in the future.'
  return null
}
