import type { Job } from '@anklet/contract'
import { highestLevel } from '@anklet/core/base/vehicle'
import type { Draft, DraftKind } from '../../../client/state/drafts.ts'
import { draftKey, USUAL_ROUND } from '../../../client/state/drafts.ts'
import { fieldMoment, usualMorning } from '@anklet/language/plain/times'
import { standingLevel } from '../model/rounds.ts'
import { watchRounds } from '../model/watchState.ts'

// Nobody has said at which level it stands; a watch proposes the highest, where a drop shows.
function levelFor(job: Job, kind: DraftKind): string {
  const { levels } = job.vehicleType.architecture
  if (kind === 'heights') return levels.length === 1 ? levels[0]!.id : ''
  const evening = kind === 'evening' ? undefined : watchRounds(job)?.evening.levelId
  return evening ?? highestLevel(job.vehicleType.architecture)?.id ?? standingLevel(job).id
}

/** A round not begun yet, with the ids it will be saved under. */
export function freshDraft(job: Job, kind: DraftKind, now: Date): Draft {
  const watched = kind === 'morning' || kind === 'look' ? watchRounds(job) : null
  return {
    ...USUAL_ROUND,
    key: draftKey(job.id, kind),
    jobId: job.id,
    kind,
    roundId: crypto.randomUUID(),
    commandId: crypto.randomUUID(),
    watchId: watched ? watched.watch.id : crypto.randomUUID(),
    levelId: levelFor(job, kind),
    temperature: '',
    // The same one is read again in the morning.
    thermometer: watched?.evening.thermometer ?? null,
    rolledAndBounced: null,
    undisturbed: null,
    checklist: {
      supplyCut: null,
      supplyProved: false,
      tagged: false,
      doorsShut: false,
      minutesSinceRun: null,
      plannedEnd: fieldMoment(usualMorning(now)),
    },
    walking: false,
    startedAt: null,
    readings: [],
    typed: '',
    chosen: null,
    sealed: null,
    refusal: null,
  }
}
