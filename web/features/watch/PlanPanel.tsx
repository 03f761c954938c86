import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useRepeatability } from '../../client/queries.ts'
import type { Draft } from '../../client/state/drafts.ts'
import { readTyped } from '../../kit/typed.ts'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { hoursWords } from '@anklet/language/plain/times'
import { planOf } from './planOf.ts'

interface PlanProps {
  readonly job: Job
  readonly draft: Draft
  readonly units: DisplayUnits
  readonly now: Date
}

/**
 * What the watch being prepared can show: how far a corner must sink to be sure, and which leak
 * that is in so many hours.
 */
export function PlanPanel({ job, draft, units, now }: PlanProps): ReactNode {
  const temperature = readTyped(draft.temperature, 'temperature', units)
  const plannedHours = (new Date(draft.checklist.plannedEnd).getTime() - now.getTime()) / 3_600_000
  const { repeatabilityMm } = useRepeatability()
  const plan = temperature.ok
    ? planOf(job, draft, temperature.value, plannedHours, repeatabilityMm)
    : null
  if (!plan) return null
  const planned = Math.round(plannedHours * 2) / 2
  return (
    <section aria-label="What this watch can show">
      <p className="text-small text-ink-2">
        To be sure, the {CORNER_WORDS[plan.corner]} must sink{' '}
        <b className="text-ink">
          {formatQuantity(plan.sureMm, 'height', units)} {UNIT_LABEL[units.length]}
        </b>{' '}
        more than the cold explains. That is, in
      </p>
      <ul>
        {plan.shows.map(({ hours, leakBarLPerH }) => (
          <li
            key={hours}
            className={clsx(
              'flex items-baseline justify-between gap-3 border-t border-edge py-1 text-small',
              hours === planned ? 'font-semibold' : 'text-ink-2',
            )}
          >
            <span className="whitespace-nowrap">
              {hoursWords(hours)}
              {hours === planned ? ', as planned' : ''}
            </span>
            <span className="text-right">
              {sizeWords(leakBarLPerH)}, from <span className="num">{rateWords(leakBarLPerH)}</span>{' '}
              bar·L/h
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
