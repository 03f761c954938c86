import { GAS_WORDS, chargeWords } from '@anklet/language/repair/air'
import type { ChargeRecord, Job } from '@anklet/contract'
import { chargesInForce, lossBetween } from '@anklet/core/physics/compressor'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { momentWords } from '@anklet/language/plain/times'
import { CorrectCharge } from './CorrectCharge.tsx'
import { Button } from '../../../kit/Button.tsx'

interface EntryProps {
  readonly entry: ChargeRecord
  /** Another entry stands in its place. */
  readonly corrected: boolean
  /** The entry in whose place it stands; null: none. */
  readonly instead: ChargeRecord | null
  /** The open job it can be corrected on; null: none. */
  readonly job: Job | null
}

/** One entry as it was written down; what was wrong in it is corrected by another. */
function Entry({ entry, corrected, instead, job }: EntryProps): ReactNode {
  const units = useUnits()
  const [correcting, setCorrecting] = useState(false)
  return (
    <li className="border-b border-edge py-1.5">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <div className={clsx('min-w-0', corrected && 'text-ink-3 line-through')}>
          <span className="block">
            {momentWords(entry.at, new Date())},{' '}
            {instead
              ? `in place of what was written ${momentWords(instead.at, new Date())}`
              : GAS_WORDS[entry.gas]}
          </span>
          <span className="num text-small">{chargeWords(entry, units)}</span>
        </div>
        {job && !corrected && !correcting && (
          <Button onClick={() => setCorrecting(true)}>Correct</Button>
        )}
      </div>
      {entry.words && <p className="text-small text-ink-2">{entry.words}</p>}
      {job && correcting && !corrected && (
        <CorrectCharge job={job} entry={entry} onLeave={() => setCorrecting(false)} />
      )}
    </li>
  )
}

/** Every charge on record, and what the system loses between them. */
export function ChargeList({
  charges,
  job = null,
}: {
  readonly charges: readonly ChargeRecord[]
  /** The open job a wrong one is corrected on; null: they are only read. */
  readonly job?: Job | null
}): ReactNode {
  if (charges.length === 0) return null
  const loss = lossBetween(
    chargesInForce(charges).map(({ at, addedBarL, beforeBarG, afterBarG }) => ({
      atMs: Date.parse(at),
      addedBarL,
      beforeBarG,
      afterBarG,
    })),
  )
  const corrected = new Set(charges.map(({ corrects }) => corrects))
  return (
    <section aria-label="Charges">
      <h2>Charges</h2>
      <ul>
        {charges.toReversed().map((entry) => (
          <Entry
            key={entry.id}
            entry={entry}
            corrected={corrected.has(entry.id)}
            instead={charges.find(({ id }) => id === entry.corrects) ?? null}
            job={job}
          />
        ))}
      </ul>
      {loss && loss.barLPerMonth > 0.05 && (
        <p className="mt-2">
          It loses about <b className="num">{loss.barLPerMonth.toFixed(1)} bar·L</b> a month: what
          was put in over {loss.months.toFixed(0)} months.
        </p>
      )}
    </section>
  )
}
