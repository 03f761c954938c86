import type { CodeText } from '@anklet/contract'
import { meaningIn } from '@anklet/core/reasoning/codes'
import { WALK } from '@anklet/core/base/vehicle'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import { Taps } from '../../../kit/Taps.tsx'
import { capital, placeWords } from '@anklet/language/plain/corners'
import { POINTS } from '@anklet/language/causes/codes'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

const PLACES: readonly NonNullable<CodeText['place']>[] = [...WALK, 'front', 'rear']

/** What a code points to, and where: proposed from its words until somebody taps. */
function Meaning({
  points,
  place,
  isProposed,
  isPlaceProposed,
  onPoints,
  onPlace,
}: Pick<CodeText, 'points' | 'place'> & {
  readonly isProposed: boolean
  readonly isPlaceProposed: boolean
  onPoints(value: CodeText['points']): void
  onPlace(value: CodeText['place']): void
}): ReactNode {
  return (
    <>
      <Taps<string>
        legend="It points to"
        chosen={points === null ? [] : [points]}
        // A tap on what is proposed takes it; only what was taken is let go by another one.
        onTap={(value) => onPoints(points === value && !isProposed ? null : value)}
        options={POINTS.map(({ id: value, words: said }) => ({ value, words: said }))}
      />
      {points !== null && (
        <Taps<string>
          legend={points === 'sensor' ? 'Which sensor' : 'Where, if it names a place'}
          chosen={place === null ? [] : [place]}
          onTap={(value) =>
            onPlace(
              place === value && !isPlaceProposed
                ? null
                : (value as NonNullable<CodeText['place']>),
            )
          }
          options={PLACES.map((value) => ({ value, words: capital(placeWords(value)) }))}
        />
      )}
      {isProposed && points !== null && (
        <p className="text-small text-ink-2">
          Proposed from the words. Your service information stands above it.
        </p>
      )}
    </>
  )
}

/** What a code means on a vehicle type: asked once, out of the shop’s service information. */
export function TextForm({
  typeId,
  number,
  text,
  suggested = '',
  onKept,
}: {
  readonly typeId: string
  readonly number: string
  /** As it is kept; null: it is new. */ readonly text: CodeText | null
  readonly suggested?: string
  onKept?(): void
}): ReactNode {
  const [textId] = useState(() => text?.id ?? crypto.randomUUID())
  const [words, setWords] = useState(text?.words ?? suggested)
  const proposed = meaningIn(words)
  // Untouched, it is what the words say; a tap stands above them.
  const [chosen, choose] = useState<Partial<Pick<CodeText, 'points' | 'place'>>>(
    text ? { points: text.points, place: text.place } : {},
  )
  const { points, place } = { ...proposed, ...chosen }
  const setPoints = (value: CodeText['points']): void => choose({ ...chosen, points: value })
  const setPlace = (value: CodeText['place']): void => choose({ ...chosen, place: value })
  const save = useCommand('codeText.save')
  const keep = (event: FormEvent): void => {
    event.preventDefault()
    save.submit(
      {
        payload: {
          textId,
          typeId,
          number,
          words: words.trim(),
          points,
          place,
        },
        baseVersion: text?.version ?? null,
      },
      onKept,
    )
  }
  return (
    <form className="grid gap-3 py-2" onSubmit={keep} aria-label={`Text of ${number}`}>
      <Field label={<>What your service information says of {number} on this vehicle type</>}>
        <Input maxLength={200} value={words} onChange={(event) => setWords(event.target.value)} />
      </Field>
      <Meaning
        points={points}
        place={place}
        isProposed={chosen.points === undefined}
        isPlaceProposed={chosen.place === undefined}
        onPoints={setPoints}
        onPlace={setPlace}
      />
      <Button
        className="justify-self-start"
        type="submit"
        disabled={words.trim() === '' || save.isPending}
      >
        Keep the text
      </Button>
      {save.isError && <Refusal>{sentenceOf(save.error)}</Refusal>}
    </form>
  )
}
