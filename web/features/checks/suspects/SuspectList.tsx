import type { Reasoned } from '@anklet/core/reasoning/diagnosis'
import { clsx } from 'clsx'
import { ChevronDown, ChevronUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { percentWords } from '@anklet/language/night/answer'
import { causeWords, foundWords } from '@anklet/language/causes/suspects'
import type { SuspectsNow } from './useSuspects.ts'
import { Button } from '../../../kit/Button.tsx'

const LINES = 6
/** Evidence that changes the odds by less than this factor says nothing worth a line. */
const TELLING = 1.6

interface ListProps {
  readonly now: SuspectsNow
  readonly reasoned: Reasoned
}

function Reasons({
  now: { checks, causes, shop },
  reasoned,
  cause,
}: ListProps & { readonly cause: string }): ReactNode {
  const weighed = reasoned.speaks
    .map(({ check, outcome, factor }) => ({ check, outcome, factor: factor[cause] ?? 1 }))
    .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)))
  const { learned } = shop.record ?? {}
  const ours = learned?.counts[causes.get(cause)!.base] ?? 0
  const range = reasoned.ranges[cause]
  const lines = (pick: (factor: number) => boolean): ReactNode => {
    const found = weighed.filter(({ factor }) => pick(factor)).slice(0, 5)
    return found.length === 0 ? (
      <li className="text-ink-2">nothing yet</li>
    ) : (
      found.map(({ check, outcome }) => (
        <li key={check}>{foundWords(checks.get(check)!, outcome)}</li>
      ))
    )
  }
  return (
    <div className="grid gap-x-6 gap-y-2 py-2 pl-3 text-small sm:grid-cols-2">
      <div>
        <p className="label">Speaks for it</p>
        <ul className="grid gap-0.5">{lines((factor) => factor > TELLING)}</ul>
      </div>
      <div>
        <p className="label">Against it</p>
        <ul className="grid gap-0.5">{lines((factor) => factor < 1 / TELLING)}</ul>
      </div>
      <p className="text-ink-2 sm:col-span-2">
        {range &&
          '“Often”, “sometimes” and “rarely” stand for a range each. Whatever they are in it, this ' +
            `comes to between ${percentWords(range[0])} and ${percentWords(range[1])}, nine times of ten.`}
        {learned &&
          learned.closedJobs > 0 &&
          ` Ours: ${ours} of ${learned.closedJobs} closed jobs.`}
      </p>
    </div>
  )
}

/** What it could be, likeliest first, each with what speaks for and against it. */
export function SuspectList({ now, reasoned }: ListProps): ReactNode {
  const [open, setOpen] = useState<string | null>(null)
  const shown = reasoned.posterior.filter(({ p }, i) => i === 0 || p >= 0.01).slice(0, LINES)
  const rest = reasoned.posterior.slice(shown.length).reduce((sum, { p }) => sum + p, 0)
  const bar = (p: number, first: boolean): ReactNode => (
    <span aria-hidden className="relative h-3.5 bg-edge-2">
      <span
        className={`absolute inset-y-0 left-0 ${first ? 'bg-ink' : 'bg-steel-dark'}`}
        style={{ width: `${Math.max(1, Math.min(95, p * 100))}%` }}
      />
    </span>
  )
  return (
    <section aria-label="What it could be">
      <h2>What it could be</h2>
      <ul>
        {shown.map(({ cause, p }, i) => (
          <li key={cause} className="border-b border-edge">
            <Button
              look="bare"
              className={clsx(
                'grid min-h-touch w-full grid-cols-[minmax(0,1fr)_72px_92px_20px] items-center',
                'gap-2.5 text-left',
              )}
              aria-expanded={open === cause}
              onClick={() => setOpen(open === cause ? null : cause)}
            >
              <span className={`text-small leading-[1.2] ${i === 0 ? 'font-bold' : ''}`}>
                {causeWords(now.causes.get(cause)!)}
              </span>
              {bar(p, i === 0)}
              <span className="num text-right text-small">{percentWords(p)}</span>
              {open === cause ? (
                <ChevronUp size={18} aria-hidden />
              ) : (
                <ChevronDown size={18} aria-hidden />
              )}
            </Button>
            {open === cause && <Reasons now={now} reasoned={reasoned} cause={cause} />}
          </li>
        ))}
      </ul>
      {rest > 0.005 && (
        <p className="grid grid-cols-[minmax(0,1fr)_72px_92px_20px] items-center gap-2.5 py-2 text-small text-ink-2">
          <span>anything else, alone or together</span>
          {bar(rest, false)}
          <span className="num text-right text-small">{percentWords(rest)}</span>
        </p>
      )}
    </section>
  )
}
