import type { CodeText } from '@anklet/contract'
import { WALK } from '@anklet/core/vehicle'
import type { FormEvent, ReactNode } from 'react'
import { useId, useState } from 'react'
import { sentenceOf } from '../../../data/api.ts'
import { useCommand } from '../../../data/queries.ts'
import { Taps } from '../../../parts/Taps.tsx'
import { capital, placeWords } from '../../../words/corners.ts'
import { POINTS } from '../../../words/codes.ts'

const PLACES: readonly NonNullable<CodeText['place']>[] = [...WALK, 'front', 'rear']

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
  const id = useId()
  const [textId] = useState(() => text?.id ?? crypto.randomUUID())
  const [words, setWords] = useState(text?.words ?? suggested)
  const [points, setPoints] = useState(text?.points ?? null)
  const [place, setPlace] = useState(text?.place ?? null)
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
          place: points === 'sensor' ? place : null,
        },
        baseVersion: text?.version ?? null,
      },
      onKept,
    )
  }
  return (
    <form className="grid gap-3 py-2" onSubmit={keep} aria-label={`Text of ${number}`}>
      <div>
        <label className="label" htmlFor={id}>
          What your service information says of {number} on this vehicle type
        </label>
        <input
          id={id}
          className="field"
          maxLength={200}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </div>
      <Taps<string>
        legend="It points to"
        chosen={points === null ? [] : [points]}
        onTap={(value) => setPoints(points === value ? null : value)}
        options={POINTS.map(({ id: value, words: said }) => ({ value, words: said }))}
      />
      {points === 'sensor' && (
        <Taps<string>
          legend="Which sensor"
          chosen={place === null ? [] : [place]}
          onTap={(value) =>
            setPlace(place === value ? null : (value as NonNullable<CodeText['place']>))
          }
          options={PLACES.map((value) => ({ value, words: capital(placeWords(value)) }))}
        />
      )}
      <button
        type="submit"
        className="btn justify-self-start"
        disabled={words.trim() === '' || save.isPending}
      >
        Keep the text
      </button>
      {save.isError && (
        <p className="wrong" role="alert">
          {sentenceOf(save.error)}
        </p>
      )}
    </form>
  )
}
