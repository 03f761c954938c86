/** A leak in bar-litre per hour with the figures it deserves. */
export const rateWords = (barLPerH: number): string =>
  barLPerH < 0.0095
    ? barLPerH.toFixed(3)
    : barLPerH < 0.095
      ? barLPerH.toFixed(2)
      : barLPerH.toFixed(1)

/** Leaks as one meets them, each up to so many bar-litre per hour; smallest first. */
export const LEAK_SIZES: readonly { readonly upTo: number; readonly words: string }[] = [
  { upTo: 0.02, words: 'a seep that soap hardly shows' },
  { upTo: 0.15, words: 'a pin prick' },
  { upTo: 1, words: 'a crack that bubbles slowly' },
  { upTo: 8, words: 'a leak one can hear close by' },
  { upTo: 60, words: 'a hiss across the bay' },
  { upTo: Number.POSITIVE_INFINITY, words: 'an open fitting' },
]

/** A leak's size as one would meet it. @param barLPerH bar-litre per hour, zero or more. */
export const sizeWords = (barLPerH: number): string =>
  LEAK_SIZES.find(({ upTo }) => barLPerH < upTo)!.words
