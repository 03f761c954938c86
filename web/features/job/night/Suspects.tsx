import { shortList } from './model.ts'
import type { LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import type { ReactNode } from 'react'
import type { SpokenAnswer, Suspect } from '@anklet/language/night/answer'
import { percentWords } from '@anklet/language/night/answer'
import { capital } from '@anklet/language/plain/corners'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { hoursWords } from '@anklet/language/plain/times'

function Bar({
  suspect,
  first,
}: {
  readonly suspect: Suspect
  readonly first: boolean
}): ReactNode {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_84px_88px] items-center gap-2.5 py-1">
      <span className={`text-small leading-[1.2] ${first ? 'font-bold' : ''}`}>
        {capital(suspect.words)}
      </span>
      <span aria-hidden className="relative h-3.5 bg-edge-2">
        <span
          className={`absolute inset-y-0 left-0 ${first ? 'bg-ink' : 'bg-steel-dark'}`}
          style={{ width: `${Math.max(1, Math.min(95, suspect.probability * 100))}%` }}
        />
      </span>
      <span className="num text-right text-small">{percentWords(suspect.probability)}</span>
    </li>
  )
}

/** What it could be, likeliest first, as bars. */
export const SuspectBars = ({
  suspects,
  faint = false,
}: {
  readonly suspects: readonly Suspect[]
  /** Not to be believed. */ readonly faint?: boolean
}): ReactNode => (
  <ul className={`mb-2 ${faint ? 'opacity-60' : ''}`}>
    {shortList(suspects).map((suspect, i) => (
      <Bar key={suspect.words} suspect={suspect} first={i === 0 && !faint} />
    ))}
  </ul>
)

/** What it could be, how big it is, how soon the car is down. */
export function Suspects({
  answer,
  spoken,
  guesses = [],
}: {
  readonly answer: LeakdownAnswer
  readonly spoken: SpokenAnswer
  /** Figures of the type that nobody looked up. */
  readonly guesses?: readonly string[]
}): ReactNode {
  const doubted = spoken.kind === 'nothingFits'
  const { rateBarLPerH, hoursToBumpStop } = answer
  return (
    <section aria-label="What it could be">
      <h2>
        {doubted || spoken.twist ? 'What it could be, if the heights hold' : 'What it could be'}
      </h2>
      <SuspectBars suspects={spoken.suspects} faint={doubted} />
      {!doubted && rateBarLPerH && (
        <>
          <p className="figure">
            <span className="text-ink-2">
              {sizeWords(rateBarLPerH.median)}, {rateWords(rateBarLPerH.low)} to{' '}
              {rateWords(rateBarLPerH.high)}
            </span>
            <span className="num text-figure">
              {rateWords(rateBarLPerH.median)}
              <span className="unit">bar·L/h</span>
            </span>
          </p>
          <p className="figure">
            <span className="text-ink-2">
              standing height to bump stop
              {guesses.some((name) => name.endsWith('.bumpTravelMm')) && ', its travel a guess'}
            </span>
            <span className="num text-figure">
              {hoursToBumpStop === null ? 'months' : hoursWords(hoursToBumpStop)}
            </span>
          </p>
        </>
      )}
    </section>
  )
}
