import type { Command, RoundInput } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/units'
import { envelope } from '../../../data/envelope.ts'
import type { Draft } from '../../../state/drafts.ts'
import { readTyped } from '../../../state/typed.ts'
import { STOPS, readingAt } from '../../../state/walk.ts'

/** Who signs, and the version of the watch the person was looking at. */
export interface Signer { readonly person: string; readonly device: string; readonly watchVersion: number | null }

function roundOf({ roundId, levelId, temperature, thermometer, rolledAndBounced, readings, startedAt }: Draft, units: DisplayUnits): RoundInput | null {
  const celsius = readTyped(temperature, 'temperature', units)
  const last = readings.reduce((latest, { at }) => (at > latest ? at : latest), startedAt ?? '')
  if (!celsius.ok || thermometer === null || rolledAndBounced === null || startedAt === null || last === '') return null
  const inOrder = STOPS.flatMap((stop) => readingAt(readings, stop) ?? [])
  return { roundId, levelId, method: 'wheelCentreToArch', temperatureC: celsius.value, thermometer, rolledAndBounced, startedAt, endedAt: last, readings: inOrder }
}

/**
 * The finished round as the command that saves it.
 * @returns null while something is still missing.
 */
export function sealDraft(draft: Draft, units: DisplayUnits, { person, device, watchVersion }: Signer): Command | null {
  const round = roundOf(draft, units)
  if (!round) return null
  const signature = { id: draft.commandId, person, device, baseVersion: draft.kind === 'morning' ? watchVersion : null }
  const { jobId, watchId, undisturbed, checklist } = draft
  if (draft.kind === 'heights') return envelope('round.record', { jobId, round }, signature)
  if (draft.kind === 'morning') return undisturbed === null ? null : envelope('watch.finish', { watchId, round, undisturbed }, signature)
  const { supplyCut, supplyProved, tagged, doorsShut, minutesSinceRun, plannedEnd } = checklist
  const planned = new Date(plannedEnd)
  if (supplyCut === null || !supplyProved || !tagged || !doorsShut || minutesSinceRun === null || Number.isNaN(planned.getTime())) return null
  return envelope('watch.start', {
    watchId, jobId, round, supplyCut, supplyProved, tagged, doorsShut,
    minutesSinceRun: minutesSinceRun === 'unknown' ? null : minutesSinceRun, plannedEndAt: planned.toISOString(),
  }, signature)
}
