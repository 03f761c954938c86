import { quietOf } from '@anklet/core/diagnosis'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../../parts/Taps.tsx'
import { checkWords, outcomeWords } from '../../../words/suspects.ts'
import type { Piece, Source } from './evidenceOf.ts'
import type { SuspectsNow } from './useSuspects.ts'

const FROM_WORDS: Readonly<Record<Source, string>> = {
  owner: 'the owner says',
  arrival: 'seen on arrival',
  round: 'measured',
  watch: 'the watch',
  codes: 'codes',
  test: 'a test',
  link: 'the link',
  hand: 'found',
}
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

/** The way so far: every piece of evidence, what it said, and whether it counts. */
export function Path({ now: { pieces, checks }, locked, onDoubt, onCount }: PathProps): ReactNode {
  const [doubting, doubt] = useState<string | null>(null)
  const [all, showAll] = useState(false)
  if (pieces.length === 0)
    return (
      <p className="sub">
        Nothing is known yet. What the owner says, what is measured and tested comes here by itself.
      </p>
    )
  const row = (piece: Piece): ReactNode => {
    const placed = checks.get(piece.check)!
    return (
      <li
        key={piece.check}
        className={`border-b border-edge py-1 ${piece.doubted === null ? '' : 'text-ink-2'}`}
      >
        <div className="flex flex-wrap items-center gap-x-3">
          <span
            className={`min-w-0 flex-1 text-[14.5px] ${piece.doubted === null ? '' : 'line-through'}`}
          >
            <span className="text-ink-2">{FROM_WORDS[piece.from]}: </span>
            {checkWords(placed)}:{' '}
            <b className="font-semibold">{outcomeWords(placed, piece.outcome)}</b>
          </span>
          {!locked &&
            (piece.doubted === null ? (
              <button
                type="button"
                className="btn-quiet min-h-[44px] text-[13.5px] underline"
                aria-expanded={doubting === piece.check}
                onClick={() => doubt(doubting === piece.check ? null : piece.check)}
              >
                {piece.from === 'hand' ? 'Take back' : 'Don’t count this'}
              </button>
            ) : (
              <button
                type="button"
                className="btn-quiet min-h-[44px] text-[13.5px] underline"
                onClick={() => onCount(piece.check)}
              >
                Count it again
              </button>
            ))}
        </div>
        {piece.doubted !== null && (
          <p className="text-[13.5px]">Not counted: {piece.doubted.toLowerCase()}.</p>
        )}
        {doubting === piece.check && (
          <div className="py-2">
            <Taps<string>
              legend="Why?"
              chosen={[]}
              onTap={(reason) => {
                doubt(null)
                onDoubt(piece.check, reason)
              }}
              options={REASONS.map((value) => ({ value, words: value }))}
            />
          </div>
        )}
      </li>
    )
  }
  // What was asked and was not so tells little, piece by piece: it is folded away.
  const quiet = (piece: Piece): boolean =>
    piece.from === 'owner' &&
    piece.doubted === null &&
    piece.outcome === quietOf(checks.get(piece.check)!.check)
  const [folded, shown] = [pieces.filter(quiet), pieces.filter((piece) => !quiet(piece))]
  return (
    <section aria-label="The way so far">
      <h2>The way so far</h2>
      <ol>{(all ? pieces : shown).map(row)}</ol>
      {folded.length > 0 && (
        <button
          type="button"
          className="btn-quiet min-h-[44px] text-[13.5px]"
          aria-expanded={all}
          onClick={() => showAll(!all)}
        >
          {all ? 'Fold away what was not so' : `And asked, and not so: ${folded.length}`}
        </button>
      )}
    </section>
  )
}
