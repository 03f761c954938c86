import { expose } from 'comlink'
import type { OptionCost, StrategyRequest } from '@anklet/core/reasoning/strategy'
import { breakEven, compareOptions } from '@anklet/core/reasoning/strategy'

/** What options cost over the years. */
export interface KnownCosts {
  readonly kind: 'costs'
  readonly costs: readonly OptionCost[]
  /**
   * Age of the other side above which both at once is the cheaper, years; null: one of them is at
   * any age; undefined: still looked for.
   */
  readonly breakEvenYears?: number | null
}
/** How far it is; what it came to; or that it could not be reckoned. */
export type StrategyAnswer =
  { readonly kind: 'working'; readonly share: number } | KnownCosts | { readonly kind: 'broken' }

/** Ages are looked through with fewer futures: the crossing is told to the year. */
const LOOK_SAMPLES = 2500
const OLDEST_YEARS = 20

function crossing(request: StrategyRequest): number | null {
  const pair = ['this', 'both'].flatMap((id) =>
    request.options.filter((option) => option.id === id),
  )
  if (pair.length < 2) return null
  return breakEven(
    (age) => {
      const [one, both] = compareOptions({
        ...request,
        samples: LOOK_SAMPLES,
        options: pair,
        parts: request.parts.map((part) =>
          part.id === 'other' ? { ...part, ageYears: age } : part,
        ),
      })
      return one!.meanCost - both!.meanCost
    },
    [0, OLDEST_YEARS],
  )
}

const api = {
  /** @param tell hears how far it is, and the costs before the crossing of ages is looked for. */
  work(request: StrategyRequest, tell: (answer: StrategyAnswer) => void): StrategyAnswer {
    const costs = compareOptions(request, (share) => tell({ kind: 'working', share }))
    tell({ kind: 'costs', costs })
    return { kind: 'costs', costs, breakEvenYears: crossing(request) }
  },
}

/** What the worker does. */
export type StrategyWorker = typeof api

expose(api)
