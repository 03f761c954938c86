import type { LifeRecord } from './lives.ts'

/** What was fitted on a vehicle, where and when; ms since 1970. */
export interface Fitted {
  readonly atMs: number
  readonly what: 'spring' | 'pump' | 'other'
  readonly places: readonly string[]
}

/** What counts as which, of the parts a vehicle’s history names; all else is `other`. */
const FITTED_AS: Readonly<Record<string, Fitted['what']>> = {
  airSpring: 'spring',
  strut: 'spring',
  shock: 'spring',
  compressor: 'pump',
}
/** As what a part counts that was fitted: a spring however it is built, a pump, or neither. */
export const fittedAs = (part: string): Fitted['what'] => FITTED_AS[part] ?? 'other'

/** A vehicle as lives are read from it. */
export interface LivedVehicle {
  /** On the road since, ms since 1970; null: not known. */
  readonly firstUsedMs: number | null
  /** Where its springs are. */
  readonly springs: readonly string[]
  readonly fitted: readonly Fitted[]
}

const YEAR_MS = 365.25 * 86_400_000
const PUMP = ['pump'] as const

// One place through time: every change of the part ends one life and begins another. A first life
// nobody saw begin is not counted.
function livesAt(
  vehicle: LivedVehicle,
  what: 'spring' | 'pump',
  place: string,
  nowMs: number,
): { failed: number[]; alive: number[] } {
  const changes = vehicle.fitted
    .filter((each) => each.what === what && (what === 'pump' || each.places.includes(place)))
    .map(({ atMs }) => atMs)
    .sort((a, b) => a - b)
  const begins = [...(vehicle.firstUsedMs === null ? [] : [vehicle.firstUsedMs]), ...changes]
  const failed = begins
    .slice(0, -1)
    .map((from, i) => (begins[i + 1]! - from) / YEAR_MS)
    .filter((years) => years > 0)
  const last = begins.at(-1)
  return { failed, alive: last === undefined || last >= nowMs ? [] : [(nowMs - last) / YEAR_MS] }
}

/** How long springs and pumps lasted in a shop's vehicles, and how old those are that live on. */
export function livesFrom(
  vehicles: readonly LivedVehicle[],
  nowMs: number,
): { readonly spring: LifeRecord; readonly pump: LifeRecord } {
  const of = (what: 'spring' | 'pump'): LifeRecord => {
    const all = vehicles.flatMap((vehicle) =>
      (what === 'pump' ? PUMP : vehicle.springs).map((place) =>
        livesAt(vehicle, what, place, nowMs),
      ),
    )
    return {
      failedAtYears: all.flatMap(({ failed }) => failed),
      aliveAtYears: all.flatMap(({ alive }) => alive),
    }
  }
  return { spring: of('spring'), pump: of('pump') }
}

/** How old the part at a place is, years; null: nobody knows. */
export function ageAt(
  vehicle: LivedVehicle,
  what: 'spring' | 'pump',
  place: string,
  nowMs: number,
): number | null {
  return livesAt(vehicle, what, place, nowMs).alive[0] ?? null
}
