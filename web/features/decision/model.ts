import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { StripMark } from '../../kit/stripCorner.ts'
import type { CoilEntry } from '@anklet/contract'
import type { ConvertedCorner, LadenEstimate } from '@anklet/core/reasoning/conversion'
import { convertedCorner, fitCoils } from '@anklet/core/reasoning/conversion'
import type { Axle, VehicleGeometry } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, GRAVITY } from '@anklet/core/base/vehicle'
import { parseNumber } from '../../kit/typed.ts'
import type { BuiltOption } from '@anklet/core/reasoning/strategy'

/** Whether an option puts coils in. */
export const isConversion = ({ id }: BuiltOption): boolean =>
  id === 'axleCoils' || id === 'coilsAndDampers'

/** Figures a coil is reckoned from: least and most. */
const LIMITS = { length: [60, 900], laden: [-1500, 3000], tow: [0, 350] } as const

/** Names of those figures. */
export type FigureKey = keyof typeof LIMITS

/** Those figures as they are typed. */
export type Typed = Readonly<Record<FigureKey, string>>

/** A figure as it was typed; null: none, or one that cannot be. */
export function figureOf(typed: Typed, key: FigureKey): number | null {
  const value = parseNumber(typed[key])
  const [least, most] = LIMITS[key]
  return value !== null && value >= least && value <= most ? value : null
}

/** An axle is hardly ever loaded with more than this share of what it weighs empty. */
const MOST_ADDED = 0.6

/**
 * What the springs of an axle carry empty, kg, where a weight that was typed as added to it looks
 * like that of the whole axle; null: it looks like what is added.
 */
export function wholeAxleKg(
  { corners }: VehicleGeometry,
  axle: Axle,
  addedKg: number | null,
): number | null {
  const emptyKg =
    AXLE_CORNERS[axle].reduce((sum, corner) => sum + corners[corner].designLoadN, 0) / GRAVITY
  return addedKg !== null && addedKg > MOST_ADDED * emptyKg ? emptyKg : null
}

/** What coils come to in the corners of an axle. */
export interface Fits {
  /** The corners as they would stand; null: a figure is missing. */
  readonly corners: readonly ConvertedCorner[] | null
  readonly fitted: ReturnType<typeof fitCoils> | null
  /** Coils that fit the load as estimated, but not the most it may be. */
  readonly overloaded: ReadonlySet<string>
}

/**
 * How every coil of the list would do in the corners of an axle.
 * @param told the load, where it was estimated
 */
export function fitsOf(
  vehicle: VehicleGeometry,
  axle: Axle,
  typed: Typed,
  told: LadenEstimate | null,
  list: readonly CoilEntry[],
): Fits {
  const [length, laden] = [figureOf(typed, 'length'), figureOf(typed, 'laden')]
  const coils = list.map(({ name, ...coil }) => ({ ...coil, id: name }))
  const cornersWith = (kg: number): readonly ConvertedCorner[] | null =>
    length === null
      ? null
      : AXLE_CORNERS[axle].map((each) => convertedCorner(vehicle, each, length, (kg * GRAVITY) / 2))
  const fittedWith = (at: readonly ConvertedCorner[] | null) =>
    at && coils.length > 0 ? fitCoils(at[0]!, coils) : null
  const corners = laden === null ? null : cornersWith(laden)
  const fullest = told ? fittedWith(cornersWith(told.highKg)) : null
  const misfits = fullest?.ok ? fullest.value.filter(({ fits }) => !fits) : []
  return {
    corners,
    fitted: fittedWith(corners),
    overloaded: new Set(misfits.map(({ id }) => id)),
  }
}

/** Where a corner stands on its strip, empty, laden and towing. */
export function marksOf(
  empty: number,
  full: number,
  towing: number | null,
  units: DisplayUnits,
): readonly StripMark[] {
  const label = (mm: number): string => formatQuantity(mm, 'height', units)
  // An axle that is levelled stands the same whatever it carries.
  if (Math.abs(empty - full) < 1)
    return [{ mm: empty, kind: 'now', label: label(empty), under: 'empty and laden' }]
  return [
    { mm: empty, kind: 'now', label: label(empty), under: 'empty' },
    { mm: full, kind: 'evening', label: label(full), under: 'laden' },
    ...(towing === null ? [] : [{ mm: towing, kind: 'earlier' as const }]),
  ]
}
