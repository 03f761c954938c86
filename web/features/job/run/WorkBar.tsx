import type { Job } from '@anklet/contract'
import { useWorkQueue } from '../../../client/state/workQueue.ts'
import { contradicted, factKey } from '@anklet/core/work/record'
import { PlugZap, Undo2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { momentWords } from '@anklet/language/plain/times'
import { lostWords } from '@anklet/language/work/work'
import { useCarLive } from '../link/carLive.ts'
import { factWords } from './model.ts'
import { Temporary } from './Temporary.tsx'
import type { OnWork } from '../record/useWork.ts'
import { useWork } from '../record/useWork.ts'
import { Button, Tap } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'

/**
 * Looks whether the link contradicts what is on record, and says so at once: for two moments in a
 * row, so that a flicker is none.
 */
function useContradictions(job: Job, work: OnWork): void {
  const { run } = work
  const car = useCarLive(job.closedAt === null ? run.deviceId : null, job.vehicleType, 'proofs')
  const told = useRef('')
  useEffect(() => {
    if (!car || run.finished || work.me === null) return
    const before = new Set(
      contradicted(run, car.before).map(({ fact, place }) => factKey(fact, place)),
    )
    for (const each of contradicted(run, car.live)) {
      // Told once for each state of the record: it takes a moment until the page knows what it
      // told.
      const at = `${factKey(each.fact, each.place)} ${work.of.entries.length}`
      if (!before.has(factKey(each.fact, each.place)) || told.current === at) continue
      told.current = at
      work.enter({
        kind: 'lost',
        ...each,
        by: 'link',
        deviceIds: [car.status.identity.id],
        words: lostWords(each.fact, car.live),
      })
    }
  })
}

function Bar({ job, work }: { readonly job: Job; readonly work: OnWork }): ReactNode {
  const { run, nameOf, queued, refused } = work
  const [open, setOpen] = useState(false)
  useContradictions(job, work)
  return (
    <section aria-label="Work under way" className="no-print mx-4 mt-3 grid gap-2 md:mx-6">
      {run.lost.length > 0 && (
        <Notice kind="caution" urgent className="grid gap-1">
          <p className="flex items-center gap-2 text-lead font-semibold">
            <PlugZap size={20} aria-hidden />
            Not so any more. What rests on it is open again.
          </p>
          <ul className="list-disc pl-6 text-body">
            {run.lost.map(({ fact, place, entry }) => (
              <li key={factKey(fact, place)}>
                {factWords(work, { fact, place })}: <b>no longer</b>
                {entry.content.kind === 'lost' && entry.content.fact === fact && entry.content.words
                  ? ` (${entry.content.words})`
                  : ''}
                , {momentWords(entry.at, new Date())}, {nameOf(entry.person)}
              </li>
            ))}
          </ul>
        </Notice>
      )}
      {refused && (
        <Notice kind="wait" urgent className="flex flex-wrap items-center gap-3">
          <p className="flex-1">
            The server did not take what was done at {momentWords(refused.command.at, new Date())}:{' '}
            {refused.refusal} {queued.length > 1 ? 'What rests on it waits.' : ''}
          </p>
          {refused.early && (
            <Button
              onClick={() => useWorkQueue.getState().redate(refused.key, new Date().toISOString())}
            >
              Send it with the time of now
            </Button>
          )}
          <Button onClick={() => work.putAside()}>Put it aside and look again</Button>
        </Notice>
      )}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Tap onClick={() => setOpen(true)}>
          <Undo2 size={18} aria-hidden />
          {run.temporary.length === 0
            ? 'Nothing to put back'
            : `${run.temporary.length} to put back`}
        </Tap>
        {queued.length > 0 && !refused && (
          <span role="status" className="text-small text-ink-2">
            {queued.length === 1 ? 'One entry is' : `${queued.length} entries are`} on the way
          </span>
        )}
        {run.paused && (
          <Link className="text-small underline" to={`/jobs/${job.id}/work`}>
            paused by {nameOf(run.paused.person)}
          </Link>
        )}
      </div>
      <Temporary
        work={work}
        open={open}
        onClose={() => setOpen(false)}
        closed={job.closedAt !== null}
      />
    </section>
  )
}

/** On every page of a job whose work is under way: what must be put back, and what turned false. */
export function WorkBar({ job }: { readonly job: Job }): ReactNode {
  const work = useWork(job)
  return work?.run.begun ? <Bar job={job} work={work} /> : null
}
