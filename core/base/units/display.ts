/** Units a shop may read lengths in. Storage is always mm. */
export const LENGTH_UNITS = ['mm', 'inch'] as const
export type LengthUnit = (typeof LENGTH_UNITS)[number]
/** Units a shop may read pressures in. Storage is always bar. */
export const PRESSURE_UNITS = ['bar', 'kPa', 'psi'] as const
export type PressureUnit = (typeof PRESSURE_UNITS)[number]
/** Units a shop may read temperatures in. Storage is always degC. */
export const TEMPERATURE_UNITS = ['degC', 'degF'] as const
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number]

/** The shop's choice of units: it changes what is shown and typed, never what is stored. */
export interface DisplayUnits {
  readonly length: LengthUnit
  readonly pressure: PressureUnit
  readonly temperature: TemperatureUnit
}

/**
 * What kind of number is shown. `height` serves heights and their differences alike;
 * `temperatureStep` is a difference of
 * temperatures (no offset between the scales).
 */
export type Quantity = 'height' | 'pressure' | 'temperature' | 'temperatureStep'

/** What a shop that has not chosen yet sees. */
export const DEFAULT_UNITS: DisplayUnits = { length: 'mm', pressure: 'bar', temperature: 'degC' }

/** How each unit is written beside a number. */
export const UNIT_LABEL: Record<LengthUnit | PressureUnit | TemperatureUnit, string> = {
  mm: 'mm',
  inch: 'in',
  bar: 'bar',
  kPa: 'kPa',
  psi: 'psi',
  degC: '°C',
  degF: '°F',
}

interface Scale {
  readonly factor: number
  readonly offset: number
  readonly decimals: number
}

const MM_PER_INCH = 25.4
// 1 psi = 1 lbf/in2 = 4.4482216152605 N / (0.0254 m)^2
const PSI_PER_BAR = 1e5 / 6894.757293168361

const LENGTH: Record<LengthUnit, Scale> = {
  mm: { factor: 1, offset: 0, decimals: 0 },
  inch: { factor: 1 / MM_PER_INCH, offset: 0, decimals: 2 },
}
const PRESSURE: Record<PressureUnit, Scale> = {
  bar: { factor: 1, offset: 0, decimals: 1 },
  kPa: { factor: 100, offset: 0, decimals: 0 },
  psi: { factor: PSI_PER_BAR, offset: 0, decimals: 0 },
}
const TEMPERATURE: Record<TemperatureUnit, Scale> = {
  degC: { factor: 1, offset: 0, decimals: 0 },
  degF: { factor: 1.8, offset: 32, decimals: 0 },
}

function scaleOf(quantity: Quantity, units: DisplayUnits): Scale {
  if (quantity === 'height') return LENGTH[units.length]
  if (quantity === 'pressure') return PRESSURE[units.pressure]
  const scale = TEMPERATURE[units.temperature]
  return quantity === 'temperature' ? scale : { ...scale, offset: 0 }
}

/**
 * A stored number (mm, bar, degC or K) in the shop's unit.
 * @returns non-finite for a non-finite input.
 */
export function toDisplay(stored: number, quantity: Quantity, units: DisplayUnits): number {
  const { factor, offset } = scaleOf(quantity, units)
  return stored * factor + offset
}

/**
 * A number typed in the shop's unit, as it is stored (mm, bar, degC or K).
 * @returns non-finite for a non-finite input.
 */
export function fromDisplay(shown: number, quantity: Quantity, units: DisplayUnits): number {
  const { factor, offset } = scaleOf(quantity, units)
  return (shown - offset) / factor
}

/**
 * How many decimals a reading of this quantity is shown with: what a tape, gauge or thermometer in
 * a workshop can tell.
 */
export const decimalsOf = (quantity: Quantity, units: DisplayUnits): number =>
  scaleOf(quantity, units).decimals

/** A difference of heights with its sign; one that rounds to nothing has none. @param mm mm */
export function formatDifference(mm: number, units: DisplayUnits, extraDecimals = 0): string {
  const size = formatQuantity(Math.abs(mm), 'height', units, extraDecimals)
  return Number(size) === 0 ? size : `${mm < 0 ? '−' : '+'}${size}`
}

/**
 * A stored number written in the shop's unit without the unit, with a real minus sign.
 * @param extraDecimals more decimals than a single reading deserves, for means and differences.
 * @returns an en dash for a non-finite input: no NaN is ever shown.
 */
export function formatQuantity(
  stored: number,
  quantity: Quantity,
  units: DisplayUnits,
  extraDecimals = 0,
): string {
  const shown = toDisplay(stored, quantity, units)
  if (!Number.isFinite(shown)) return '–'
  const text = shown.toFixed(decimalsOf(quantity, units) + extraDecimals)
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−')
}
