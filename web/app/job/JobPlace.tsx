import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import type { Phase } from '@anklet/core/work/schedule'
import { nextStep, PHASES } from '@anklet/core/work/schedule'
import type { ReactNode } from 'react'
import { Cable } from 'lucide-react'
import { clsx } from 'clsx'
import { lazy, Suspense } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { SteelRule } from '../../kit/SteelRule.tsx'
import { useIsPhone } from '../../kit/useMedia.ts'
import { useNow } from '../../kit/useNow.ts'
import { useCommand, useJob, useUnits } from '../../client/queries.ts'
import { useSession } from '../../client/state/session.ts'
import { draftKey, useDrafts } from '../../client/state/drafts.ts'
import { complaintWords } from '@anklet/language/causes/complaint'
import { factsOf } from '@anklet/language/work/steps'
import { graduationsOf } from '../../features/job/model/graduations.ts'
import { Heights } from '../../features/heights/Heights.tsx'
import { Intake } from '../../features/intake/Intake.tsx'
import { WatchPhase } from '../../features/watch/WatchPhase.tsx'
import { summaryFacts } from '../../features/job/model/watchState.ts'
import { reopenJob } from '../../features/job/frame/commands.ts'
import { NextFoot } from '../../features/job/frame/NextFoot.tsx'
import { SetAside } from '../../features/job/frame/SetAside.tsx'
import { SimulatedBand } from '../../kit/Plate.tsx'
import { useDocked } from '../../features/job/link/useModule.ts'
import { Button, Tap } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

const Checks = lazy(() =>
  import('../../features/checks/Checks.tsx').then((module) => ({ default: module.Checks })),
)
const Decision = lazy(() =>
  import('../../features/decision/Decision.tsx').then((module) => ({ default: module.Decision })),
)
const Work = lazy(() =>
  import('../../features/work/Work.tsx').then((module) => ({ default: module.Work })),
)
const Recommission = lazy(() =>
  import('../../features/recommission/Recommission.tsx').then((module) => ({
    default: module.Recommission,
  })),
)
const Calibrate = lazy(() =>
  import('../../features/calibrate/Calibrate.tsx').then((module) => ({
    default: module.Calibrate,
  })),
)
const Proof = lazy(() =>
  import('../../features/proof/Proof.tsx').then((module) => ({ default: module.Proof })),
)
const Handover = lazy(() =>
  import('../../features/handover/Handover.tsx').then((module) => ({ default: module.Handover })),
)
const WorkBar = lazy(() =>
  import('../../features/job/run/WorkBar.tsx').then((module) => ({ default: module.WorkBar })),
)
const Dock = lazy(() =>
  import('../../features/dock/Dock.tsx').then((module) => ({ default: module.Dock })),
)

const isPhase = (phase: string | undefined): phase is Phase =>
  (PHASES as readonly (string | undefined)[]).includes(phase)

/** What is done at the car; the rest is done at a desk. */
const AT_THE_CAR: ReadonlySet<Phase> = new Set(['heights', 'watch', 'work', 'recommission'])

/** Whether only what is done at the car is to be seen: on a phone that was told so. */
const useAtCar = (): boolean => {
  const atCar = useSession((session) => session.atCar)
  return useIsPhone() && atCar
}

/** On a phone: shows what is done at the car alone, or everything. */
function AtTheCar(): ReactNode {
  const { atCar, go } = useSession()
  return (
    useIsPhone() && (
      <Tap on={atCar} onClick={() => go(!atCar)}>
        At the car
      </Tap>
    )
  )
}

function Head({ job }: { readonly job: Job }): ReactNode {
  const { docked, dock } = useSession()
  const letGo = useDocked((kept) => kept.letGo)
  return (
    <div className="job-head flex flex-wrap items-baseline gap-x-4 gap-y-1 px-4 pt-4 md:px-6">
      <Link
        className="plate"
        to={`/vehicles/${job.vehicle.id}`}
        title="Everything ever measured on this car"
      >
        {job.vehicle.plate}
      </Link>
      <h1 className="desk-work">{job.vehicleType.name}</h1>
      <span className="desk-work order-last w-full text-ink-3 sm:order-none sm:w-auto sm:min-w-0 sm:flex-1">
        {job.complaint.words || complaintWords(job.complaint)}
      </span>
      {!job.closedAt && (
        <span className="no-print ml-auto flex gap-2">
          <AtTheCar />
          <Tap
            on={docked}
            onClick={() => {
              letGo(job.id)
              dock(!docked)
            }}
          >
            <Cable size={18} aria-hidden />
            Link
          </Tap>
        </span>
      )}
    </div>
  )
}

