import type { DisplayUnits } from './display.ts'
import { fromDisplay, UNIT_LABEL } from './display.ts'

/** How a figure is shown and typed: its unit, and how many of it are one of what is stored. */
export interface FigureUnit {
  readonly label: string
  readonly perStored: number
}

const MM_PER_INCH = 25.4
// 1 lbf = 0.45359237 kg * 9.80665 m/s2
const N_PER_LBF = 4.4482216152605
const KG_PER_LB = 0.45359237

// What a shop that measures in inches reads the other figures of a car in, by the stored unit.
const WITH_INCHES: Readonly<Record<string, FigureUnit>> = {
  mm: { label: 'in', perStored: 1 / MM_PER_INCH },
  N: { label: 'lbf', perStored: 1 / N_PER_LBF },
  'N/mm': { label: 'lbf/in', perStored: MM_PER_INCH / N_PER_LBF },
  'cm²': { label: 'in²', perStored: 100 / MM_PER_INCH ** 2 },
  L: { label: 'in³', perStored: 1e6 / MM_PER_INCH ** 3 },
  kg: { label: 'lb', perStored: 1 / KG_PER_LB },
  Nm: { label: 'lbf·ft', perStored: 1 / (N_PER_LBF * 0.3048) },
  km: { label: 'mi', perStored: 1 / 1.609344 },
}

/**
 * The unit a shop shows and types a figure in that is stored in another. Units that no choice of
 * the shop changes stay as they are.
 * @param stored mm, N, N/mm, cm², L, kg, Nm, km, bar, or any other
 */
export function figureUnit(stored: string, units: DisplayUnits): FigureUnit {
  if (stored === 'bar')
    return {
      label: UNIT_LABEL[units.pressure],
      perStored: 1 / fromDisplay(1, 'pressure', units),
    }
  const inches = units.length === 'inch' ? WITH_INCHES[stored] : undefined
  return inches ?? { label: stored, perStored: 1 }
}
