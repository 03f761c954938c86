import type { Job } from '@anklet/contract'
import type { PlanStep, ShownBy } from '@anklet/core/work/procedure'
import type { ProofItem, ProofItemId } from '@anklet/core/work/proof'
import { SHOWN_BY_WORDS } from '@anklet/language/work/record'
import type { ReactNode } from 'react'
import { capital } from '@anklet/language/plain/corners'
import { itemSentence } from '@anklet/language/work/proof'
import { ChargeForm } from '../charge/ChargeForm.tsx'
import { Mark } from '../proof/Mark.tsx'
import { walkAt } from '../proof/model.ts'
import { Shows } from '../proof/Shows.tsx'
import { useProof } from '../proof/useProof.ts'
import type { OnWork } from '../record/useWork.ts'
import { ButtonLink } from '../../../kit/Button.tsx'

/** What of the proof each stands for. */
const ITEM_OF: Readonly<Partial<Record<ShownBy, ProofItemId>>> = {
  corners: 'corners',
  soap: 'soap',
  levels: 'levels',
  heights: 'heights',
  codes: 'codes',
  roadTest: 'roadTest',
  alignment: 'alignment',
}

function OneOf({
  by,
  item,
  job,
  work,
}: {
  readonly by: ShownBy
  readonly item: ProofItem | undefined
  readonly job: Job
  readonly work: OnWork
}): ReactNode {
  const state = item?.state ?? 'missing'
  return (
    <li className="grid gap-2 border-b border-edge py-2" data-shown-by={by} data-state={state}>
      <p className="flex items-center gap-3 text-lead font-medium">
        <Mark state={state} />
        {capital(SHOWN_BY_WORDS[by])}
      </p>
      {item && state !== 'missing' && (
        <p className={`pl-10 text-small ${state === 'against' ? 'wrong' : 'text-ink-2'}`}>
          {itemSentence(item)}
        </p>
      )}
      <div className="pl-10">
        {by === 'measured' ? (
          <ButtonLink className="w-fit" to={walkAt(job.id)}>
            Walk the round
          </ButtonLink>
        ) : by === 'calibrated' ? (
          <ButtonLink className="w-fit" to={`/jobs/${job.id}/calibrate`}>
            Do it in Calibrate
          </ButtonLink>
        ) : by === 'charged' ? (
          <ChargeForm job={job} />
        ) : item && state === 'shown' && by !== 'soap' ? null : (
          <Shows job={job} id={ITEM_OF[by]!} why={item?.why ?? null} work={work} />
        )}
      </div>
    </li>
  )
}

/** What a step is done by, each thing with where it is shown: the same record the proof is reckoned from. */
export function ShownHere({
  job,
  work,
  step,
}: {
  readonly job: Job
  readonly work: OnWork
  readonly step: PlanStep
}): ReactNode {
  const items = useProof(job)?.items ?? []
  // What the proof does not ask of this car, no step of it waits for.
  const isAsked = (by: ShownBy): boolean =>
    ITEM_OF[by] === undefined || items.some(({ id }) => id === ITEM_OF[by])
  return (
    <section aria-label="Done by what is on record">
      <p className="label">Done as soon as this is on record, here or in the proof</p>
      <ul className="border-t border-edge">
        {step.shownBy.filter(isAsked).map((by) => (
          <OneOf
            key={by}
            by={by}
            item={items.find(({ id }) => id === ITEM_OF[by])}
            job={job}
            work={work}
          />
        ))}
      </ul>
    </section>
  )
}
