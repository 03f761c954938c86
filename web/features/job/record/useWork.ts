import type { Job, WorkRecord } from '@anklet/contract'
import type { PlanStep } from '@anklet/core/work/procedure'
import { stepsOfPlan } from '@anklet/core/work/procedure'
import type { Guarded, Run, WorkContent, WorkEntry } from '@anklet/core/work/record'
import { refusalSentence } from '@anklet/language/work/record'
import { doneByRecord, mayEnter, runOf } from '@anklet/core/work/record'
import { useMemo } from 'react'
import { envelope } from '../../../client/envelope.ts'
import { bookOf } from '../../../client/procedures.ts'
import { usePeople, usePersonName, useProcedures, useTorques } from '../../../client/queries.ts'
import { useInSlices } from '../../../client/slices.ts'
import { useSession } from '../../../client/state/session.ts'
import { useSigning } from '../../../client/state/signing.ts'
import { steadyNow } from '../../../client/state/steadyClock.ts'
import { useWaits } from '../../../client/state/waits.ts'
import type { Queued } from '../../../client/state/workQueue.ts'
import { useWorkQueue } from '../../../client/state/workQueue.ts'
import { stepWords } from '@anklet/language/work/plan'

/** The work on a job as this device knows it: what the server has, and what is on its way to it. */
export interface OnWork {
  readonly jobId: string
  readonly of: Guarded
  readonly run: Run
  /** What the server has not taken yet. */
  readonly queued: readonly Queued[]
  /** What it did not take, and why. */
  readonly refused: Queued | null
  readonly me: string | null
  readonly mine: boolean
  /** Whether this person may agree to deviations. */
  readonly lead: boolean
  nameOf(person: string): string
  /** Takes an entry. @returns the sentence that says why not; null where it was taken */
  enter(content: WorkContent): string | null
  /** Puts aside what the server did not take, and whatever was built on it. */
  putAside(): void
}

// One plan at a time is worked on: its steps are put in order once.
let composed: { readonly key: string; readonly steps: readonly PlanStep[] } | null = null
function stepsOf(job: Job, book: Guarded['book'], version: number): readonly PlanStep[] | null {
  const made = job.plans.at(-1)
  if (!made) return null
  const key = `${made.id} ${version} ${job.vehicleType.id} ${job.vehicleType.version}`
  if (composed?.key === key) return composed.steps
  const steps = stepsOfPlan(book, job.vehicleType.architecture, made)
  if (!steps) return null
  composed = { key, steps }
  return composed.steps
}

const asEntry = ({ command }: Queued): WorkEntry[] =>
  command.type === 'work.record'
    ? [
        {
          id: command.payload.entryId,
          at: command.at,
          person: command.person,
          content: command.payload.content,
        },
      ]
    : []
const asWork = (record: readonly WorkRecord[]): readonly WorkEntry[] => record

/** The work with the round that was walked before it: the server enters it, and is not waited for. */
function withRound(of: Guarded, job: Job): { readonly of: Guarded; readonly run: Run } {
  const run = runOf(of)
  const round = job.rounds.findLast(({ jobId }) => jobId === job.id)
  const measures = run.ready.filter(({ shownBy }) => shownBy.join() === 'measured')
  if (!run.begun || !round || measures.length === 0) return { of, run }
  const entries = measures.map((step): WorkEntry => ({
    id: `shown ${step.key}`,
    at: round.endedAt,
    person: round.person,
    content: doneByRecord(step),
  }))
  const shown = { ...of, entries: [...of.entries, ...entries] }
  return { of: shown, run: runOf(shown) }
}

// Whoever does a step says so before it is entered: who may do it depends on that.
function askName(): string {
  useSigning.getState().ask()
  return 'It needs the name of whoever works here. Choose it, and tap again.'
}

// Steps are put in order once books and torques are here, which is long: a tap goes before.
const useBooks = () => ({
  procedures: useInSlices(useProcedures().data),
  torques: useInSlices(useTorques().data),
  people: usePeople().data,
})

/** The work on a job; null while nothing is planned, or what it needs is still on its way. */
export function useWork(job: Job): OnWork | null {
  const { procedures, torques, people } = useBooks()
  const { personId: me, device } = useSession()
  const items = useWorkQueue((queue) => queue.items)
  const taken = useWorkQueue((queue) => queue.taken)
  const start = useWaits((waits) => waits.start)
  const wentOn = useWaits((waits) => waits.wentOn)
  const nameOf = usePersonName()
  const queued = useMemo(() => items.filter((item) => item.jobId === job.id), [items, job.id])
  const entries = useMemo(() => {
    const known = new Set(job.work.map(({ id }) => id))
    return [
      ...asWork(job.work),
      ...[...taken.filter((item) => item.jobId === job.id), ...queued]
        .flatMap(asEntry)
        .filter(({ id }) => !known.has(id)),
    ]
  }, [job.work, job.id, queued, taken])
  const planned = useMemo((): Guarded | null => {
    if (!procedures || !torques) return null
    const book = bookOf(procedures)
    const steps = stepsOf(job, book, procedures.version)
    const made = job.plans.at(-1)
    if (!steps || !made) return null
    return {
      book,
      architecture: job.vehicleType.architecture,
      steps,
      flat: made.flat,
      entries,
      torqueOf: (fastener) =>
        torques.find((each) => each.typeId === job.vehicleType.id && each.fastener === fastener) ??
        null,
    }
  }, [procedures, torques, job, entries])
  const work = useMemo(() => planned && withRound(planned, job), [planned, job])
  if (!work) return null
  const { of, run } = work
  const enter = (content: WorkContent): string | null => {
    if (me === null) return askName()
    const allowed = mayEnter(of, run, me, content, steadyNow())
    if (!allowed.ok) return refusalSentence(allowed.error, { ...of, nameOf })
    const entryId = crypto.randomUUID()
    useWorkQueue
      .getState()
      .add(
        job.id,
        envelope(
          'work.record',
          { entryId, jobId: job.id, content: content as WorkRecord['content'] },
          { id: crypto.randomUUID(), person: me, device, baseVersion: null, atMs: steadyNow() },
        ),
      )
    if (content.kind === 'done') wentOn(job.id, steadyNow())
    const step =
      content.kind === 'done' ? of.steps.find(({ key }) => key === content.key) : undefined
    if (!step || step.waitMinutes === 0) return null
    if (typeof Notification !== 'undefined' && Notification.permission === 'default')
      void Notification.requestPermission()
    start({
      id: entryId,
      jobId: job.id,
      plate: job.vehicle.plate,
      words: `the wait after “${stepWords(step.words, step.place)}”`,
      dueMs: steadyNow() + step.waitMinutes * 60_000,
    })
    return null
  }
  const refused = queued.find(({ refusal }) => refusal !== null) ?? null
  return {
    jobId: job.id,
    of,
    run,
    queued,
    refused,
    me,
    mine: me !== null && run.hands.includes(me),
    nameOf,
    enter,
    lead:
      me !== null &&
      (people?.every(({ role }) => role !== 'lead') ||
        people?.find(({ id }) => id === me)?.role === 'lead'),
    putAside: () =>
      useWorkQueue.getState().drop(
        queued.filter(({ key }) => refused !== null && key >= refused.key).map(({ key }) => key),
        false,
      ),
  }
}
