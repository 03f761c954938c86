import { CONVERSIONS } from './convert.ts'
import type { DisplayUnits } from './display.ts'
import { fromDisplay, UNIT_LABEL } from './display.ts'

/** How a figure is shown and typed: its unit, and how many of it are one of what is stored. */
export interface FigureUnit {
  readonly label: string
  readonly perStored: number
}

const { length, force, rate, volume, torque } = CONVERSIONS
const KG_PER_LB = 0.45359237
const KM_PER_MILE = 1.609344
const M_PER_FOOT = 0.3048

// What a shop that measures in inches reads the other figures of a car in, by the stored unit.
const WITH_INCHES: Readonly<Record<string, FigureUnit>> = {
  mm: { label: UNIT_LABEL.inch, perStored: length.inch.per },
  N: { label: 'lbf', perStored: force.lbf.per },
  'N/mm': { label: 'lbf/in', perStored: rate['lbf/in'].per },
  'cm²': { label: 'in²', perStored: 100 * length.inch.per ** 2 },
  L: { label: 'in³', perStored: volume['in³'].per },
  'L/min': { label: 'ft³/min', perStored: 1 / (1000 * M_PER_FOOT ** 3) },
  kg: { label: 'lb', perStored: 1 / KG_PER_LB },
  Nm: { label: 'lbf·ft', perStored: torque['lbf·ft'].per },
  km: { label: 'mi', perStored: 1 / KM_PER_MILE },
  m: { label: 'ft', perStored: 1 / M_PER_FOOT },
}

/**
 * The unit a shop shows and types a figure in that is stored in another. Units that no choice of
 * the shop changes stay as they are.
 * @param stored mm, N, N/mm, cm², L, L/min, kg, Nm, km, m, bar, or any other
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
