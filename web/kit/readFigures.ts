import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import { parseNumber } from './typed.ts'

/** A figure a tool asks for: plain in the unit it names, or a pressure or temperature in the shop's. */
export interface Ask {
  readonly words: string
  readonly kind: 'plain' | 'pressure' | 'temperature'
  /** Unit of a plain figure. */
  readonly unit?: string
  readonly least: number
  readonly most: number
  /** What stands there first, as it is stored; null: nothing, since only the maker's papers say it. */
  readonly start: number | null
}

/** What was typed for each figure. */
export type Typed<Key extends string> = Readonly<Record<Key, string>>

const QUANTITY = { pressure: 'pressure', temperature: 'temperature' } as const

/** How a stored figure is written in its field. */
export const written = ({ kind, start }: Ask, units: DisplayUnits): string =>
  start === null
    ? ''
    : kind === 'plain'
      ? String(start)
      : formatQuantity(start, QUANTITY[kind], units).replace('−', '-')

/** The unit beside a field. */
export const unitOf = ({ kind, unit = '' }: Ask, units: DisplayUnits): string =>
  kind === 'plain' ? unit : `${UNIT_LABEL[units[kind]]}${kind === 'pressure' ? ' gauge' : ''}`

/** The figures as they are stored, or the sentence for the first that cannot be. */
export type ReadFigures<Key extends string> =
  | { readonly ok: true; readonly value: Readonly<Record<Key, number>> }
  | {
      readonly ok: false
      readonly sentence: string
      /** Only not entered yet. */ readonly missing: boolean
    }

/** Reads what was typed. */
export function readFigures<Key extends string>(
  asks: Readonly<Record<Key, Ask>>,
  typed: Typed<Key>,
  units: DisplayUnits,
): ReadFigures<Key> {
  const value: Partial<Record<Key, number>> = {}
  for (const key of Object.keys(asks) as Key[]) {
    const ask = asks[key]
    const shown = parseNumber(typed[key])
    const stored =
      shown === null
        ? null
        : ask.kind === 'plain'
          ? shown
          : fromDisplay(shown, QUANTITY[ask.kind], units)
    if (stored === null)
      return {
        ok: false,
        missing: typed[key].trim() === '',
        sentence:
          typed[key].trim() === ''
            ? `${ask.words}: not entered, look it up.`
            : `${ask.words}: "${typed[key].trim()}" is not a number.`,
      }
    if (stored < ask.least || stored > ask.most)
      return {
        ok: false,
        missing: false,
        sentence: `${ask.words} of ${typed[key].trim()} ${unitOf(ask, units)} cannot be.`,
      }
    value[key] = stored
  }
  return { ok: true, value: value as Record<Key, number> }
}
