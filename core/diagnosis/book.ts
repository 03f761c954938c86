import type { Architecture, Axle, Corner } from '../vehicle/index.ts'
import { AXLE_CORNERS, AXLE_OF, CORNERS } from '../vehicle/index.ts'
import shipped from './book/knowledge.json' with { type: 'json' }
import type { Cause, Chances, Check, Knowledge } from './knowledge.ts'

/** How often, where nobody knows better. */
export type Often = 'always' | 'mostly' | 'often' | 'sometimes' | 'rarely' | 'never'
/** Where a cause sits or a check is done: `sensor` is a corner, or an axle with one sensor. */
export type PlaceKind = 'corner' | 'axle' | 'car' | 'sensor'
/** Chances of outcomes: a word for the second of two; or by outcome, the first taking what is left. */
export type BookRow = Often | Readonly<Record<string, Often>>
/** Which vehicles something applies to; what is not named does not matter. */
export interface Where {
  readonly air?: true
  readonly coil?: true
  readonly valves?: readonly Architecture['valves'][]
  readonly crossValve?: true
  readonly layout?: Architecture['layout']
  readonly reservoir?: true
  readonly sensors?: 'any'
  readonly sensorsHere?: 'each'
  readonly pressureSensor?: true
  readonly damping?: true
  readonly doorInhibit?: true
  /** Air helps coils at the rear only. */
  readonly rearOnly?: true
}

/** A cause as it is written down: once for all its places. */
export interface BookCause {
  readonly id: string
  /** Said of it, with `{place}` for where. */
  readonly words: string
  readonly place: PlaceKind
  readonly where?: Where
  /** How often it is met at one place, in about a hundred cars. */
  readonly weight: number
  /** It comes sooner with distance. */
  readonly wears?: 'distance'
  /** To put it right, min. */
  readonly minutes: number
  /** What the parts are worth in minutes of work, roughly: the shop's own prices are better. */
  readonly parts: number
  /** When a repair of it is proved. */
  readonly proof: 'now' | 'drive' | 'night'
  readonly part?: string
  readonly because: string
}

/** Causes that come together. The first that shows speaks. */
export interface BookCompound { readonly id: string; readonly of: readonly [string, string]; readonly weight: number; readonly because: string }

/** What some causes show. `together`: how often they show it at all the places they cover at once. */
export interface BookRowOf { readonly causes: readonly string[]; readonly at?: 'mate' | 'away'; readonly row: BookRow; readonly together?: Often; readonly because: string }

/** A check as it is written down. Its first outcome is the quiet one: what a sound car shows. */
export interface BookCheck {
  readonly id: string
  readonly name: string
  /** Asked of it, with `{place}` for where. */
  readonly asks: string
  readonly place: PlaceKind
  /** Done once, it answers for all its places. */
  readonly whole?: true
  readonly group: 'complaint' | 'look' | 'electrical' | 'measured' | 'soap' | 'test' | 'code'
  readonly where?: Where
  readonly minutes: number
  /** Worth of what it uses up, in minutes of work. */
  readonly materials?: number
  readonly unattendedH?: number
  readonly how: readonly string[]
  readonly needs?: readonly string[]
  readonly caution?: string
  readonly outcomes: readonly { readonly id: string; readonly words: string }[]
  /** For causes no row speaks of. */
  readonly otherwise: BookRow
  readonly rows: readonly BookRowOf[]
}

/** All that is known, for any vehicle. */
export interface KnowledgeBook { readonly format: 'anklet-knowledge'; readonly formatVersion: 1; readonly causes: readonly BookCause[]; readonly compounds: readonly BookCompound[]; readonly checks: readonly BookCheck[] }

/** The knowledge that ships. Its shape is checked by a test against its schema. */
export const SHIPPED_BOOK = shipped as unknown as KnowledgeBook

/** What the words stand for: the middle, and how far it may be off. */
export const OFTEN: Readonly<Record<Often, readonly [low: number, middle: number, high: number]>> = {
  always: [0.92, 0.96, 0.99], mostly: [0.72, 0.83, 0.92], often: [0.42, 0.57, 0.72], sometimes: [0.15, 0.28, 0.42], rarely: [0.03, 0.07, 0.15], never: [0.004, 0.012, 0.03],
}

