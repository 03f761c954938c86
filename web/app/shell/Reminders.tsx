import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useNow } from '../../kit/useNow.ts'
import { useJobs } from '../../client/queries.ts'
import type { Due } from '../../client/state/reminders.ts'
import { dueWatches, notify, ring, tellHere, toldHere } from '../../client/state/reminders.ts'
import { useSession } from '../../client/state/session.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

function Telling(): ReactNode {
  const jobs = useJobs().data
  const now = useNow(10_000)
  const [due, setDue] = useState<readonly Due[]>([])
  useEffect(() => {
    const fresh = dueWatches(jobs ?? [], toldHere(), now)
    if (fresh.length === 0) return
    tellHere(fresh.map(({ key }) => key))
    ring()
    fresh.forEach(notify)
    setDue((before) => [...before, ...fresh])
  }, [jobs, now])
  if (due.length === 0) return null
  return (
    <Notice
      kind="wait"
      urgent
      className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-none px-5"
    >
      <span className="flex-1">
        The morning round is due:{' '}
        {due.map(({ key, jobId, plate }) => (
          <Link
            key={key}
            className="plate mr-2 inline-flex min-h-touch items-center"
            to={`/jobs/${jobId}/watch`}
            onClick={() => setDue(due.filter((each) => each.key !== key))}
          >
            {plate}
          </Link>
        ))}
      </span>
      <Button onClick={() => setDue([])}>Heard</Button>
    </Notice>
  )
}

/** Rings and shows a notice when a watch comes due, on any page, where this device was asked to. */
export function Reminders(): ReactNode {
  return useSession((session) => session.reminders) ? <Telling /> : null
}
