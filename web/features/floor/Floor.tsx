import type { Entry } from './model.ts'
import { headline } from './model.ts'
import type { JobSummary } from '@anklet/contract'
import { byDue, nextStep } from '@anklet/core/work/schedule'
import type { NextStep } from '@anklet/core/work/schedule'
import type { ReactNode } from 'react'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { useNow } from '../../kit/useNow.ts'
import { useBackups, useJobs, useReturns, useShop, useVehicleList } from '../../client/queries.ts'
import { factsOf } from '@anklet/language/work/steps'
import { dueWords } from '@anklet/language/shop/backups'
import { momentWords, spanWords } from '@anklet/language/plain/times'
import { warmLeakWorker } from '../../client/workers/leakPool.ts'
import { FirstDay } from './FirstDay.tsx'
import { JobTag } from './JobTag.tsx'
import { Plate } from '../../kit/Plate.tsx'
import { ButtonLink } from '../../kit/Button.tsx'

function Group({
  title,
  entries,
  now,
}: {
  readonly title: string
  readonly entries: readonly Entry[]
  readonly now: number
}): ReactNode {
  if (entries.length === 0) return null
  return (
    <section className="mb-6">
      <h2 className="mb-2">{title}</h2>
      <ul className="grid gap-2">
        {entries.map(({ job, step }) => (
          <JobTag key={job.id} job={job} step={step} now={now} />
        ))}
      </ul>
    </section>
  )
}

/** Cars that are to be measured again, the soonest first. */
function ComingBack({ now }: { readonly now: number }): ReactNode {
  const returns = useReturns().data ?? []
  if (returns.length === 0) return null
  return (
    <section aria-label="Coming back" className="mb-6">
      <h2 className="mb-2">Coming back to be measured</h2>
      <ul className="grid gap-2">
        {returns.map(({ jobId, vehicleId, plate, simulated, typeName, dueAt, words }) => {
          const left = Date.parse(dueAt) - now
          return (
            <li key={jobId}>
              <Link
                to={`/vehicles/${vehicleId}`}
                className="sheet flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-3 hover:border-air"
              >
                <Plate plate={plate} simulated={simulated} />
                <span className="font-semibold">
                  {left > 0 ? momentWords(dueAt, new Date(now)) : `${spanWords(-left)} late`}
                </span>
                <span className="text-ink-2">
                  {typeName}
                  {words ? `; ${words}` : ''}
                </span>
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** Said when nobody has backed the shop up for two days. */
function BackupDue({ now }: { readonly now: number }): ReactNode {
  const record = useBackups().data
  const words = record ? dueWords(record, new Date(now)) : null
  if (words === null) return null
  return (
    <p className="mb-5" role="status">
      {words}{' '}
      <Link to="/shop" className="underline">
        Back it up
      </Link>
    </p>
  )
}

/** Asked only to know whether there is any car at all. */
const NO_MORE_THAN_ONE = { words: '', page: 0, size: 1 }

function Jobs({ jobs }: { readonly jobs: readonly JobSummary[] }): ReactNode {
  const now = useNow(20_000)
  const shop = useShop().data
  const cars = useVehicleList(NO_MORE_THAN_ONE).data
  const entries = jobs
    .map((job) => ({ job, step: nextStep(factsOf(job), now) }))
    .sort((a, b) => byDue(a.step, b.step))
  const answerWaits = entries.some(({ step }) => step.code === 'readAnswer')
  useEffect(() => {
    if (answerWaits) warmLeakWorker()
  }, [answerWaits])
  const group = (...urgencies: NextStep['urgency'][]): Entry[] =>
    entries.filter(({ step }) => urgencies.includes(step.urgency))
  if (jobs.length === 0 && cars?.total === 0) return <FirstDay />
  return (
    <div className="mx-auto max-w-[1080px] px-4 py-5 md:px-6">
      <div className="mb-5 flex flex-wrap items-end justify-between gap-3">
        <div>
          <p className="text-ink-3">{shop?.name}</p>
          <h1 className="say">{jobs.length === 0 ? 'No car here yet.' : headline(entries)}</h1>
        </div>
        <ButtonLink look="go" big to="/jobs/new">
          New job
        </ButtonLink>
      </div>
      {jobs.length === 0 && (
        <p className="sub">
          Cars that are being worked on stand here, what is due next first. Start with the plate of
          the car in front of you.
        </p>
      )}
      <BackupDue now={now} />
      <Group title="Due now" entries={group('overdue', 'now')} now={now} />
      <Group title="Left alone" entries={group('waiting')} now={now} />
      <ComingBack now={now} />
      <Group title="Closed in the last thirty days" entries={group('closed')} now={now} />
    </div>
  )
}

/** The jobs by what is due next. */
export function Floor(): ReactNode {
  return (
    <Loading query={useJobs()} what="the floor">
      {(jobs) => <Jobs jobs={jobs} />}
    </Loading>
  )
}
