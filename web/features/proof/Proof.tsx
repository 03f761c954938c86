import type { Job } from '@anklet/contract'
import type { ProofItem, ProofItemId } from '@anklet/core/work/proof'
import { ChevronDown } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Link } from 'react-router'
import { ITEM_WORDS, itemSentence, proofHeadline } from '@anklet/language/work/proof'
import type { OnWork } from '../job/record/useWork.ts'
import { Mark } from '../job/proof/Mark.tsx'
import { Shows } from '../job/proof/Shows.tsx'
import { useProof } from '../job/proof/useProof.ts'
import { Button, ButtonLink } from '../../kit/Button.tsx'

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
      <Button
        look="bare"
        className="flex min-h-[58px] w-full items-center gap-3 py-2 text-left"
        aria-expanded={open}
        disabled={job.closedAt !== null}
        onClick={onOpen}
      >
        <Mark state={item.state} />
        <span className="min-w-0 flex-1">
          <span
            className={`block text-lead ${item.state === 'shown' ? 'text-ink-2' : 'font-semibold'}`}
          >
            {ITEM_WORDS[item.id]}
          </span>
          <span
            className={`block text-small ${item.state === 'against' ? 'font-semibold text-rust' : 'text-ink-2'}`}
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
      </Button>
      {open && (
        <div className="pb-4 pl-10">
          <Shows job={job} id={item.id} why={item.why} work={work} />
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
        <p className="text-body">
          <b className="num text-figure">{shown}</b>
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
          <ButtonLink look={next === null ? 'go' : 'plain'} big to={`/jobs/${job.id}/handover`}>
            {next === null ? 'On to the handover' : 'Hand it over as it is'}
          </ButtonLink>
        )}
      </aside>
    </div>
  )
}
