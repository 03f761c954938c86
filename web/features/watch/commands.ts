import type { CommandPayload, Job, Watch } from '@anklet/contract'
import type { LeakOrCommand } from '@anklet/core/measuring/leakdown'
import type { SpokenAnswer } from '@anklet/language/night/answer'
import { findingSentence } from '@anklet/language/night/answer'
import type { Intention } from '../../client/queries.ts'

/** What a fall beyond one-sided 95 % is worth. */
const SURE = 0.95

/** Writes on the job what a night says. @param best the fault that fits it best */
export const concludeNight = (
  { id: watchId, version }: Watch,
  spoken: SpokenAnswer,
  best: string,
): Intention<'watch.conclude'> => ({
  payload: {
    watchId,
    finding: {
      kind: spoken.kind,
      best,
      probability: spoken.suspects[0]!.probability,
      sentence: findingSentence(spoken),
    },
  },
  baseVersion: version,
})

/** Writes on the job what two waits say, one with the supply on and one with it off. */
export const concludePair = (
  { id: watchId, version }: Watch,
  { code }: LeakOrCommand,
  sentence: string,
): Intention<'watch.conclude'> => ({
  payload: { watchId, finding: { kind: 'answer', best: code, probability: SURE, sentence } },
  baseVersion: version,
})

/** Says that the supply is on again. */
export const putSupplyBack = ({ id: watchId, version }: Watch): Intention<'watch.supplyBack'> => ({
  payload: { watchId },
  baseVersion: version,
})

/** Keeps what a night taught about one car; null: forgets it again. */
export const teachVehicle = (
  { id: vehicleId, version }: Job['vehicle'],
  lesson: NonNullable<Job['vehicle']['lesson']> | null,
): Intention<'vehicle.learn'> => ({ payload: { vehicleId, lesson }, baseVersion: version })

/** Ends a watch without its morning. */
export const giveWatchUp = (watchId: string, reason: string): CommandPayload<'watch.giveUp'> => ({
  watchId,
  reason: reason.trim(),
})
