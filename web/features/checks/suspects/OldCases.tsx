import { mendedWords } from '@anklet/language/repair/repairs'
import { foundWords } from '@anklet/language/causes/suspects'
import type { ReactNode } from 'react'
import { momentWords } from '@anklet/language/plain/times'
import type { SuspectsNow } from './useSuspects.ts'
import { Disclosure } from '../../../kit/Disclosure.tsx'

/** What repairs ended: named, and folded away. What was seen since begins a new case. */
export function OldCases({
  now: { old, pieces, checks },
}: {
  readonly now: SuspectsNow
}): ReactNode {
  const [newest] = old
  if (!newest) return null
  const since = pieces.filter(({ at }) => Date.parse(at) >= Date.parse(newest.mended.at))
  return (
    <section aria-label="Before the repair">
      <p className="say-small">
        {mendedWords(newest.mended)}: new since {momentWords(newest.mended.at, new Date())}.{' '}
        {since.length === 0
          ? 'Nothing was seen since; the round after the repair tells.'
          : 'What follows is what was seen since.'}
      </p>
      {old.map(({ mended, pieces: ended }) => (
        <Disclosure
          key={mended.at}
          className="border-t border-edge"
          summary={
            <>
              The old case, ended by: {mendedWords(mended).toLowerCase()}, {ended.length} pieces
            </>
          }
          summaryClass="text-small"
        >
          <ul className="pb-2 text-small text-ink-2">
            {ended.map(({ check, outcome }) => (
              <li key={check}>{foundWords(checks.get(check)!, outcome)}</li>
            ))}
          </ul>
        </Disclosure>
      ))}
    </section>
  )
}
