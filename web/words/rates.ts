/** A leak in bar-litre per hour with the figures it deserves. */
export const rateWords = (barLPerH: number): string => (barLPerH < 0.0095 ? barLPerH.toFixed(3) : barLPerH < 0.095 ? barLPerH.toFixed(2) : barLPerH.toFixed(1))

const SIZES: readonly (readonly [number, string])[] = [
  [0.02, 'a seep that soap hardly shows'], [0.15, 'a pin prick'], [1, 'a crack that bubbles slowly'], [8, 'a leak one can hear close by'], [60, 'a hiss across the bay'],
]

/** A leak's size as one would meet it. @param barLPerH bar-litre per hour, zero or more. */
export const sizeWords = (barLPerH: number): string => SIZES.find(([limit]) => barLPerH < limit)?.[1] ?? 'an open fitting'
