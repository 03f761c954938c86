import type { Random } from '../../base/random/index.ts'
import { normal, seeded } from '../../base/random/index.ts'
import type { Life } from './lives.ts'
import { ageAtDeath, newLifeYears } from './lives.ts'

/** A part whose life counts. */
export interface LivingPart {
  readonly id: string
  readonly life: Life & { readonly lnShapeSd?: number; readonly lnScaleSd?: number }
  /** Age at the start, years; null: it has failed. */
  readonly ageYears: number | null
  /** Years its failing adds to the age of others: a leak works the pump until it is mended. */
  readonly wears?: Readonly<Record<string, number>>
}

/** A visit to the workshop: what it costs, which lives begin anew, which end for good. */
export interface Visit {
  readonly cost: number
  readonly restarts: readonly string[]
  readonly ends?: readonly string[]
}

/** What may be done now, and what would be done whenever a part fails later. */
export interface Option {
  readonly id: string
  readonly now: Visit
  readonly later: Readonly<Record<string, Visit>>
  /** The first visit is put off so long, years; meanwhile parts age at their rates. */
  readonly waitYears?: number
  readonly rates?: Readonly<Record<string, number>>
}

export interface StrategyRequest {
  readonly parts: readonly LivingPart[]
  readonly options: readonly Option[]
  readonly horizonYears: number
  /** A year. */
  readonly discountRate: number
  readonly samples: number
  readonly seed: number
}

/** What an option comes to, over all draws. */
export interface OptionCost {
  readonly id: string
  readonly meanCost: number
  readonly p10Cost: number
  readonly p90Cost: number
  /** Of any later failure within the horizon. */
  readonly secondVisitProbability: number
  /** Of the mean. */
  readonly standardError: number
  /** Mean number of visits after the first. */
  readonly laterVisits: number
  /** Mean and 10 to 90 % of the cost so far at the end of each year. */
  readonly byYear: readonly {
    readonly year: number
    readonly mean: number
    readonly p10: number
    readonly p90: number
  }[]
}

/**
 * A future is not followed further than so many visits: a part that fails at once each time is no
 * part.
 */
const MOST_VISITS = 500

interface Future {
  readonly times: readonly number[]
  readonly costs: readonly number[]
  readonly later: number
}

interface Alive {
  readonly part: LivingPart
  readonly life: Life
  diesAt: number
}

function lifeDrawn({ life }: LivingPart, random: Random): Life {
  const { lnShapeSd = 0, lnScaleSd = 0 } = life
  return lnShapeSd === 0 && lnScaleSd === 0
    ? life
    : {
        shape: life.shape * Math.exp(lnShapeSd * normal(random)),
        scaleYears: life.scaleYears * Math.exp(lnScaleSd * normal(random)),
      }
}

function futureOf(
  { parts, horizonYears }: StrategyRequest,
  option: Option,
  random: Random,
): Future {
  const { waitYears = 0, rates = {} } = option
  const alive = new Map<string, Alive>()
  const lives = new Map(parts.map((part) => [part.id, lifeDrawn(part, random)]))
  for (const part of parts) {
    if (part.ageYears === null) continue
    const life = lives.get(part.id)!
    const left = ageAtDeath(life, part.ageYears, random) - part.ageYears
    // While nothing is done it ages faster, or slower.
    const rate = rates[part.id] ?? 1
    alive.set(part.id, {
      part,
      life,
      diesAt: left < waitYears * rate ? left / rate : left - waitYears * rate + waitYears,
    })
  }
  const [times, costs]: [number[], number[]] = [[], []]
  let later = 0
  const pay = (at: number, visit: Visit): void => {
    times.push(at)
    costs.push(visit.cost)
    for (const id of visit.restarts) {
      const part = parts.find((each) => each.id === id)!
      alive.set(id, {
        part,
        life: lives.get(id)!,
        diesAt: at + newLifeYears(lives.get(id)!, random),
      })
    }
    for (const id of visit.ends ?? []) alive.delete(id)
  }
  let done = waitYears > 0 ? false : (pay(0, option.now), true)
  while (later < MOST_VISITS) {
    let next: Alive | null = null
    for (const each of alive.values()) if (next === null || each.diesAt < next.diesAt) next = each
    if (!done && waitYears <= horizonYears && (next === null || next.diesAt > waitYears)) {
      pay(waitYears, option.now)
      done = true
      continue
    }
    if (next === null || next.diesAt > horizonYears) break
    const at = next.diesAt
    later += 1
    const visit = option.later[next.part.id]
    if (visit) pay(at, visit)
    else alive.delete(next.part.id)
    // What is worn out by it fails at once.
    for (const [id, years] of Object.entries(next.part.wears ?? {})) {
      const other = alive.get(id)
      if (other) other.diesAt = Math.max(at, other.diesAt - years)
    }
  }
  return { times, costs, later }
}

const quantile = (sorted: Float64Array, share: number): number => {
  const at = share * (sorted.length - 1)
  const [below, above] = [sorted[Math.floor(at)]!, sorted[Math.ceil(at)]!]
  return below + (above - below) * (at - Math.floor(at))
}

/**
 * What options cost over the years, as present value: each is followed through the same number of
 * futures. Deterministic for a seed.
 * @param progress told the share done, now and then.
 */
export function compareOptions(
  request: StrategyRequest,
  progress: (share: number) => void = () => undefined,
): OptionCost[] {
  const { options, samples, horizonYears, discountRate, seed } = request
  const years = Array.from({ length: Math.max(1, Math.ceil(horizonYears)) }, (_, i) =>
    Math.min(i + 1, horizonYears),
  )
  return options.map((option, k) => {
    // Each option meets the same chances: what differs is the option.
    const random = seeded(seed)
    const byYear = years.map(() => new Float64Array(samples))
    let [again, visits] = [0, 0]
    for (let n = 0; n < samples; n += 1) {
      const { times, costs, later } = futureOf(request, option, random)
      if (later > 0) again += 1
      visits += later
      let [sum, y] = [0, 0]
      for (let i = 0; i < times.length; i += 1) {
        while (y < years.length && times[i]! > years[y]!) byYear[y++]![n] = sum
        sum += costs[i]! / (1 + discountRate) ** times[i]!
      }
      for (; y < years.length; y += 1) byYear[y]![n] = sum
      if (n % 2048 === 2047) progress((k + n / samples) / options.length)
    }
    const told = byYear.map((costs, i) => {
      const mean = costs.reduce((sum, cost) => sum + cost, 0) / samples
      const sorted = costs.slice().sort()
      return { year: years[i]!, mean, p10: quantile(sorted, 0.1), p90: quantile(sorted, 0.9) }
    })
    const last = told.at(-1)!
    const variance =
      byYear.at(-1)!.reduce((sum, cost) => sum + (cost - last.mean) ** 2, 0) /
      Math.max(1, samples - 1)
    return {
      id: option.id,
      meanCost: last.mean,
      p10Cost: last.p10,
      p90Cost: last.p90,
      secondVisitProbability: again / samples,
      standardError: Math.sqrt(variance / samples),
      laterVisits: visits / samples,
      byYear: told,
    }
  })
}