/** Minutes of work that proving a repair is worth: now, by a drive, or by the next night only. */
const PROOF_MIN = { now: 5, drive: 20, night: 45 } as const
/** An hour in which the car only stands is worth so many minutes of work. */
const WAITING_MIN_PER_H = 4
/** Distance at which a wear part is as likely to fail as its weight says, km; nearer and farther, within bounds. */
const USUAL_KM = 120_000

/** Somewhere on the car: a corner, an axle, or all of it. */
export type Place = Corner | Axle | null
/** The corners a place covers. */
export const cornersOf = (place: Place): readonly Corner[] => (place === null ? CORNERS : place === 'front' || place === 'rear' ? AXLE_CORNERS[place] : [place])

/** A cause at its place on this vehicle. */
export interface PlacedCause { readonly id: string; readonly place: Place; readonly parts: readonly { readonly cause: BookCause; readonly place: Place }[]; readonly because: string }
/** A check at its place on this vehicle. */
export interface PlacedCheck {
  readonly id: string
  readonly place: Place
  readonly check: BookCheck
  /** The places a whole check answers for; null: it is done at its own place. */
  readonly whole: readonly Place[] | null
}
/** What is known of one vehicle, and what each id of it stands for. */
export interface VehicleKnowledge extends Knowledge { readonly causeOf: ReadonlyMap<string, PlacedCause>; readonly checkOf: ReadonlyMap<string, PlacedCheck> }

/** What makes some causes likelier on this car. */
export interface Circumstances {
  readonly km?: number | null
  /** Causes found on the shop's own closed jobs, by id. */
  readonly counts?: Readonly<Record<string, number>>
}

const AXLES: readonly Axle[] = ['front', 'rear']
const axlesOf = (place: Place): readonly Axle[] => (place === null ? AXLES : [...new Set(cornersOf(place).map((corner) => AXLE_OF[corner]))])

function applies(where: Where | undefined, { air, valves, crossValve, layout, reservoir, sensors, pressureSensor, damping, doorInhibit }: Architecture, place: Place): boolean {
  if (!where) return true
  const axles = axlesOf(place)
  const some = (test: (axle: Axle) => boolean): boolean => axles.some(test)
  return (!where.air || some((axle) => air[axle] !== 'none'))
    && (!where.coil || some((axle) => air[axle] === 'none' || air[axle] === 'airDamper'))
    && (!where.valves || where.valves.includes(valves))
    && (!where.crossValve || some((axle) => crossValve[axle]))
    && (!where.layout || where.layout === layout)
    && (!where.reservoir || reservoir)
    && (!where.sensors || AXLES.some((axle) => sensors[axle] !== 'none'))
    && (!where.sensorsHere || some((axle) => sensors[axle] === 'each'))
    && (!where.pressureSensor || pressureSensor !== 'none')
    && (!where.damping || some((axle) => damping[axle] !== 'plain'))
    && (!where.doorInhibit || doorInhibit)
    && (!where.rearOnly || air.front === 'none')
}

function placesOf(kind: PlaceKind, { sensors }: Architecture): readonly Place[] {
  switch (kind) {
    case 'car': return [null]
    case 'axle': return AXLES
    case 'corner': return CORNERS
    case 'sensor': return AXLES.flatMap((axle): readonly Place[] => (sensors[axle] === 'each' ? AXLE_CORNERS[axle] : sensors[axle] === 'one' ? [axle] : []))
  }
}

const idAt = (id: string, place: Place): string => (place === null ? id : `${id}.${place}`)

// Where a cause sits, seen from a check.
function relation(cause: Place, check: Place): 'same' | 'mate' | 'away' {
  const [from, at] = [cornersOf(cause), cornersOf(check)]
  if (from.some((corner) => at.includes(corner))) return 'same'
  return axlesOf(cause).some((axle) => axlesOf(check).includes(axle)) ? 'mate' : 'away'
}

type Range = readonly (readonly [low: number, middle: number, high: number])[]

function rangeOf(row: BookRow, { outcomes }: BookCheck): Range {
  // Nothing is impossible: what a row does not name it hardly ever shows.
  const unnamed = OFTEN.never.map((chance) => chance / (outcomes.length - 1)) as unknown as (typeof OFTEN)['never']
  const loud = outcomes.slice(1).map(({ id }) => { const word = typeof row === 'string' ? row : row[id]; return word ? OFTEN[word] : unnamed })
  const sum = (at: 0 | 1 | 2): number => loud.reduce((total, range) => total + range[at], 0)
  return [[Math.max(0, 1 - sum(2)), 1 - sum(1), Math.max(0, 1 - sum(0))], ...loud]
}

