import { LayoutGuessed } from '../job/frame/LayoutGuessed.tsx'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Job, Part, Procedures, Torque } from '@anklet/contract'
import { onStops } from '@anklet/core/reasoning/arrival'
import type { PlanStep, ProcedureBook } from '@anklet/core/work/procedure'
import { inOrder } from '@anklet/core/work/procedure'
import type { Corner } from '@anklet/core/base/vehicle'
import { carriedBy } from '@anklet/core/work/record'
import type { ReactNode } from 'react'
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { bookOf } from '../../client/procedures.ts'
import type { Intention } from '../../client/queries.ts'
import {
  useCommand,
  useParts,
  usePersonName,
  useProcedures,
  useTorques,
} from '../../client/queries.ts'
import { useArrived } from '../../client/slices.ts'
import { planRefusalWords } from '@anklet/language/work/plan'
import { momentWords } from '@anklet/language/plain/times'
import { BeginWork } from './BeginWork.tsx'
import { JobChoice } from './JobChoice.tsx'
import { PlanView } from './PlanView.tsx'
import { makePlan } from './commands.ts'
import type { Chosen } from './model.ts'
import { contentOf, flatOf, movedTo, placed, proposedJobs, withLines } from './model.ts'
import { usePlan } from './usePlan.ts'
import { Runner } from '../job/run/Runner.tsx'
import { useCarLive } from '../job/link/carLive.ts'
import type { OnWork } from '../job/record/useWork.ts'
import { useWork } from '../job/record/useWork.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal, Notice } from '../../kit/Notice.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

interface Shelf {
  readonly procedures: Procedures
  readonly torques: readonly Torque[]
  readonly parts: readonly Part[]
}

/** Why there is no plan yet. */
function NoPlan({
  answer,
  asked,
  jobWords,
}: {
  readonly answer: ReturnType<typeof usePlan>
  /** There is something to plan. */ readonly asked: boolean
  jobWords(id: string): string
}): ReactNode {
  if (answer?.kind === 'refused')
    return <Refusal>{planRefusalWords(answer.refusal, jobWords)}</Refusal>
  if (answer?.kind === 'broken') return <Refusal>The plan could not be made.</Refusal>
  return (
    answer === null &&
    asked && (
      <p role="status" className="text-ink-2">
        Putting the steps in order …
      </p>
    )
  )
}

/** Keeps the plan, prints it, begins the work. */
function PlanActions({
  job,
  made,
  same,
  moved,
  ready,
  seconds,
  onBegin,
  onBack,
  plan,
}: {
  readonly job: Job
  readonly made: Job['plans'][number] | undefined
  /** What is kept is what is shown. */ readonly same: boolean
  readonly moved: boolean
  readonly ready: boolean
  /** Some step wants a second hand. */ readonly seconds: boolean
  /** null: it cannot be begun here, or is. */ readonly onBegin:
    ((second: string | undefined) => void) | null
  onBack(): void
  plan(): Intention<'plan.make'>
}): ReactNode {
  const keep = useCommand('plan.make')
  const nameOf = usePersonName()
  return (
    <div className="no-print flex flex-wrap items-center gap-3">
      {!job.closedAt && (
        <Button
          look="go"
          disabled={keep.isPending || same || !ready}
          onClick={() => keep.submit(plan())}
        >
          {same ? 'Kept' : 'Keep this plan'}
        </Button>
      )}
      <Button onClick={() => window.print()}>Print for the wall</Button>
      {moved && <Button onClick={onBack}>Steps back in their order</Button>}
      {made && same && onBegin && !job.closedAt && <BeginWork asks={seconds} onBegin={onBegin} />}
      {made && (
        <span className="text-small text-ink-2">
          Plan of {momentWords(made.at, new Date())}, {nameOf(made.person)}
          {same ? '' : '; changed since'}
        </span>
      )}
      <RefusalOf asked={keep} className="w-full" />
    </div>
  )
}

function WhatIsDone({
  open,
  job,
  book,
  chosen,
  onChoose,
}: {
  /** Undefined: as whoever looks at it left it. */
  readonly open: true | undefined
  readonly job: Job
  readonly book: ProcedureBook
  readonly chosen: Chosen
  onChoose(next: Chosen): void
}): ReactNode {
  return (
    <Disclosure open={open} className="no-print" summary="What is done, where, and on which lift">
      <JobChoice job={job} book={book} chosen={chosen} onChoose={onChoose} />
    </Disclosure>
  )
}

function NothingDecided({ jobId }: { readonly jobId: string }): ReactNode {
  return (
    <Notice kind="wait" className="no-print">
      Nothing is decided yet. <Link to={`/jobs/${jobId}/decision`}>Decide first</Link>, or say what
      is to be done.
    </Notice>
  )
}

const NO_ORDER: readonly string[] = []
const NO_STEPS: readonly PlanStep[] = []

/**
 * What is to be done as it is chosen, beginning with the last plan; another choice has no order of
 * its own.
 */
function useChosen(job: Job, way: Chosen['way'], mend: readonly Corner[]) {
  const made = job.plans.at(-1)
  const [chosen, choose] = useState<Chosen>(() => ({
    jobs: withLines(made?.jobs ?? proposedJobs(job), mend),
    support: made?.support ?? 'twoPost',
    way: made?.way ?? way,
    alone: made?.alone ?? false,
    flat: made?.flat ?? flatOf(job),
  }))
  const [moved, move] = useState({ of: chosen, order: made?.order ?? [] })
  const setOrder = useCallback((order: readonly string[]) => move({ of: chosen, order }), [chosen])
  return { chosen, choose, order: moved.of === chosen ? moved.order : NO_ORDER, setOrder }
}

