import type { PlanStep } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { fromDisplay, NM_PER_LBF_FT } from '@anklet/core/base/units'
import type { DoneEntry, Guarded, Shown, ToShow, TorqueRange } from '@anklet/core/work/record'
import { judgeTorque, otherUnit } from '@anklet/core/work/record'
import type { StepDraft, StepTyped } from '../../../client/state/stepDrafts.ts'
import { parseNumber, readTyped } from '../../../kit/typed.ts'

/** The name of one thing to be shown. */
export const showKey = ({ condition, corner }: ToShow): string => `${condition}@${String(corner)}`

/** A torque as it was typed, in N.m; null while nothing is typed; or the sentence for what is no figure. */
export function readTorque({
  torque,
  unit,
}: Pick<StepTyped, 'torque' | 'unit'>):
  | { readonly ok: true; readonly nm: number | null }
  | { readonly ok: false; readonly sentence: string } {
  if (torque.trim() === '') return { ok: true, nm: null }
  const typed = parseNumber(torque)
  if (typed === null || typed <= 0)
    return {
      ok: false,
      sentence: `"${torque.trim()}" is not a torque. Type it in ${unit}, as a figure.`,
    }
  return { ok: true, nm: unit === 'N.m' ? typed : typed * NM_PER_LBF_FT }
}

/** What was measured, in mm; null while nothing is typed; or the sentence for what is no length. */
function readReading(
  { reading }: Pick<StepDraft, 'reading'>,
  units: DisplayUnits,
):
  | { readonly ok: true; readonly mm: number | null }
  | { readonly ok: false; readonly sentence: string } {
  if (reading.trim() === '') return { ok: true, mm: null }
  const read = readTyped(reading, 'height', units)
  return read.ok ? { ok: true, mm: Math.round(read.value * 100) / 100 } : read
}

/** What is to be said of a torque that is not in its range; null where all is well. */
export function torqueDoubt(
  draft: Pick<StepTyped, 'torque' | 'unit'>,
  range: TorqueRange | null,
): string | null {
  const read = readTorque(draft)
  if (!read.ok) return read.sentence
  if (read.nm === null || !range) return null
  const verdict = judgeTorque(read.nm, range)
  if (verdict === 'in') return null
  const other = draft.unit === 'N.m' ? 'lbf.ft' : 'N.m'
  if (otherUnit(parseNumber(draft.torque)!, draft.unit, range) !== null)
    return `In ${other} that would be right. Is the unit right?`
  return verdict === 'far'
    ? 'That is far outside its range. Was a figure missed?'
    : `${verdict === 'low' ? 'Less' : 'More'} than its range. Say why, and a lead agrees.`
}

/**
 * Where somebody last found the torque of a fastener in this work: the other side is on the same
 * page. null: nobody said, or the sheet has it and nobody is asked.
 */
export function sourceBefore(
  { steps, entries, torqueOf }: Pick<Guarded, 'steps' | 'entries' | 'torqueOf'>,
  fastener: string | null,
): string | null {
  if (fastener === null || torqueOf(fastener) !== null) return null
  const keys = new Set(steps.filter(({ torque }) => torque === fastener).map(({ key }) => key))
  const before = entries.findLast(
    ({ content }) => content.kind === 'done' && keys.has(content.key) && content.torque?.source,
  )?.content
  return before?.kind === 'done' ? (before.torque?.source ?? null) : null
}

/** The entry a draft makes of a step, or the sentence for what cannot be read. */
export function entryOf(
  step: PlanStep,
  asks: readonly ToShow[],
  draft: StepTyped,
  units: DisplayUnits,
):
  | { readonly ok: true; readonly entry: DoneEntry }
  | { readonly ok: false; readonly sentence: string } {
  const shown: Shown[] = []
  const deviceIds = new Set<string>()
  for (const ask of asks) {
    const said = draft.shown[showKey(ask)]
    if (!said) continue
    const typed = said.bar.trim() === '' ? null : parseNumber(said.bar)
    if (said.bar.trim() !== '' && typed === null)
      return { ok: false, sentence: `"${said.bar.trim()}" is not a pressure. Type it as a figure.` }
    if (said.by !== 'person' && said.deviceId !== undefined) deviceIds.add(said.deviceId)
    shown.push({
      ...ask,
      proof: said.proof,
      by: said.by,
      barG: typed === null ? null : fromDisplay(typed, 'pressure', units),
    })
  }
  const reading = step.reads ? readReading(draft, units) : null
  if (reading && !reading.ok) return reading
  const torque = readTorque(draft)
  if (!torque.ok) return torque
  if (draft.deviation !== null && draft.reason.trim() === '')
    return { ok: false, sentence: 'Say why it was done otherwise.' }
  const source = draft.source?.trim() || null
  return {
    ok: true,
    entry: {
      kind: 'done',
      key: step.key,
      step: step.step,
      place: step.place,
      shown,
      ...(deviceIds.size > 0 ? { deviceIds: [...deviceIds] } : {}),
      torque:
        torque.nm === null
          ? null
          : {
              nm: Math.round(torque.nm * 100) / 100,
              source,
              unit: draft.unit,
            },
      ...(reading?.mm ? { reading: { mm: reading.mm, source } } : {}),
      ...(torque.nm === null && draft.noThread ? { noThread: draft.noThread } : {}),
      photoIds: [...draft.photoIds],
      note: draft.note.trim(),
      second: step.second ? draft.second : null,
      deviation:
        draft.deviation === null ? null : { kind: draft.deviation, reason: draft.reason.trim() },
    },
  }
}
