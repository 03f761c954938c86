import type { DisplayUnits } from '@anklet/core/base/units'
import { figureUnit, formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import { parseInches, parseNumber, shownAs } from './typed.ts'

/** A figure a tool asks for, typed in the shop's unit. */
export interface Ask {
  readonly words: string
  readonly kind: 'plain' | 'pressure' | 'temperature'
  /** Unit a plain figure is stored in. */
  readonly unit?: string
  /** What else stands beside the unit. */
  readonly more?: string
  readonly least: number
  readonly most: number
  /** What stands there first, as it is stored; null: nothing, since only the maker's papers say it. */
  readonly start: number | null
}

/** What was typed for each figure. */
export type Typed<Key extends string> = Readonly<Record<Key, string>>

const QUANTITY = { pressure: 'pressure', temperature: 'temperature' } as const

/** Significant figures a figure is shown with in another unit than it is stored in. */
const SHOWN = 4

/** How a stored figure is written in its field. */
export function written({ kind, start, unit = '' }: Ask, units: DisplayUnits): string {
  if (start === null) return ''
  if (kind !== 'plain') return formatQuantity(start, QUANTITY[kind], units).replace('−', '-')
  return shownAs(String(start), figureUnit(unit, units).perStored, SHOWN)
}

/** The unit beside a field. */
export function unitOf({ kind, unit = '', more }: Ask, units: DisplayUnits): string {
  if (kind === 'pressure') return `${UNIT_LABEL[units.pressure]} gauge`
  const { label } = kind === 'plain' ? figureUnit(unit, units) : { label: UNIT_LABEL[units[kind]] }
  return more === undefined ? label : `${label} ${more}`
}

/** What was typed, as it is stored; null: no number. */
function storedFigure({ kind, unit = '' }: Ask, typed: string, units: DisplayUnits): number | null {
  const { label, perStored } = figureUnit(unit, units)
  // A tape's fractions are read wherever a length is typed in inches.
  const shown = label === UNIT_LABEL.inch ? parseInches(typed) : parseNumber(typed)
  if (shown === null) return null
  return kind === 'plain' ? shown / perStored : fromDisplay(shown, QUANTITY[kind], units)
}

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
    const stored = storedFigure(ask, typed[key], units)
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
