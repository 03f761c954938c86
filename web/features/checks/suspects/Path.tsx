import {
  EVIDENCE_FROM_WORDS,
  seenWords,
  checkWords,
  outcomeWords,
} from '@anklet/language/causes/suspects'
import type { PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import type { Known } from '@anklet/core/reasoning/evidence'
import { isQuiet } from '@anklet/core/reasoning/evidence'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { usePersonName } from '../../../client/queries.ts'
import type { SuspectsNow } from './useSuspects.ts'
import { Button } from '../../../kit/Button.tsx'
const REASONS = [
  'Measured wrong',
  'Not sure of it any more',
  'Another condition',
  'Seen by somebody else',
] as const

interface PathProps {
  readonly now: SuspectsNow
  readonly locked: boolean
  onDoubt(check: string, reason: string): void
  onCount(check: string): void
}

/** One piece of evidence: what it said, when and by whom, and whether it counts. */
function PieceRow({
  piece,
  placed,
  locked,
  onDoubt,
  onCount,
}: {
  readonly piece: Known
  readonly placed: PlacedCheck
  readonly locked: boolean
  onDoubt(reason: string): void
  onCount(): void
}): ReactNode {
  const nameOf = usePersonName()
  const [doubting, doubt] = useState(false)
  return (
    <li className={`border-b border-edge py-1 ${piece.doubted === null ? '' : 'text-ink-2'}`}>
      <div className="flex flex-wrap items-center gap-x-3">
        <span
          className={`min-w-0 flex-1 text-small ${piece.doubted === null ? '' : 'line-through'}`}
        >
          <span className="text-ink-2">{EVIDENCE_FROM_WORDS[piece.source.kind]}: </span>
          {checkWords(placed)}:{' '}
          <b className="font-semibold">{outcomeWords(placed, piece.outcome)}</b>
          <span className="block text-small text-ink-2">{seenWords(piece, nameOf)}</span>
        </span>
        {!locked &&
          (piece.doubted === null ? (
            <Button
              look="quiet"
              className="text-small"
              aria-expanded={doubting}
              onClick={() => doubt(!doubting)}
            >
              {piece.source.kind === 'hand' ? 'Take back' : 'Don’t count this'}
            </Button>
          ) : (
            <Button look="quiet" className="text-small" onClick={onCount}>
              Count it again
            </Button>
          ))}
      </div>
      {piece.doubted !== null && (
        <p className="text-small">Not counted: {piece.doubted.toLowerCase()}.</p>
      )}
      {doubting && (
        <div className="py-2">
          <Taps<string>
            legend="Why?"
            chosen={[]}
            onTap={(reason) => {
              doubt(false)
              onDoubt(reason)
            }}
            options={REASONS.map((value) => ({ value, words: value }))}
          />
        </div>
      )}
    </li>
  )
}

/** The way so far: every piece of evidence, what it said, and whether it counts. */
export function Path({
  now: { pieces, checks, notAsked },
  locked,
  onDoubt,
  onCount,
}: PathProps): ReactNode {
  const [all, showAll] = useState(false)
  if (pieces.length === 0)
    return (
      <p className="sub">
        Nothing is known yet. What the owner says, what is measured and tested comes here by itself.
      </p>
    )
  // What was asked and was not so tells little, piece by piece: it is folded away.
  const quiet = (piece: Known): boolean =>
    piece.source.kind === 'owner' && piece.doubted === null && isQuiet(piece, checks)
  const [folded, shown] = [pieces.filter(quiet), pieces.filter((piece) => !quiet(piece))]
  return (
    <section aria-label="The way so far">
      <h2>The way so far</h2>
      <ol>
        {(all ? pieces : shown).map((piece) => (
          <PieceRow
            key={`${piece.check} ${piece.outcome}`}
            piece={piece}
            placed={checks.get(piece.check)!}
            locked={locked}
            onDoubt={(reason) => onDoubt(piece.check, reason)}
            onCount={() => onCount(piece.check)}
          />
        ))}
      </ol>
      {folded.length > 0 && (
        <Button
          look="quiet"
          className="text-small"
          aria-expanded={all}
          onClick={() => showAll(!all)}
        >
          {all ? 'Fold away what was not so' : `And asked, and not so: ${folded.length}`}
        </Button>
      )}
      {notAsked.length > 0 && (
        <p className="text-small text-ink-2">
          Not asked yet: {notAsked.map((check) => checkWords(checks.get(check)!)).join(', ')}.
        </p>
      )}
    </section>
  )
}
