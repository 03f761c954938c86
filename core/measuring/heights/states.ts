/**
 * What state a car was measured in. `arrived`: as it came, before anybody did anything; `levelled`:
 * by itself, engine on, or standing on coils; `supplyOff`; `leftOn`: left alone, its supply on.
 */
export const ROUND_STATES = ['arrived', 'levelled', 'supplyOff', 'leftOn'] as const
/** What state a car was measured in. */
export type RoundState = (typeof ROUND_STATES)[number]

/** What a round says of its state; null or nothing: it was not asked. */
export interface Measured {
  readonly state?: RoundState | null
}

/** The state a round counts for: one that was never asked counts as the car arrived. */
export const stateOf = ({ state }: Measured): RoundState => state ?? 'arrived'

/**
 * Whether a round is held against the specification: a maker's heights are those of a car that
 * levelled itself.
 */
export const isLevelled = (round: Measured): boolean => stateOf(round) === 'levelled'

/** Under what a car was measured. */
export interface Loaded {
  readonly load: string
  /** What was loaded, kg; null or left out: not weighed. */
  readonly loadKg?: number | null
}

/** What can be loaded into a car, kg. */
export const LOAD_RANGE_KG = { least: 1, most: 5000 } as const

/** Names a load: two rounds are under one load where it is the same. */
export const loadKey = ({ load, loadKg }: Loaded): string =>
  loadKg ? `${load} ${String(loadKg)}` : load

/** How a round was measured: only rounds alike in all of it are compared. */
export interface MeasuredSo extends Measured, Loaded {
  readonly levelId: string
  readonly method: string
}

/** Whether two rounds were measured the same way, at one level and under one load. */
export const sameWay = (a: MeasuredSo, b: MeasuredSo): boolean =>
  a.levelId === b.levelId && a.method === b.method && loadKey(a) === loadKey(b)

/** Whether two rounds were measured the same way in the same state. */
export const alike = (a: MeasuredSo, b: MeasuredSo): boolean =>
  sameWay(a, b) && stateOf(a) === stateOf(b)
