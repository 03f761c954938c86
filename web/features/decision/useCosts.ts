import type { BuiltOption, LivingPart, StrategyRequest } from '@anklet/core/reasoning/strategy'
import type { Remote } from 'comlink'
import { proxy } from 'comlink'
import type { StrategyAnswer, StrategyWorker } from '../../client/workers/strategyWorker.ts'
import { useReckoned } from '../../client/workers/useReckoned.ts'

const SAMPLES = 20_000
const SEED = 20_261_124

const makeWorker = (): Worker =>
  new Worker(new URL('../../client/workers/strategyWorker.ts', import.meta.url), { type: 'module' })
/** Named for whoever measures: from the asking to the costs. */
const MARK = 'anklet.costs'
const askCosts = (
  remote: Remote<StrategyWorker>,
  request: StrategyRequest,
  tell: (answer: StrategyAnswer) => void,
): Promise<StrategyAnswer> => {
  const began = performance.now()
  return remote.work(
    request,
    proxy((answer: StrategyAnswer) => {
      if (answer.kind === 'costs')
        performance.measure(MARK, { start: began, end: performance.now() })
      tell(answer)
    }),
  )
}

/** What options cost over the years, reckoned beside the page; null while it is reckoned. */
export function useCosts(
  parts: readonly LivingPart[],
  options: readonly BuiltOption[],
  horizonYears: number,
  discountRate: number,
): StrategyAnswer | null {
  // What would need a part without a price is not set against the others: it would be free there.
  const whole = options
    .filter(({ isPriced, missingLater }) => isPriced && missingLater.length === 0)
    .map(({ option }) => option)
  return useReckoned<StrategyWorker, StrategyRequest, StrategyAnswer>(
    makeWorker,
    askCosts,
    whole.length === 0
      ? null
      : { parts, options: whole, horizonYears, discountRate, samples: SAMPLES, seed: SEED },
    { kind: 'broken' },
  )
}
