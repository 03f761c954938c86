import type { Ask } from './readFigures.ts'

/** What a pump is rated at: from its maker's papers, never from us. */
export const PUMP_ASKS = {
  freeFlowLPerMin: {
    words: 'Free flow',
    kind: 'plain',
    unit: 'L/min',
    least: 0.1,
    most: 100_000,
    start: null,
  },
  stallBarG: { words: 'Stalls at', kind: 'pressure', least: 0.5, most: 40, start: null },
} as const satisfies Record<string, Ask>

/** A bottle that gas is put in from; none: its volume is nought. */
export const BOTTLE_ASKS = {
  bottleL: {
    words: 'Bottle',
    kind: 'plain',
    unit: 'L',
    more: '(0: none)',
    least: 0,
    most: 1000,
    start: 0,
  },
  bottleBarG: { words: 'Bottle holds', kind: 'pressure', least: -1, most: 400, start: 0 },
} as const satisfies Record<string, Ask>

/** Air as warm as this. */
export const WARMTH_ASK = {
  words: 'Air at',
  kind: 'temperature',
  least: -60,
  most: 120,
  start: 15,
} as const satisfies Ask
