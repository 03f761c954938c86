import type { Job } from '@anklet/contract'
import type { NextStep, Phase } from '@anklet/core/work/schedule'
import { nextStep } from '@anklet/core/work/schedule'
import { ArrowRight } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useNow } from '../../../kit/useNow.ts'
import { dueWords, factsOf, ONWARD_WORDS, STEP_WORDS } from '@anklet/language/work/steps'
import { summaryFacts } from '../model/watchState.ts'
import { ButtonLink } from '../../../kit/Button.tsx'

/** Looked at again so often: a watch comes due by itself, ms. */
const LOOK_MS = 10_000

const stepOf = (job: Job, nowMs: number): NextStep => nextStep(factsOf(summaryFacts(job)), nowMs)

/** Leads on to where the next step of a job is done; nothing where that is here. */
export function Onward({
  job,
  present,
}: {
  readonly job: Job
  readonly present: Phase
}): ReactNode {
  const { phase } = stepOf(job, useNow(LOOK_MS))
  return (
    phase !== present && (
      <ButtonLink look="go" big className="no-print" to={`/jobs/${job.id}/${phase}`}>
        {ONWARD_WORDS[phase]}
      </ButtonLink>
    )
  )
}

/** At the foot of every phase: the one thing the job waits for, and the way there. */
export function NextFoot({
  job,
  present,
}: {
  readonly job: Job
  readonly present: Phase
}): ReactNode {
  const now = useNow(LOOK_MS)
  const step = stepOf(job, now)
  if (step.code === 'none') return null
  const due = dueWords(step, now)
  const words = due ? `${STEP_WORDS[step.code]}, ${due}` : STEP_WORDS[step.code]
  return (
    <aside
      aria-label="Next on this job"
      className="no-print mx-4 mb-6 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-edge pt-3 md:mx-6"
    >
      {step.phase === present ? (
        <p className="text-ink-2">
          Next, here: <b className="text-ink">{words}</b>.
        </p>
      ) : (
        <Link className="tap" to={`/jobs/${job.id}/${step.phase}`}>
          <ArrowRight size={18} aria-hidden />
          Next: {words}
        </Link>
      )}
    </aside>
  )
}