interface Ranges { readonly own: Range; readonly together: Range | null; readonly key: number }

// The ranges of a check by relation and cause, worked out once.
function rangesOf(check: BookCheck): (cause: string, at: 'same' | 'mate' | 'away') => Ranges {
  const otherwise: Ranges = { own: rangeOf(check.otherwise, check), together: null, key: 0 }
  const rows = new Map(check.rows.flatMap(({ causes, at = 'same', row, together: all }, k) => {
    const ranges: Ranges = { own: rangeOf(row, check), together: all ? rangeOf(typeof row === 'string' ? all : { [Object.keys(row)[0]!]: all }, check) : null, key: k + 1 }
    return causes.map((cause) => [`${at} ${cause}`, ranges] as const)
  }))
  return (cause, at) => rows.get(`${at} ${cause}`) ?? otherwise
}

/** What a whole check found, as the one outcome it has: the places that are not quiet, with what was found there where there is a choice. */
export function wholeOutcome({ outcomes }: BookCheck, found: readonly (readonly [place: Place, outcome: string])[]): string {
  const quiet = outcomes[0]!.id
  const loud = found.filter(([, outcome]) => outcome !== quiet).map(([place, outcome]) => (outcomes.length === 2 ? String(place) : `${String(place)}:${outcome}`))
  return loud.length === 0 ? quiet : loud.join('+')
}

// Every way the places of a whole check can come out, by the outcome each has.
const combinations = (places: number, outcomes: number): readonly (readonly number[])[] =>
  Array.from({ length: places }).reduce<readonly (readonly number[])[]>((all) => all.flatMap((each) => Array.from({ length: outcomes }, (_, k) => [...each, k])), [[]])

// Places come out each for itself; or, where a cause shows itself at all it covers at once, together.
function wholeRange(parts: readonly { readonly covered: boolean; readonly ranges: Ranges }[], combo: readonly number[]): readonly [number, number, number] {
  const product = (which: (part: (typeof parts)[number], k: number) => number): number => parts.reduce((sum, part, i) => sum * which(part, combo[i]!), 1)
  const alone = ([0, 1, 2] as const).map((at) => product(({ ranges }, k) => ranges.own[k]![at])) as [number, number, number]
  const all = parts.find(({ covered, ranges }) => covered && ranges.together)?.ranges.together
  if (!all) return alone
  const said = [...new Set(parts.flatMap(({ covered }, i) => (covered ? [combo[i]!] : [])))]
  const [least, middle, most] = [0, 1, 2].map((at) => all.slice(1).reduce((sum, range) => sum + range[at]!, 0)) as [number, number, number]
  const others = ([0, 1, 2] as const).map((at) => product(({ covered, ranges }, k) => (covered ? 1 : ranges.own[k]![at])))
  const shown = said.length === 1 && said[0]! > 0 ? all[said[0]!]! : ([0, 0, 0] as const)
  return [alone[0] * (1 - most) + shown[0] * others[0]!, alone[1] * (1 - middle) + shown[1] * others[1]!, alone[2] * (1 - least) + shown[2] * others[2]!]
}

// Two at once: what the first shows, or where it shows nothing, what the second does.
const together = (a: Range, b: Range): Range =>
  a.map((own, k) => (k === 0 ? own.map((value, i) => value * b[0]![i]!) : own.map((value, i) => value + a[0]![i]! * b[k]![i]!)) as unknown as readonly [number, number, number])

/** Every cause of a book that such a vehicle can have, alone and in company, at each of its places. */
export function causesAt(book: KnowledgeBook, architecture: Architecture): PlacedCause[] {
  const single = book.causes.flatMap((cause) => placesOf(cause.place, architecture).filter((place) => applies(cause.where, architecture, place)).map((place): PlacedCause => ({ id: idAt(cause.id, place), place, parts: [{ cause, place }], because: cause.because })))
  const paired = book.compounds.flatMap(({ id, of: [first, second], because }) => {
    const at = (which: string): PlacedCause[] => single.filter(({ parts }) => parts[0]!.cause.id === which)
    return at(first).flatMap((a) => at(second).map((b): PlacedCause => ({ id: idAt(id, a.place ?? b.place), place: a.place ?? b.place, parts: [...a.parts, ...b.parts], because })))
  })
  return [...single, ...paired]
}