function Closed({ job }: { readonly job: Job }): ReactNode {
  const reopen = useCommand('job.reopen')
  return (
    <div className="no-print mx-4 mt-3 flex flex-wrap items-center justify-between gap-3 md:mx-6">
      <Notice kind="wait" className="flex-1">
        This job is closed. It can be read; to write in it, open it again.
        {job.closedReason ? ` Closed with its finding open: ${job.closedReason}` : ''}
      </Notice>
      <Button disabled={reopen.isPending} onClick={() => reopen.submit(reopenJob(job))}>
        Open it again
      </Button>
      <RefusalOf asked={reopen} className="w-full" />
    </div>
  )
}

/** What stands at each phase; anew for another job where something is typed in it. */
const PLACES: Readonly<Record<Phase, (job: Job) => ReactNode>> = {
  intake: (job) => <Intake key={job.id} job={job} />,
  heights: (job) => <Heights job={job} />,
  watch: (job) => <WatchPhase job={job} />,
  checks: (job) => <Checks job={job} />,
  decision: (job) => <Decision key={job.id} job={job} />,
  work: (job) => <Work key={job.id} job={job} />,
  recommission: (job) => <Recommission key={job.id} job={job} />,
  calibrate: (job) => <Calibrate key={job.id} job={job} />,
  proof: (job) => <Proof key={job.id} job={job} />,
  handover: (job) => <Handover job={job} />,
}

function Phases({
  job,
  phase,
}: {
  readonly job: Job
  readonly phase: string | undefined
}): ReactNode {
  const now = useNow(1000)
  const units = useUnits()
  const docked = useSession((session) => session.docked)
  const byKey = useDrafts((drafts) => drafts.byKey)
  const atCar = useAtCar()
  if (!isPhase(phase))
    return (
      <Navigate to={`/jobs/${job.id}/${nextStep(factsOf(summaryFacts(job)), now).phase}`} replace />
    )
  const draft = (kind: 'heights' | 'evening' | 'morning') => byKey[draftKey(job.id, kind)]
  const [heights, evening, morning] = [draft('heights'), draft('evening'), draft('morning')]
  const drafts = {
    ...(heights ? { heights } : {}),
    ...(evening ? { evening } : {}),
    ...(morning ? { morning } : {}),
  }
  return (
    <div
      className={clsx(
        'md:grid md:grid-cols-[212px_minmax(0,1fr)] print:block',
        atCar && 'only-at-car',
      )}
    >
      <SteelRule
        jobId={job.id}
        present={phase}
        graduations={graduationsOf(job, drafts, units, now).filter(
          ({ phase: each }) => !atCar || AT_THE_CAR.has(each) || each === phase,
        )}
      />
      <div className="min-w-0">
        {job.vehicle.simulated && <SimulatedBand />}
        <Head job={job} />
        {job.closedAt && <Closed job={job} />}
        <SetAside job={job} />
        {(job.work.length > 0 || job.plans.length > 0) && (
          <Suspense>
            <WorkBar job={job} />
          </Suspense>
        )}
        {docked && !job.closedAt && (
          <Suspense>
            <Dock job={job} />
          </Suspense>
        )}
        <div className="px-4 pb-6 pt-3 md:px-6 print:p-0">
          <Suspense fallback={<p className="sub">…</p>}>{PLACES[phase](job)}</Suspense>
        </div>
        <NextFoot job={job} present={phase} />
      </div>
    </div>
  )
}

/** One job, in the order of the work. */
export function JobPlace(): ReactNode {
  const { id = '', phase } = useParams()
  return (
    <Loading query={useJob(id)} what="the job">
      {(job) => <Phases job={job} phase={phase} />}
    </Loading>
  )
}
