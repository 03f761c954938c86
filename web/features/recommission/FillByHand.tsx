import { stageWords } from './model.ts'
import type { Job } from '@anklet/contract'
import { RUN_S } from '@anklet/core/work/record'
import { clsx } from 'clsx'
import { Check, Circle, OctagonX, Play } from 'lucide-react'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { useNow } from '../../kit/useNow.ts'
import { useFillTicks } from '../../client/state/fillTicks.ts'
import { steadyNow } from '../../client/state/steadyClock.ts'
import { capital } from '@anklet/language/plain/corners'
import { countdownWords, secondsWords } from '@anklet/language/plain/times'
import type { HandStage } from './handStages.ts'
import { PumpRest, usePumpRest } from './PumpRest.tsx'
import { Button } from '../../kit/Button.tsx'

interface ByHandProps {
  readonly job: Job
  /** What of the job is filled: its ticks are kept under this name. */
  readonly of: string
  readonly stages: readonly HandStage[]
  /** Ticks from then on count, ms since 1970. */
  readonly countFromMs: number
  /** Filled out of a reservoir: no pump has to rest. */
  readonly closed: boolean
}

function useByHand({ job, of, stages, countFromMs, closed }: ByHandProps) {
  useNow(500)
  const key = `${job.id} ${of}`
  const kept = useFillTicks((ticks) => ticks.byKey[key])
  const patch = useFillTicks((ticks) => ticks.patch)
  const { restMs, rest } = usePumpRest(job)
  const taken = (kept?.taken ?? []).filter(({ atMs }) => atMs >= countFromMs)
  const isTaken = (stage: HandStage): boolean => taken.some((tick) => tick.key === stage.key)
  const next = stages.find((stage) => !isTaken(stage))
  const sinceMs = kept?.sinceMs ?? null
  const runMs = sinceMs === null || sinceMs < countFromMs ? null : steadyNow() - sinceMs
  const restAfter = ({ restS }: HandStage): void => {
    if (!closed) rest(restS)
  }
  return {
    isTaken,
    next,
    runMs,
    restMs: closed ? null : restMs,
    begin: (): void => patch(key, { sinceMs: steadyNow() }),
    /** Stopped before it was there: the pump rests all the same. */
    halt: (): void => {
      patch(key, { sinceMs: null })
      if (next) restAfter(next)
    },
    tick: (): void => {
      if (!next) return
      patch(key, { sinceMs: null, taken: [...taken, { key: next.key, atMs: steadyNow() }] })
      restAfter(next)
    },
  }
}

/** How long the pump or the tool’s command has run, and when that is long enough. */
function Running({
  runMs,
  closed,
}: {
  readonly runMs: number
  readonly closed: boolean
}): ReactNode {
  const long = !closed && runMs > RUN_S * 1000
  return (
    <p className={long ? 'caution' : 'text-lead'} role={long ? 'alert' : undefined}>
      Running for <b className="num">{countdownWords(runMs)}</b>
      {long &&
        `: longer than ${secondsWords(RUN_S)}. Stop, let the pump rest, then go on with this stage.`}
      {closed && ', until the flow falls silent.'}
    </p>
  )
}

/**
 * A fill that no link shows: ordered by the tool or the level switch, watched at the car, each stage
 * timed and ticked by whoever fills. The ticks stay on this device; what is recorded is the step.
 */
export function FillByHand(props: ByHandProps): ReactNode {
  const units = useUnits()
  const { stages, closed } = props
  const { isTaken, next, runMs, restMs, begin, halt, tick } = useByHand(props)
  return (
    <div className="grid gap-3">
      <ol aria-label="Stages by hand" className="grid gap-1">
        {stages.map((stage) => (
          <li
            key={stage.key}
            className={clsx(
              'flex items-center gap-2 border-b border-edge py-1 text-body',
              isTaken(stage) ? 'text-ink-3' : stage === next ? 'font-semibold' : 'text-ink-2',
            )}
          >
            {isTaken(stage) ? (
              <Check size={16} strokeWidth={3} aria-label="taken" className="shrink-0" />
            ) : (
              <Circle size={14} aria-label="to come" className="shrink-0" />
            )}
            <span className="num">{capital(stageWords(stage, units))}</span>
            {!closed && <span className="text-small">then rest {secondsWords(stage.restS)}</span>}
          </li>
        ))}
      </ol>
      <PumpRest restMs={restMs} />
      {runMs !== null && <Running runMs={runMs} closed={closed} />}
      {!next ? (
        <p className="text-lead font-medium" role="status">
          Every stage is taken.
        </p>
      ) : runMs === null ? (
        <Button big disabled={restMs !== null} onClick={begin}>
          <Play size={22} aria-hidden />
          Start: {stageWords(next, units)}
        </Button>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button look="go" big className="min-w-[240px] flex-1" onClick={tick}>
            <Check size={22} aria-hidden />
            There: {stageWords(next, units)}
          </Button>
          <Button big onClick={halt}>
            <OctagonX size={22} aria-hidden />
            Stopped before
          </Button>
        </div>
      )}
    </div>
  )
}
