import type { Misfit, Wanted } from '@anklet/core/reasoning/conversion'

export const MISFIT_WORDS: Readonly<Record<Misfit, string>> = {
  height: 'stands wrong',
  bind: 'goes solid before the bump stop',
  loose: 'comes loose at full droop',
  sag: 'sags too far laden',
}

/** The same of most of a list. */
const MOST_WORDS: Readonly<Record<Misfit, string>> = {
  height: 'stand wrong',
  bind: 'go solid',
  loose: 'come loose',
  sag: 'sag too far',
}

/** What a coil for this corner would have to be, where none of the list is. */
export function wantedWords(
  { leastRateNPerMm, mostRateNPerMm, longestSolidMm, freeLengthMm }: Wanted,
  most: Misfit,
): string {
  if (leastRateNPerMm > mostRateNPerMm)
    return (
      `No coil can do it: laden it needs at least ${leastRateNPerMm.toFixed(0)} ` +
      `N/mm, and at full droop at most ${mostRateNPerMm.toFixed(0)}. Less load, or ` +
      'helper springs.'
    )
  const rate = Number.isFinite(mostRateNPerMm)
    ? (leastRateNPerMm + mostRateNPerMm) / 2
    : leastRateNPerMm * 1.3
  return (
    'Most of the list ' +
    `${MOST_WORDS[most]}. One of ${leastRateNPerMm.toFixed(0)} to ` +
    `${Number.isFinite(mostRateNPerMm) ? mostRateNPerMm.toFixed(0) : 'any more'} ` +
    `N/mm would fit, at ${rate.toFixed(0)} N/mm with a free length of ` +
    `${freeLengthMm(rate).toFixed(0)} mm, no longer than ` +
    `${longestSolidMm.toFixed(0)} mm when solid.`
  )
}
