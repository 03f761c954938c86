import { FormSays } from '../../../client/form/FormSays.tsx'
import type { CodeText } from '@anklet/contract'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import checkText from 'virtual:check/codeText.save'
import { useCommandForm } from '../../../client/form/useCommandForm.ts'
import { Taps } from '../../../kit/Taps.tsx'
import { capital, placeWords } from '@anklet/language/plain/corners'
import { POINTS } from '@anklet/language/causes/codes'
import type { TypedText } from './commands.ts'
import { meaningOf, saveText, typedText } from './commands.ts'
import { Button } from '../../../kit/Button.tsx'
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
  const form = useCommandForm({
    command: 'codeText.save',
    check: checkText,
    begin: typedText(text, suggested),
    baseVersion: text?.version ?? null,
    payloadOf: (typed, id) => saveText(text?.id ?? id, { typeId, number }, typed),
    ...(onKept ? { onDone: onKept } : {}),
  })
  const { typed, set, refusals } = form
  const { points, place } = meaningOf(typed)
  const choose = (change: TypedText['chosen']): void =>
    set({ chosen: { ...typed.chosen, ...change } })
  return (
    <form className="grid gap-3 py-2" onSubmit={form.onSubmit} aria-label={`Text of ${number}`}>
      <Field
        label={<>What your service information says of {number} on this vehicle type</>}
        refusal={refusals.words}
      >
        <Input maxLength={200} value={typed.words} onText={(text) => set({ words: text })} />
      </Field>
      <Meaning
        points={points}
        place={place}
        isProposed={typed.chosen.points === undefined}
        isPlaceProposed={typed.chosen.place === undefined}
        onPoints={(value) => choose({ points: value })}
        onPlace={(value) => choose({ place: value })}
      />
      <Button
        className="justify-self-start"
        type="submit"
        disabled={typed.words.trim() === '' || form.isPending}
      >
        Keep the text
      </Button>
      <FormSays form={form} />
    </form>
  )
}
