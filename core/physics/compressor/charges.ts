/** A charge as it was recorded. */
export interface Charged {
  readonly atMs: number
  readonly addedBarL: number
  readonly afterBarG: number
  readonly beforeBarG: number
}

/** How fast a system that is charged again and again loses its gas. */
export interface ChargeLoss {
  readonly barLPerMonth: number
  readonly months: number
}

/** What a type says a reservoir is charged to, and never above, bar gauge. */
export interface ChargeFigures {
  readonly targetBarG?: number | undefined
  readonly limitBarG?: number | undefined
}
/** Why a pressure after a charge is doubted. */
export interface ChargeDoubt {
  readonly code: 'aboveLimit' | 'farAboveTarget'
  readonly barG: number
}

/** So many times its target nobody means to charge it to. */
const FAR_ABOVE = 1.2

/**
 * Whether a pressure after a charge can hardly be meant: above what the type allows, or far above
 * its target where no limit is known.
 * @returns null where nothing speaks against it, or the type says nothing
 */
export function chargeDoubt(
  afterBarG: number,
  { targetBarG, limitBarG }: ChargeFigures,
): ChargeDoubt | null {
  if (limitBarG !== undefined)
    return afterBarG > limitBarG ? { code: 'aboveLimit', barG: limitBarG } : null
  return targetBarG !== undefined && afterBarG > targetBarG * FAR_ABOVE
    ? { code: 'farAboveTarget', barG: targetBarG }
    : null
}

/** A charge as it was written down; `corrects`: the entry in whose place it stands. */
export interface ChargeEntry {
  readonly id: string
  readonly at: string
  readonly corrects?: string | null
  readonly beforeBarG: number
  readonly afterBarG: number
}

/**
 * Charges as they count: each as it was last corrected, at the time the gas went in. One that was
 * corrected to no change of pressure never happened.
 */
export function chargesInForce<Entry extends ChargeEntry>(
  entries: readonly Entry[],
): readonly Entry[] {
  const correctionOf = new Map(
    entries.flatMap((entry) => (entry.corrects ? [[entry.corrects, entry] as const] : [])),
  )
  const asCorrected = (entry: Entry): Entry => {
    const by = correctionOf.get(entry.id)
    return by ? asCorrected({ ...by, at: entry.at }) : entry
  }
  return entries
    .filter(({ corrects }) => !corrects)
    .map(asCorrected)
    .filter(({ beforeBarG, afterBarG }) => beforeBarG !== afterBarG)
}

const MONTH_MS = 30.44 * 86_400_000
/** Closer together they say nothing, months. */
const LEAST_MONTHS = 0.25

/**
 * What a system lost per month between its charges: all that was put in after the first of them, over the time since.
 * @returns null of fewer than two charges, or of charges too close together.
 */
export function lossBetween(charges: readonly Charged[]): ChargeLoss | null {
  const ordered = [...charges].sort((a, b) => a.atMs - b.atMs)
  const [first, last] = [ordered[0], ordered.at(-1)]
  if (!first || !last || ordered.length < 2) return null
  const months = (last.atMs - first.atMs) / MONTH_MS
  if (months < LEAST_MONTHS) return null
  return {
    barLPerMonth: ordered.slice(1).reduce((sum, { addedBarL }) => sum + addedBarL, 0) / months,
    months,
  }
}
