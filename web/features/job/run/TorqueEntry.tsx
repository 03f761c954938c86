import type { Torque } from '@anklet/contract'
import type { NoThread, TorqueRange } from '@anklet/core/work/record'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useTorques } from '../../../client/queries.ts'
import type { StepDraft, StepTyped } from '../../../client/state/stepDrafts.ts'
import { Taps } from '../../../kit/Taps.tsx'
import { capital } from '@anklet/language/plain/corners'
import { torqueWords, turnedWords } from '@anklet/language/work/plan'
import { TORQUE_UNITS } from '../model/torqueUnits.ts'
import { NO_THREAD_WORDS } from '@anklet/language/work/work'
import { torqueDoubt } from './stepEntry.ts'
import { Refusal } from '../../../kit/Notice.tsx'
import { Tap } from '../../../kit/Button.tsx'
import { Field, FigureInput, Input } from '../../../kit/Field.tsx'

const NO_THREAD = (['clip', 'byHand', 'none'] as const).map((value) => ({
  value,
  words: NO_THREAD_WORDS[value],
}))

interface TorqueEntryProps {
  readonly fastener: string
  readonly words: string
  readonly typeId: string
  readonly range: TorqueRange | null
  /** Nobody entered whether there is a thread at all. */
  readonly mayHaveNone: boolean
  readonly draft: StepTyped
  onChange(change: Partial<StepDraft>): void
}

/** Where a figure is written that the shop does not have. */
export function Source({
  draft,
  onChange,
}: {
  readonly draft: Pick<StepDraft, 'source'>
  onChange(change: Partial<StepDraft>): void
}): ReactNode {
  return (
    <Field label="Where it is written">
      <Input
        maxLength={200}
        value={draft.source ?? ''}
        onText={(text) => onChange({ source: text })}
      />
    </Field>
  )
}

/** A torque as it was set, against its range; where the sheet has none, with where it is written. */
export function TorqueEntry({
  fastener,
  words,
  typeId,
  range,
  mayHaveNone,
  draft,
  onChange,
}: TorqueEntryProps): ReactNode {
  const known: Torque | undefined = useTorques().data?.find(
    (each) => each.typeId === typeId && each.fastener === fastener,
  )
  const doubt = torqueDoubt(draft, range)
  return (
    <fieldset className="grid gap-2">
      <legend className="label">
        {capital(words)}:{' '}
        {known ? (
          <>
            <b className="num text-ink">{torqueWords(known)}</b>
            {turnedWords(known)} ({known.source})
          </>
        ) : (
          <>
            not entered on the sheet,{' '}
            <Link className="underline" to="/shelf/torques">
              look it up and enter it
            </Link>
            , or set yours with its source
          </>
        )}
      </legend>
      <div className="flex flex-wrap items-end gap-2">
        <Field label={<>Set to, {draft.unit}</>} quiet>
          <FigureInput
            className="max-w-[150px] text-title"
            maxLength={7}
            placeholder="set to"
            value={draft.torque}
            aria-invalid={doubt !== null}
            onText={(text) => onChange({ torque: text, noThread: null })}
          />
        </Field>
        {TORQUE_UNITS.map((unit) => (
          <Tap on={draft.unit === unit} key={unit} onClick={() => onChange({ unit })}>
            {unit}
          </Tap>
        ))}
      </div>
      {mayHaveNone && (
        <Taps<NoThread>
          legend="Or there is no thread here"
          options={NO_THREAD}
          chosen={draft.noThread ? [draft.noThread] : []}
          onTap={(noThread) =>
            onChange(
              draft.noThread === noThread
                ? { noThread: null }
                : { noThread, torque: '', source: null },
            )
          }
        />
      )}
      {!range && draft.noThread === null && <Source draft={draft} onChange={onChange} />}
      <Refusal>{doubt}</Refusal>
    </fieldset>
  )
}