/** The plan of what is chosen, and whether it is the one on record. */
function usePlanned({
  job,
  work,
  procedures,
  chosen,
  order,
}: {
  readonly job: Job
  readonly work: OnWork | null
  readonly procedures: Procedures
  readonly chosen: Chosen
  readonly order: readonly string[]
}) {
  const made = job.plans.at(-1)
  const book = bookOf(procedures)
  const under = work?.run.begun ? work : null
  // A job that waits for its corners is no reason to say no yet.
  const waiting = chosen.jobs.find((each) => each.corners?.length === 0)
  const jobs = placed(chosen.jobs)
  const answer = usePlan(
    jobs.length === 0
      ? null
      : {
          architecture: job.vehicleType.architecture,
          jobs,
          support: chosen.support,
          way: chosen.way,
          flat: chosen.flat,
          carried: under ? carriedBy(under.run) : [],
          book: procedures.book === null ? null : book,
        },
  )
  const plan = answer?.kind === 'plan' ? answer.plan : null
  const steps = useMemo(() => (plan ? inOrder(plan.steps, order) : NO_STEPS), [plan, order])
  const moved = plan !== null && steps !== plan.steps
  // A plan made anew under way takes over what is left changed, so its steps may differ where its
  // words do not.
  const same =
    made !== undefined &&
    contentOf(made) === contentOf({ ...chosen, jobs, order: moved ? order : [] })
  return { book, under, waiting, jobs, answer, plan, steps, moved, same }
}

function Planning({
  job,
  work,
  mend,
  shelf: { procedures, torques, parts },
}: {
  /** Corners whose line is to be made tight besides. */ readonly mend: readonly Corner[]
  readonly job: Job
  readonly work: OnWork | null
  readonly shelf: Shelf
}): ReactNode {
  const made = job.plans.at(-1)
  const { chosen, choose, order, setOrder } = useChosen(job, procedures.way, mend)
  const { book, under, waiting, jobs, answer, plan, steps, moved, same } = usePlanned({
    job,
    work,
    procedures,
    chosen,
    order,
  })
  const moveStep = useCallback(
    (key: string, to: number) => setOrder(movedTo(steps, key, to)),
    [steps, setOrder],
  )
  const jobWords = (id: string): string => book.jobs.find((each) => each.id === id)?.words ?? id
  const unsaid = !under && onStops(job.arrival) && chosen.flat.length === 0
  const begin = (second: string | undefined): void =>
    void work?.enter({ kind: 'joined', seen: [], ...(second === undefined ? {} : { second }) })
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
      {job.decisions.length === 0 && job.conclusions.length === 0 && !made && (
        <NothingDecided jobId={job.id} />
      )}
      {!job.closedAt && (
        <WhatIsDone
          open={made === undefined || undefined}
          job={job}
          book={book}
          chosen={chosen}
          onChoose={choose}
        />
      )}
      {job.closedAt && !made && <p className="sub">No plan was made for this job.</p>}
      {waiting && <Notice kind="wait">Tap the corners for “{jobWords(waiting.job)}”.</Notice>}
      {unsaid && (
        <Notice kind="caution">
          It came in on its bump stops, and nobody said at which corners. Tap them above, under
          “Came in on empty springs at”: an empty spring carries nothing.
        </Notice>
      )}
      <NoPlan answer={answer} asked={jobs.length > 0} jobWords={jobWords} />
      {plan && (
        <PlanActions
          job={job}
          made={made}
          same={same}
          moved={moved}
          ready={waiting === undefined && !unsaid}
          seconds={steps.some(({ second }) => second)}
          onBegin={under || !work ? null : begin}
          onBack={() => setOrder([])}
          plan={() => makePlan(job.id, chosen, moved ? order : [])}
        />
      )}
      {plan && (
        <PlanView
          job={job}
          plan={plan}
          steps={steps}
          book={book}
          torques={torques}
          parts={parts}
          onMove={moveStep}
        />
      )}
    </div>
  )
}

/**
 * The work: before it begins jobs and corners as the decision asks for them, their steps in one
 * order, what is needed, what is missing; then step by step.
 */
export function Work({ job }: { readonly job: Job }): ReactNode {
  const work = useWork(job)
  const car = useCarLive(
    job.closedAt === null ? (work?.run.deviceId ?? null) : null,
    job.vehicleType,
    'runner',
  )
  const [procedures, torques, parts] = [useProcedures().data, useTorques().data, useParts().data]
  const [mend, setMend] = useState<readonly Corner[]>([])
  const arrived = useArrived(Boolean(procedures && torques && parts))
  if (!arrived || !procedures || !torques || !parts)
    return (
      <p className="sub" role="status">
        Fetching procedures …
      </p>
    )
  // A decision that comes in while this is open proposes anew.
  const planning = (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <LayoutGuessed job={job} />
      <Planning
        key={`${job.decisions.at(-1)?.id ?? ''} ${job.conclusions.at(-1)?.id ?? ''} ${job.plans.length} ${mend.join()}`}
        mend={mend}
        job={job}
        work={work}
        shelf={{ procedures, torques, parts }}
      />
    </div>
  )
  if (!work?.run.begun) return planning
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-8">
      <Runner job={job} work={work} car={car} onMend={setMend} />
      <Disclosure
        open={mend.length > 0 || undefined}
        className="desk-work border-t border-edge pt-2"
        summary="The plan, and to change it under way: done steps stay done"
      >
        {planning}
      </Disclosure>
    </div>
  )
}
