import { awakeRequestOf } from './model.ts'
import type { Job } from '@anklet/contract'
import type { LeakdownRequest } from '@anklet/core/measuring/leakdown'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { speakAwake } from '@anklet/language/night/awake'
import { useAwake } from '../../../client/workers/useAwake.ts'
import { SuspectBars } from './Suspects.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'
import { Progress } from '../../../kit/Progress.tsx'

/** What a night says in which the module was awake: the leaks weighed with the module's habits in the loop. */
export function AwakeAnswer({
  job,
  levelId,
  request,
}: {
  readonly job: Job
  readonly levelId: string
  readonly request: LeakdownRequest
}): ReactNode {
  const [asked, setAsked] = useState(true)
  const awake = useAwake(
    useMemo(() => awakeRequestOf(job, levelId, request), [job, levelId, request]),
    asked,
  )
  if (awake.state === 'idle')
    return (
      <Button className="justify-self-start" onClick={() => setAsked(true)}>
        Reckon with the module in the loop
      </Button>
    )
  if (awake.state === 'working') {
    return (
      <div className="grid max-w-[520px] gap-2">
        <Progress label="Nights run" share={awake.share}>
          <p className="say-small">Running each leak through the night, the module awake …</p>
        </Progress>
        <Button className="justify-self-start" onClick={() => setAsked(false)}>
          Stop
        </Button>
      </div>
    )
  }
  if (awake.state === 'broken')
    return (
      <Notice kind="caution" urgent>
        This device did not get through that night. Load the page again; the readings are safe.
      </Notice>
    )
  if (awake.state === 'impossible')
    return (
      <Notice kind="caution" urgent>
        With the figures on record this vehicle type could not have stood as it did. The readings
        are safe.
      </Notice>
    )
  const { answer } = awake.outcome
  const { headline, sub, suspects } = speakAwake(answer, job.vehicleType.architecture)
  return (
    <section aria-label="With the module awake" className="grid gap-2">
      <p className="say-small">{headline}</p>
      <p className="sub">{sub}</p>
      <div className="max-w-[420px]">
        <SuspectBars suspects={suspects} faint={answer.fitSuspect} />
        {answer.rateBarLPerH !== null && !answer.fitSuspect && (
          <p className="figure">
            <span className="text-ink-2">{sizeWords(answer.rateBarLPerH)}, about</span>
            <span className="num text-figure">
              {rateWords(answer.rateBarLPerH)}
              <span className="unit">bar·L/h</span>
            </span>
          </p>
        )}
      </div>
      <p className="text-small text-ink-2">
        The module’s checks and what it does then are the type’s; pump, valves and dead band are of
        a usual size, of no maker.
      </p>
    </section>
  )
}
