import { sameWords } from './model.ts'
import { minutesWords, STRETCH_WORDS } from '@anklet/language/work/plan'
import { clsx } from 'clsx'
import { ChevronDown, ChevronRight } from 'lucide-react'
import type { ReactNode } from 'react'
import type { PlanRun } from './planFold.ts'
import { samePlaces } from './planFold.ts'
import { Button } from '../../kit/Button.tsx'

/** A stretch of a plan: in one line what is done where, and its steps once it is opened. Printed, it is open. */
export function PlanStretch({
  run,
  open,
  onToggle,
  children,
}: {
  readonly run: PlanRun
  readonly open: boolean
  onToggle(): void
  readonly children: ReactNode
}): ReactNode {
  const minutes = run.steps.reduce((sum, step) => sum + step.minutes, 0)
  const Icon = open ? ChevronDown : ChevronRight
  return (
    <section aria-label={STRETCH_WORDS[run.phase]} className={clsx(open && 'pt-3')}>
      <h3 className={open ? 'plan-stretch' : 'plan-stretch plan-folded'}>
        <Button
          look="bare"
          className="flex min-h-touch w-full flex-wrap items-center gap-x-3 text-left"
          aria-expanded={open}
          onClick={onToggle}
        >
          <Icon size={18} aria-hidden className="no-print shrink-0" />
          <span className="min-w-[190px]">{STRETCH_WORDS[run.phase]}</span>
          <span className="min-w-[180px] flex-1 text-small font-normal text-ink-2">
            {open ? '' : samePlaces(run).map(sameWords).join('; ')}
          </span>
          <span className="num text-small font-normal text-ink-2">
            {run.from + 1}
            {run.steps.length > 1 ? ` to ${run.from + run.steps.length}` : ''},{' '}
            {minutesWords(minutes)}
          </span>
        </Button>
      </h3>
      <ol className={clsx(!open && 'hidden print:block')}>{children}</ol>
    </section>
  )
}
