import type { Finished } from './model.ts'
import { isFinished, watchWithSupplyOff } from './model.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import { leakOrCommand } from '@anklet/core/measuring/leakdown'
import type { ReactNode } from 'react'
import { useMemo } from 'react'
import { useCommand, useRepeatability, useUnits } from '../../client/queries.ts'
import type { Outcome } from '../../client/workers/useWatchOutcome.ts'
import { useWatchOutcome } from '../../client/workers/useWatchOutcome.ts'
import { leakOrCommandWords } from '@anklet/language/night/leakOrCommand'
import { AwakeAnswer } from '../job/night/AwakeAnswer.tsx'
import { AnswerLegend, AnswerStrip } from './AnswerStrip.tsx'
import type { WatchRounds } from '../job/model/watchState.ts'
import { questionOf } from '../job/night/request.ts'
import { concludePair } from './commands.ts'
import { Button } from '../../kit/Button.tsx'

function Pair({
  job,
  off,
  on,
}: {
  readonly job: Job
  readonly off: Finished
  readonly on: Finished
}): ReactNode {
  const units = useUnits()
  const { repeatabilityMm } = useRepeatability()
  const conclude = useCommand('watch.conclude')
  const [offQuestion, onQuestion] = useMemo(
    () => [
      questionOf(job, off.watch, off, repeatabilityMm).request,
      questionOf(job, on.watch, on, repeatabilityMm).request,
    ],
    [job, off, on, repeatabilityMm],
  )
  const [first, second]: Outcome[] = [useWatchOutcome(offQuestion), useWatchOutcome(onQuestion)]
  if (first?.state !== 'done' || second?.state !== 'done')
    return (
      <p className="say-small" role="status">
        {[first?.state, second?.state].includes('working')
          ? 'Holding the two waits against each other …'
          : 'With the figures on record these two waits cannot be weighed.'}
      </p>
    )
  const told = leakOrCommand(first.outcome.answer, second.outcome.answer)
  const { headline, sub } = leakOrCommandWords(told)
  return (
    <>
      <p className="say">{headline}</p>
      <p className="sub mb-3 mt-1">{sub}</p>
      <AnswerStrip
        job={job}
        evening={on.evening}
        morning={on.morning}
        answer={second.outcome.answer}
        doubted
        units={units}
        onPick={() => undefined}
      />
      <AnswerLegend closureWords="this wait, supply on" />
      {on.watch.finding && (
        <p className="mt-2 text-small text-ink-2">On the job: “{on.watch.finding.sentence}”</p>
      )}
      <RefusalOf asked={conclude} />
      {!job.closedAt && on.watch.state === 'walked' && (
        <Button
          look="go"
          big
          className="mt-3"
          disabled={conclude.isPending}
          onClick={() => conclude.submit(concludePair(on.watch, told, headline))}
        >
          Write it on the job
        </Button>
      )}
    </>
  )
}

function AwakeAlone({ job, on }: { readonly job: Job; readonly on: Finished }): ReactNode {
  const { repeatabilityMm } = useRepeatability()
  const { request } = useMemo(
    () => questionOf(job, on.watch, on, repeatabilityMm),
    [job, on, repeatabilityMm],
  )
  return (
    <div className="grid gap-3">
      <p className="sub">
        This wait ran with the supply on. Run the same wait with the supply off, and the two
        together tell a leak from a command. Until then, what it says with the module’s habits
        reckoned in:
      </p>
      <AwakeAnswer job={job} levelId={on.evening.levelId} request={request} />
    </div>
  )
}

/** Leak or command: a wait with the supply on, held against the same wait with it off. */
export function CommandAnswer({
  job,
  rounds,
  onAnother,
}: {
  readonly job: Job
  readonly rounds: WatchRounds
  onAnother(): void
}): ReactNode {
  const off = watchWithSupplyOff(job)
  if (!isFinished(rounds)) return null
  if (!off) return <AwakeAlone job={job} on={rounds} />
  return (
    <>
      <Pair job={job} off={off} on={rounds} />
      {!job.closedAt && (
        <Button className="mt-3" onClick={onAnother}>
          Watch another night
        </Button>
      )}
    </>
  )
}
