import type { Draft } from '../../../client/state/drafts.ts'
import { nextStop } from '../../../client/state/walk.ts'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { METHOD_ORDERS } from '@anklet/language/heights/methods'
import type { DisplayUnits } from '@anklet/core/base/units'
import { typedCorners, typedLoadKg } from './seal.ts'

/** Whether the figures typed there can be saved. */
export const moreIsRight = (draft: Draft, units: DisplayUnits): boolean =>
  typedLoadKg(draft) !== 'wrong' &&
  [draft.pads, draft.reported].every((typed) => typedCorners(typed, units) !== 'wrong')

/** Whether the questions of a round are answered. */
export const questionsAnswered = (draft: Draft, temperatureOk: boolean): boolean =>
  temperatureOk &&
  draft.levelId !== '' &&
  (draft.kind !== 'heights' || draft.state !== null) &&
  draft.thermometer !== null &&
  draft.rolledAndBounced !== null

/** Which corner is next, in the order of the walk. */
export function orderWords(draft: Draft): { before: string; strong: string; after: string } {
  const stop = draft.chosen ?? nextStop(draft.readings, draft.laps)
  if (!stop)
    return {
      before: draft.laps === 2 ? 'Both laps walked. ' : `All ${draft.laps} laps walked. `,
      strong: '',
      after: 'Look at the strip, then save the round.',
    }
  const corner = CORNER_WORDS[stop.corner]
  if (draft.chosen)
    return { before: 'Measure the ', strong: corner, after: ` again, lap ${stop.lap}.` }
  if (draft.readings.length === 0)
    return { before: 'Begin at the ', strong: corner, after: `. ${METHOD_ORDERS[draft.method]}` }
  if (stop.lap % 2 === 1 && stop.corner === 'FL')
    return { before: 'Once more round: ', strong: corner, after: ' first.' }
  if (stop.lap % 2 === 0 && stop.corner === 'RL')
    return { before: 'Once round. Now back the other way: ', strong: corner, after: ' first.' }
  return { before: 'Walk on to the ', strong: corner, after: `. ${METHOD_ORDERS[draft.method]}` }
}