/** Every check of a book that can be done on such a vehicle, at each of its places. */
export function checksAt(book: KnowledgeBook, architecture: Architecture): ReadonlyMap<string, PlacedCheck> {
  return new Map(book.checks.flatMap((check) => {
    const places = placesOf(check.place, architecture).filter((place) => applies(check.where, architecture, place))
    const placed: readonly PlacedCheck[] = check.whole ? (places.length > 0 ? [{ id: check.id, place: null, check, whole: places }] : []) : places.map((place) => ({ id: idAt(check.id, place), place, check, whole: null }))
    return placed.map((each) => [each.id, each] as const)
  }))
}

/** Everything known of a vehicle laid out like this one: each cause and check at each of its places. */
export function knowledgeOf(book: KnowledgeBook, architecture: Architecture, { km = null, counts = {} }: Circumstances = {}): VehicleKnowledge {
  const placed = causesAt(book, architecture)
  const wear = km === null ? 1 : Math.min(2, Math.max(0.5, km / USUAL_KM))
  const weightOf = ({ id, parts: [first, second] }: PlacedCause): number => {
    const own = second ? book.compounds.find((each) => id === each.id || id.startsWith(`${each.id}.`))!.weight : first!.cause.weight
    const base = second ? id.split('.')[0]! : first!.cause.id
    const places = placed.filter((each) => each.id.split('.')[0] === base).length
    return own * (first!.cause.wears === 'distance' ? wear : 1) + (counts[base] ?? 0) / places
  }
  const causes = placed.map((each): Cause => ({ id: each.id, weight: weightOf(each), repairCost: each.parts.reduce((sum, { cause: { minutes, parts } }) => sum + minutes + parts, 0) + Math.max(...each.parts.map(({ cause }) => PROOF_MIN[cause.proof])) }))
  const checkOf = checksAt(book, architecture)
  const rangesOfCheck = new Map(book.checks.map((check) => [check, rangesOf(check)]))
  const checks = [...checkOf.values()].map(({ id, place, check, whole }): Check => {
    const rangesFor = rangesOfCheck.get(check)!
    const known = new Map<string, Range>()
    const places = whole ?? [place]
    const combos = whole ? combinations(places.length, check.outcomes.length) : check.outcomes.map((_, k) => [k])
    const rangeAt = (part: PlacedCause['parts'][number]): Range => {
      const parts = places.map((at) => { const how = relation(part.place, at); return { covered: how === 'same', ranges: rangesFor(part.cause.id, how) } })
      // Most causes show the same: worked out once.
      const key = parts.map(({ covered, ranges }) => (covered ? ranges.key : -1 - ranges.key)).join()
      const range = known.get(key) ?? combos.map((combo) => (whole ? wholeRange(parts, combo) : parts[0]!.ranges.own[combo[0]!]!))
      known.set(key, range)
      return range
    }
    const rows = new Map<Range, { readonly low: Chances; readonly middle: Chances; readonly high: Chances }>()
    const rowOf = (range: Range) => {
      const row = rows.get(range) ?? { low: range.map(([low]) => low), middle: range.map(([, middle]) => middle), high: range.map(([, , high]) => high) }
      rows.set(range, row)
      return row
    }
    const rowsOf = placed.map((cause) => [cause.id, rowOf(cause.parts.map(rangeAt).reduce(together))] as const)
    return {
      id, cost: check.minutes + (check.materials ?? 0) + (check.unattendedH ?? 0) * WAITING_MIN_PER_H, likelihood: Object.fromEntries(rowsOf.map(([cause, { middle }]) => [cause, middle])),
      outcomes: combos.map((combo) => (whole ? wholeOutcome(check, combo.map((k, i) => [places[i]!, check.outcomes[k]!.id])) : check.outcomes[combo[0]!]!.id)),
      between: Object.fromEntries(rowsOf.map(([cause, { low, high }]) => [cause, { low, high }])),
    }
  })
  return { causes, checks, causeOf: new Map(placed.map((each) => [each.id, each])), checkOf }
}
