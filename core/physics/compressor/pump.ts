/** What a pump is rated at. */
export interface PumpRating {
  /** Flow against no pressure, L/min ANR. */
  readonly freeFlowLPerMin: number
  /** Gauge pressure it delivers nothing at any more, bar. */
  readonly stallBarG: number
}

/**
 * Flow of an open-layout pump against a pressure, L/min ANR: falls in a straight line from free
 * flow to nothing at stall.
 * @returns 0 at and above stall.
 */
export const pumpFlowLPerMin = (
  { freeFlowLPerMin, stallBarG }: PumpRating,
  againstBarG: number,
): number => Math.max(0, freeFlowLPerMin * (1 - againstBarG / stallBarG))
