import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

/** One-sided 95 %. */
const SURE_SIGMAS = 1.645

/** What one wait left unexplained by the cold. */
export interface Wait {
  readonly unexplainedMm: PerCorner<number>
  readonly sigmaMm: PerCorner<number>
}

/** What the same wait with the supply off and on says together. */
export type LeakOrCommand =
  /** Falls with the supply off: air gets out. */
  | { readonly code: 'leak'; readonly corners: readonly Corner[] }
  /** Holds with the supply off and falls with it on: sensor, module or exhaust lets it down. */
  | { readonly code: 'command'; readonly corners: readonly Corner[] }
  /** Holds both times. */
  | { readonly code: 'holds' }

const fallen = ({ unexplainedMm, sigmaMm }: Wait): Corner[] =>
  CORNERS.filter((corner) => unexplainedMm[corner] < -SURE_SIGMAS * sigmaMm[corner])

/** Leak or command: the same wait once with the supply off and once with it on. */
export function leakOrCommand(off: Wait, on: Wait): LeakOrCommand {
  const whenOff = fallen(off)
  if (whenOff.length > 0) return { code: 'leak', corners: whenOff }
  const whenOn = fallen(on)
  return whenOn.length > 0 ? { code: 'command', corners: whenOn } : { code: 'holds' }
}
