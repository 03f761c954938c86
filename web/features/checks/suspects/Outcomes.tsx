import type { PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { quietOf, wholeOutcome } from '@anklet/core/reasoning/diagnosis'
import type { Place } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { capital, placeWords } from '@anklet/language/plain/corners'
import { Tap, Button } from '../../../kit/Button.tsx'

const WALKED: readonly Place[] = ['front', ...WALK, 'rear']

/** What came of a check: one tap; or at which places, where it answers for several. */
export function Outcomes({
  placed,
  onFound,
}: {
  readonly placed: PlacedCheck
  onFound(outcome: string): void
}): ReactNode {
  const { check, whole } = placed
  const walked = whole && [...whole].sort((a, b) => WALKED.indexOf(a) - WALKED.indexOf(b))
  const [at, setAt] = useState<Readonly<Record<string, string>>>({})
  if (!whole)
    return (
      <div className="flex flex-wrap gap-2">
        {check.outcomes.map(({ id, words }) => (
          <Tap key={id} onClick={() => onFound(id)}>
            {words}
          </Tap>
        ))}
      </div>
    )
  const quiet = quietOf(check)
  const said = (place: Place): string => at[String(place)] ?? quiet
  const outcome = wholeOutcome(
    check,
    whole.map((place) => [place, said(place)]),
  )
  // Nothing looks chosen before it is: where each place has an answer of its own, each is asked.
  const untouched = Object.keys(at).length === 0
  const sayable =
    check.outcomes.length === 2 || whole.every((place) => at[String(place)] !== undefined)
  return (
    <div className="grid gap-3">
      {check.outcomes.length === 2 ? (
        <Taps<string>
          legend={check.outcomes[1]!.words}
          chosen={walked!.filter((place) => said(place) !== quiet).map(String)}
          onTap={(place) =>
            setAt({
              ...at,
              [place]: at[place] && at[place] !== quiet ? quiet : check.outcomes[1]!.id,
            })
          }
          options={walked!.map((place) => ({
            value: String(place),
            words: capital(placeWords(place)),
          }))}
        />
      ) : (
        walked!.map((place) => (
          <Taps<string>
            key={String(place)}
            legend={capital(placeWords(place))}
            chosen={at[String(place)] === undefined ? [] : [said(place)]}
            onTap={(id) => setAt({ ...at, [String(place)]: id })}
            options={check.outcomes.map(({ id, words }) => ({ value: id, words }))}
          />
        ))
      )}
      <Button
        look={untouched ? 'plain' : 'go'}
        className="justify-self-start"
        data-whole
        disabled={!untouched && !sayable}
        onClick={() => onFound(outcome)}
      >
        {outcome === quiet && (untouched || sayable)
          ? check.outcomes[0]!.words
          : 'That is what it showed'}
      </Button>
    </div>
  )
}
