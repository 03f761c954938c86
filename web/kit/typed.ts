import { HEIGHT_RANGE_MM } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'

/** What a typed number came to: a stored value, or the sentence that says why not. */
export type Typed =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly sentence: string }

const TEMPERATURE_RANGE_C = { least: -60, most: 120 } as const
const RANGE = { height: HEIGHT_RANGE_MM, temperature: TEMPERATURE_RANGE_C } as const
const NOUN = { height: 'height', temperature: 'temperature' } as const
const UNIT = { height: 'length', temperature: 'temperature' } as const satisfies Record<
  'height' | 'temperature',
  keyof DisplayUnits
>

const NUMBER = /^[-−]?(\d+([.,]\d*)?|[.,]\d+)$/

/**
 * Reads a number a person typed, comma or point alike.
 * @returns null for anything that is not one.
 */
export function parseNumber(text: string): number | null {
  const trimmed = text.trim()
  return NUMBER.test(trimmed) ? Number(trimmed.replace(',', '.').replace('−', '-')) : null
}

/** A figure that a person typed; NaN for anything that is not one. */
export const figureOf = (text: string): number => parseNumber(text) ?? Number.NaN

/** A figure that may be left out: null where nothing is typed, NaN where it is none. */
export const figureOrNull = (text: string): number | null =>
  text.trim() === '' ? null : figureOf(text)

/** Significant figures a stored figure is shown with in another unit. */
const SHOWN = 5

/**
 * How a stored figure stands in a field.
 * @param perStored shown units for one stored
 * @param digits significant figures in another unit
 */
export function shownAs(stored: string, perStored: number, digits = SHOWN): string {
  const value = perStored === 1 ? null : parseNumber(stored)
  return value === null ? stored : String(Number((value * perStored).toPrecision(digits)))
}

const WITH_FRACTION = /^(?:(\d+)[\s-]+)?(\d+)\s*[/\u2044]\s*(\d+)$/

/**
 * Reads inches as a tape shows them: "18 1/4", "18¼" and "18.25" are the same.
 * @returns null for anything else
 */
export function parseInches(text: string): number | null {
  // A written fraction is taken apart into figures, and kept apart from the whole before it.
  const parted = text
    .replaceAll(/[\u00bc-\u00be\u2150-\u215e]/g, ' $&')
    .normalize('NFKC')
    .trim()
  const found = WITH_FRACTION.exec(parted)
  if (!found) return parseNumber(text)
  const [whole, over, under] = [Number(found[1] ?? 0), Number(found[2]), Number(found[3])]
  return under === 0 ? null : whole + over / under
}

/** Reads a height or temperature typed in the shop's unit. */
export function readTyped(
  text: string,
  quantity: 'height' | 'temperature',
  units: DisplayUnits,
): Typed {
  const label = UNIT_LABEL[units[UNIT[quantity]]]
  const unit = label === 'in' ? 'inches' : label
  if (text.trim() === '')
    return { ok: false, sentence: `Type the ${NOUN[quantity]} in ${unit} first.` }
  const inches = quantity === 'height' && units.length === 'inch'
  const shown = inches ? parseInches(text) : parseNumber(text)
  if (shown === null)
    return {
      ok: false,
      sentence: `"${text.trim()}" is not a number. Type it in ${unit}, as a figure.`,
    }
  const value = fromDisplay(shown, quantity, units)
  const { least, most } = RANGE[quantity]
  if (value >= least && value <= most) return { ok: true, value }
  const written = (stored: number): string => formatQuantity(stored, quantity, units)
  return {
    ok: false,
    sentence:
      `A ${NOUN[quantity]} of ${text.trim()} ${unit} cannot be: it lies between ` +
      `${written(least)} and ${written(most)} ${unit}. Was a figure missed?`,
  }
}
