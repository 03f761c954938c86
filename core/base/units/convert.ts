/** Units of one kind, each as so many of the first, plus where its zero lies. */
interface Kind {
  readonly [unit: string]: { readonly per: number; readonly zero?: number }
}

// Exact by definition: the inch, the pound-force and its foot; the rest are powers of ten.
const N_PER_LBF = 4.4482216152605
const MM_PER_INCH = 25.4

/** One pound-force foot, N.m. */
export const NM_PER_LBF_FT = N_PER_LBF * 12 * MM_PER_INCH * 1e-3

/** Everything a workshop meets two units of. */
export const CONVERSIONS = {
  length: { mm: { per: 1 }, inch: { per: 1 / MM_PER_INCH } },
  pressure: {
    bar: { per: 1 },
    kPa: { per: 100 },
    psi: { per: 0.1 / (N_PER_LBF / MM_PER_INCH ** 2) },
  },
  temperature: { '°C': { per: 1 }, '°F': { per: 1.8, zero: 32 }, K: { per: 1, zero: 273.15 } },
  torque: { 'N·m': { per: 1 }, 'lbf·ft': { per: 1 / NM_PER_LBF_FT } },
  force: { N: { per: 1 }, kgf: { per: 1 / 9.80665 }, lbf: { per: 1 / N_PER_LBF } },
  rate: { 'N/mm': { per: 1 }, 'lbf/in': { per: MM_PER_INCH / N_PER_LBF } },
  volume: { L: { per: 1 }, 'in³': { per: 1e6 / MM_PER_INCH ** 3 } },
} as const satisfies Record<string, Kind>
/** A kind of quantity with more than one unit. */
export type ConversionKind = keyof typeof CONVERSIONS

/**
 * A value in every unit of its kind.
 * @param unit one of that kind. @returns an empty list for a unit of another kind.
 */
export function convertAll(
  kind: ConversionKind,
  value: number,
  unit: string,
): { readonly unit: string; readonly value: number }[] {
  const units: Kind = CONVERSIONS[kind]
  const from = units[unit]
  if (!from) return []
  const base = (value - (from.zero ?? 0)) / from.per
  return Object.entries(units).map(([name, { per, zero = 0 }]) => ({
    unit: name,
    value: name === unit ? value : base * per + zero,
  }))
}
