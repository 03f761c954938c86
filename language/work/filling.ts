import { REST_S, RUN_S } from '@anklet/core/work/record'
import { secondsWords } from '../plain/times.ts'

/** In which parts it is filled, and what happens in between. */
export function inPartsWords(hanging: boolean, closed: boolean): string {
  if (closed) return ': in parts, out of the reservoir, which is looked at in between.'
  return hanging
    ? ': in stages, the pump resting in between.'
    : `: in runs of ${secondsWords(RUN_S)} at most, the pump resting ${secondsWords(REST_S)} in between.`
}

/** How it is filled where no link can order it. */
export function byHandWords(hanging: boolean, closed: boolean, hasSwitch: boolean): string {
  if (closed)
    return 'By the tool, spring by spring, on the lift: start each part, and tick it once its flow falls silent.'
  if (hanging)
    return 'By the tool’s command, stage by stage: start each, and tick it once its pressure is there.'
  return hasSwitch
    ? 'Ask for raise by the level switch; if the pump does not start, cycle the switch.'
    : 'Ask for raise by the tool: this type has a single level.'
}
