import type { CommandPayload } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { readTyped } from '../../kit/typed.ts'

/** A correction as it is typed. */
export interface TypedCorrection {
  /** What it should have been, in the shop's unit. */
  readonly height: string
  /** The reading is left out instead. */
  readonly isLeftOut: boolean
  readonly reason: string
}

export const NO_CORRECTION: TypedCorrection = { height: '', isLeftOut: false, reason: '' }

/** Why a height cannot be taken as it is typed; null: it can. */
export function heightFault({ height, isLeftOut }: TypedCorrection, units: DisplayUnits) {
  if (isLeftOut) return null
  const read = readTyped(height, 'height', units)
  return read.ok ? null : read.sentence
}

/** Corrects a reading, or leaves it out; what was taken stays on record beside it. */
export function correctReading(
  correctionId: string,
  readingId: number,
  { height, isLeftOut, reason }: TypedCorrection,
  units: DisplayUnits,
): CommandPayload<'reading.correct'> {
  const read = readTyped(height, 'height', units)
  const heightMm = isLeftOut ? null : read.ok ? read.value : Number.NaN
  return { correctionId, readingId, heightMm, reason: reason.trim() }
}
