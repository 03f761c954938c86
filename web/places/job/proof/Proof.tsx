import type { Job } from '@anklet/contract'
import type { ProofItem, ProofItemId } from '@anklet/core/proof'
import { jointsOpened } from '@anklet/core/proof'
import { Check, ChevronDown, Circle, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Link } from 'react-router'
import { ITEM_WORDS, itemSentence, proofHeadline } from '../../../words/proof.ts'
import type { OnWork } from '../run/useWork.ts'
import { Alignment, ComeBack, Joints, RoadTest, YesNo } from './Answers.tsx'
import { useProof } from './useProof.ts'

/** Where something is shown that has a place of its own. */
const PLACES: Readonly<Partial<Record<ProofItemId, readonly [string, string]>>> = {
  steps: ['work', 'Go on in Work'],
  temporary: ['work', 'Put it back in Work'],
  torque: ['work', 'Set it in Work'],
  trim: ['work', 'Put it back in Work'],
  heights: ['heights', 'Walk a round'],
  leftRight: ['heights', 'Walk a round'],
  codes: ['checks', 'Read the codes'],
}

function Shows({
  job,
  item,
  work,
}: {
  readonly job: Job
  readonly item: ProofItem
  readonly work: OnWork
}): ReactNode {
  const to = (phase: string, words: string): ReactNode => (
    <Link className="btn w-fit" to={`/jobs/${job.id}/${phase}`}>
      {words}
    </Link>
  )
  switch (item.id) {
    case 'soap':
      return <Joints job={job} joints={jointsOpened({ run: work.run, book: work.of.book.steps })} />
    case 'corners':
      return (
        <div className="grid gap-3">
          {to('checks', 'Test it: tell one corner at a time')}
          <YesNo
            job={job}
            item="corners"
            legend="Or told by another tool, each corner in turn"
            yes="The right one moved"
            no="Another one moved"
          />
        </div>
      )
    case 'levels':
      return (
        <div className="grid gap-3">
          {to('calibrate', 'Visit them in Calibrate')}
          <YesNo
            job={job}
            item="levels"
            legend="Or seen at the car, every level up and down, and listened"
            yes="It did, and stood"
            no="It did not"
          />
        </div>
      )
    case 'sensors':
      return to(
        item.why === 'noRound' || item.why === 'noReports' ? 'heights' : 'calibrate',
        item.why === 'noRound' || item.why === 'noReports' ? 'Walk a round' : 'Go on in Calibrate',
      )
    case 'roadTest':
      return <RoadTest job={job} />
    case 'alignment':
      return <Alignment job={job} />
    case 'again':
      return (
        <div className="grid gap-3">
          {to('watch', 'Watch it tonight')}
          <ComeBack job={job} />
        </div>
      )
    default:
      return PLACES[item.id] ? to(...PLACES[item.id]!) : null
  }
}

const MARKS = {
  shown: <Check size={22} strokeWidth={3} aria-label="shown" />,
  missing: <Circle size={20} strokeDasharray="4 3" aria-label="not shown yet" />,
  against: <TriangleAlert size={22} className="text-rust" aria-label="not right" />,
} as const

function Row({
  job,
  item,
  work,
  open,
  onOpen,
}: {
  readonly job: Job
  readonly item: ProofItem
  readonly work: OnWork
  readonly open: boolean
  onOpen(): void
}): ReactNode {
  return (
    <li className="border-b border-edge" data-item={item.id} data-state={item.state}>
      <button
        type="button"
        className="flex min-h-[58px] w-full items-center gap-3 py-2 text-left"
        aria-expanded={open}
        disabled={job.closedAt !== null}
        onClick={onOpen}
      >
        <span className="grid w-7 shrink-0 place-items-center">{MARKS[item.state]}</span>
        <span className="min-w-0 flex-1">
          <span
            className={`block text-[16.5px] ${item.state === 'shown' ? 'text-ink-2' : 'font-semibold'}`}
          >
            {ITEM_WORDS[item.id]}
          </span>
          <span
            className={`block text-[14.5px] ${item.state === 'against' ? 'font-semibold text-rust' : 'text-ink-2'}`}
          >
            {itemSentence(item)}
          </span>
        </span>
        {!job.closedAt && (
          <ChevronDown
            size={18}
            aria-hidden
            className={`shrink-0 text-ink-3 ${open ? 'rotate-180' : ''}`}
          />
        )}
      </button>
      {open && (
        <div className="pb-4 pl-10">
          <Shows job={job} item={item} work={work} />
        </div>
      )}
    </li>
  )
}

/** What shows that the repair counts: reckoned from the record, each thing with what is still wanting. */
export function Proof({ job }: { readonly job: Job }): ReactNode {
  const proof = useProof(job)
  const [chosen, setChosen] = useState<ProofItemId | null | undefined>(undefined)
  if (!proof)
    return (
      <p className="sub">
        {job.plans.length === 0 ? (
          <>
            Nothing was repaired on this job, so there is nothing to prove.{' '}
            <Link className="underline" to={`/jobs/${job.id}/handover`}>
              Hand it over as it is
            </Link>
          </>
        ) : (
          <>
            The work has not begun.{' '}
            <Link className="underline" to={`/jobs/${job.id}/work`}>
              Begin it in Work
            </Link>
          </>
        )}
      </p>
    )
  const { items, work } = proof
  const next = items.find(({ state }) => state !== 'shown')?.id ?? null
  const open = chosen === undefined ? next : chosen
  const shown = items.filter(({ state }) => state === 'shown').length
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_310px]">
      <div className="min-w-0">
        <p className="say mb-3" aria-live="polite">
          {proofHeadline(items)}
        </p>
        <ul aria-label="What is to be shown" className="border-t border-edge">
          {items.map((item) => (
            <Row
              key={item.id}
              job={job}
              item={item}
              work={work}
              open={open === item.id && !job.closedAt}
              onOpen={() => setChosen(open === item.id ? null : item.id)}
            />
          ))}
        </ul>
      </div>
      <aside className="grid content-start gap-4">
        <p className="text-[15px]">
          <b className="num text-[22px]">{shown}</b>
          <span className="text-ink-2">
            {' '}
            of <span className="num">{items.length}</span> shown
          </span>
        </p>
        <p className="sub">
          Reckoned from the record: rounds, tests, torques, codes. What was seen before the car
          stood on its wheels again does not count. What is wanting stands on the owner’s paper,
          openly.
        </p>
        {!job.closedAt && (
          <Link
            className={`btn btn-big ${next === null ? 'btn-go' : ''}`}
            to={`/jobs/${job.id}/handover`}
          >
            {next === null ? 'On to the handover' : 'Hand it over as it is'}
          </Link>
        )}
      </aside>
    </div>
  )
}
