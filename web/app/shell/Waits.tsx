import type { JobSummary } from '@anklet/contract'
import { Hourglass } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { useJobs } from '../../client/queries.ts'
import { useNow } from '../../kit/useNow.ts'
import { notifyOf, ring } from '../../client/state/reminders.ts'
import { steadyNow, useLeap } from '../../client/state/steadyClock.ts'
import { dueWaits, useWaits } from '../../client/state/waits.ts'
import { countdownWords, spanWords } from '@anklet/language/plain/times'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

const isUnderWay = ({ closedAt, handedOver }: JobSummary): boolean =>
  closedAt === null && !handedOver

/** The wait that is over next, in the header of every page. */
export function NextWait(): ReactNode {
  const waits = useWaits((all) => all.waits)
  useNow(1000)
  const now = steadyNow()
  const running = waits.filter(({ dueMs }) => dueMs > now).sort((a, b) => a.dueMs - b.dueMs)
  const [next] = running
  if (!next) return null
  return (
    <Link
      to={`/jobs/${next.jobId}/work`}
      className="flex min-h-touch shrink-0 items-center gap-1.5 rounded-md px-2 text-body"
      aria-label={
        `Timer: ${countdownWords(next.dueMs - now)}, ${next.plate}, ${next.words}` +
        (running.length > 1 ? `, and ${running.length - 1} more` : '')
      }
    >
      <Hourglass size={17} aria-hidden />
      <b className="num">{countdownWords(next.dueMs - now)}</b>
      {running.length > 1 && <span className="text-note text-ink-3">+{running.length - 1}</span>}
    </Link>
  )
}

/**
 * Rings and shows a notice when a wait is over, on any page; and asks what it was when the clock
 * leapt.
 */
export function Waits(): ReactNode {
  const { waits, rang, drop } = useWaits()
  const { leaptMs, look, settle } = useLeap()
  const tick = useNow(1000)
  useEffect(() => {
    if (waits.length === 0) return
    look()
    const due = dueWaits(waits, steadyNow())
    if (due.length === 0) return
    rang(due.map(({ id }) => id))
    ring()
    for (const { id, plate, words } of due) notifyOf(plate, `${words} is over`, id)
  }, [tick, waits, rang, look])
  // A timer belongs to its job, and ends with it.
  const jobs = useJobs().data
  useEffect(() => {
    if (!jobs) return
    const open = new Set(jobs.flatMap((job) => (isUnderWay(job) ? [job.id] : [])))
    for (const { id, jobId } of waits) if (!open.has(jobId)) drop(id)
  }, [jobs, waits, drop])
  const over = waits.filter(({ rung }) => rung)
  return (
    <>
      {leaptMs > 0 && waits.some(({ rung }) => !rung) && (
        <Notice
          kind="wait"
          urgent
          className="no-print flex flex-wrap items-center gap-2 rounded-none px-5"
        >
          <span className="flex-1">
            The clock leapt by {spanWords(leaptMs)}: was it set, or did this device sleep? Timers
            have not counted it.
          </span>
          <Button onClick={() => settle(true)}>It slept</Button>
          <Button onClick={() => settle(false)}>It was set</Button>
        </Notice>
      )}
      {over.length > 0 && (
        <div role="alert" className="no-print grid bg-chalk px-5 text-[#14211f]">
          {over.map(({ id, jobId, plate, words }) => (
            <div key={id} className="flex items-center gap-3">
              <Hourglass size={18} aria-hidden className="shrink-0" />
              <Link
                to={`/jobs/${jobId}/work`}
                className="flex min-h-touch min-w-0 flex-1 items-center gap-2 font-semibold"
              >
                <span className="whitespace-nowrap">{plate}:</span>
                <span className="min-w-0 font-normal">{words} is over</span>
              </Link>
              <Button
                look="bare"
                className="min-h-touch px-2 underline"
                onClick={() => drop(id)}
                aria-label={`Heard: ${words}`}
              >
                Heard
              </Button>
            </div>
          ))}
        </div>
      )}
    </>
  )
}
