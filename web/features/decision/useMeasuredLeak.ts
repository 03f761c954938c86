import type { Job } from '@anklet/contract'
import { hypothesisCorners } from '@anklet/core/measuring/leakdown'
import { designPressureOf } from '@anklet/core/physics/pneumatics'
import { useMemo } from 'react'
import { useRepeatability } from '../../client/queries.ts'
import { useWatchOutcome } from '../../client/workers/useWatchOutcome.ts'
import { earlierQuestions, questionOf } from '../job/night/request.ts'
import { believedNights, watchRounds } from '../job/model/watchState.ts'
import type { MeasuredLeak } from '@anklet/core/reasoning/strategy'

/** The leak its nights measured since the last repair; null: none, or not reckoned yet. */
export function useMeasuredLeak(job: Job): MeasuredLeak | null {
  const { repeatabilityMm } = useRepeatability()
  const asked = useMemo(() => {
    const watch = believedNights(job).at(-1)
    const rounds = watch && watchRounds(job, watch)
    if (!watch || !rounds?.morning) return null
    const { morning } = rounds
    return {
      at: watch.startedAt,
      request: questionOf(job, watch, { ...rounds, morning }, repeatabilityMm).request,
      earlier: earlierQuestions(job, watch, repeatabilityMm),
    }
  }, [job, repeatabilityMm])
  const result = useWatchOutcome(asked?.request ?? null, asked?.earlier)
  return useMemo(() => {
    if (!asked || result.state !== 'done') return null
    const { best, rateBarLPerH } = result.outcome.answer
    if (!rateBarLPerH) return null
    const pressures = hypothesisCorners(best).map((corner) =>
      designPressureOf(asked.request.vehicle, corner),
    )
    return {
      barLPerH: rateBarLPerH.median,
      meanBarG: pressures.reduce((sum, bar) => sum + bar, 0) / pressures.length,
      at: asked.at,
    }
  }, [asked, result])
}
