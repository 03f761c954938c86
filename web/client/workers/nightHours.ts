const SAMPLES = 41

/**
 * Moments a night is drawn at, h, from its evening to its morning.
 * The last one is the morning itself: a rounding beyond it would be past what the night is reckoned for.
 */
export const nightHours = (hours: number): readonly number[] =>
  Array.from({ length: SAMPLES }, (_, k) => hours * (k / (SAMPLES - 1)))
