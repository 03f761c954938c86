import { figureUnit } from '@anklet/core/base/units'
import { useUnits } from '../../client/queries.ts'
import checkArrival from 'virtual:check/job.arrive'
import type { ArrivalRecord, Job } from '@anklet/contract'
import { arrivalAnswer, onStops } from '@anklet/core/reasoning/arrival'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps, toggled } from '../../kit/Taps.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { fieldsUnder } from '../../client/form/commandResolver.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import {
  CONDITION_WORDS,
  driveWords,
  emptyCaution,
  nightWords,
  NOT_SEEN,
  ON_STOPS_WORDS,
  RISES_WORDS,
  SEEN_WORDS,
  SINKS_WORDS,
} from '@anklet/language/causes/arrival'
import { keepArrival } from './commands.ts'
import { AskedTaps } from './AskedTaps.tsx'
import { NotKept } from './NotKept.tsx'
import type { JobDraft } from './useDraft.ts'
import { useDraft } from './useDraft.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Field, FigureInput, Input } from '../../kit/Field.tsx'

const options = <Key extends string>(words: Readonly<Record<Key, string>>) =>
  (Object.keys(words) as Key[]).map((value) => ({ value, words: words[value] }))
const one = <Value,>(value: Value | null): Value[] => (value === null ? [] : [value])
type Seen = keyof typeof SEEN_WORDS
const SEEN = Object.keys(SEEN_WORDS) as Seen[]

/** Kilometres of a distance as it is typed; null: none is, NaN: it is no whole number. */
function kilometresOf(text: string, perKm: number): number | null {
  const figures = text.replaceAll(/[\s.,]/g, '')
  return figures === '' ? null : Math.round(Number(figures) / perKm)
}

function Odometer({ arrival, closed, set, refusals }: PartProps): ReactNode {
  const { label, perStored } = figureUnit('km', useUnits())
  const [typed, setTyped] = useState(
    arrival.odometerKm === null ? '' : String(Math.round(arrival.odometerKm * perStored)),
  )
  return (
    <Field
      className="w-[150px]"
      label={<>Odometer, {label}</>}
      id="odometer"
      refusal={refusals.odometerKm}
    >
      <FigureInput
        inputMode="numeric"
        maxLength={11}
        disabled={closed}
        value={typed}
        onText={(text) => {
          setTyped(text)
          set({ odometerKm: kilometresOf(text, perStored) })
        }}
      />
    </Field>
  )
}

interface PartProps extends Pick<CommandForm<ArrivalRecord>, 'set' | 'refusals'> {
  readonly arrival: ArrivalRecord
  readonly closed: boolean
}

/** How it stands, rises and sinks. */
function Behaviour({
  arrival,
  closed,
  set,
  withAir,
}: Omit<PartProps, 'refusals'> & { readonly withAir: readonly Corner[] }): ReactNode {
  // A second tap on what was tapped takes it back: nobody has looked.
  const pick =
    <Key extends 'rises' | 'sinks'>(key: Key) =>
    (value: NonNullable<ArrivalRecord[Key]>) =>
      set({ [key]: arrival[key] === value ? null : value })
  return (
    <div className="flex flex-wrap gap-x-7 gap-y-4">
      <Taps
        legend="On its bump stops"
        disabled={closed}
        options={options(ON_STOPS_WORDS)}
        chosen={one(arrival.onStops)}
        onTap={(value) =>
          set(
            arrival.onStops === value
              ? { onStops: null, flat: null }
              : { onStops: value, ...(value === 'none' ? { flat: null } : {}) },
          )
        }
      />
      {onStops(arrival) && (
        <Taps<Corner>
          legend="Which corners came in flat? Look at each"
          disabled={closed}
          options={withAir.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
          chosen={arrival.flat ?? []}
          onTap={(corner) => set({ flat: toggled(arrival.flat ?? [], corner) })}
        />
      )}
      <Taps
        legend="Rises when asked"
        disabled={closed}
        options={options(RISES_WORDS)}
        chosen={one(arrival.rises)}
        onTap={pick('rises')}
      />
      <Taps
        legend="It sinks, against before"
        disabled={closed}
        options={options(SINKS_WORDS)}
        chosen={one(arrival.sinks)}
        onTap={pick('sinks')}
      />
    </div>
  )
}

/** What the car brought along: how far it went, since when on empty springs, which parts are not the maker's. */
function History(part: PartProps): ReactNode {
  const { arrival, closed, set, refusals } = part
  return (
    <div className="flex flex-wrap items-start gap-5">
      <Odometer {...part} />
      <Field
        className="w-[190px]"
        label="On empty springs since"
        id="empty-since"
        refusal={refusals.emptySince}
      >
        <Input
          type="date"
          disabled={closed}
          value={arrival.emptySince ?? ''}
          onText={(text) => set({ emptySince: text || null })}
        />
      </Field>
      <Field
        className="min-w-[220px] flex-1"
        label="Parts that are not the maker’s"
        id="foreign"
        refusal={refusals.foreignParts}
      >
        <Input
          maxLength={300}
          disabled={closed}
          value={arrival.foreignParts}
          onText={(text) => set({ foreignParts: text })}
        />
      </Field>
    </div>
  )
}

/** What is seen and heard on arrival, and the first answer its owner needs. */
export function Arrival({ job }: { readonly job: Job }): ReactNode {
  const draft = useDraft<ArrivalRecord>(job, 'arrival', { ...NOT_SEEN, ...job.arrival })
  return <ArrivalForm key={draft.shown} job={job} draft={draft} />
}

function ArrivalForm({
  job,
  draft,
}: {
  readonly job: Job
  readonly draft: JobDraft<ArrivalRecord>
}): ReactNode {
  const form = useCommandForm({
    command: 'job.arrive',
    check: checkArrival,
    begin: draft.draft,
    baseVersion: draft.base,
    fields: fieldsUnder('arrival', draft.draft),
    refusals: { odometerKm: 'Whole figures only, as the odometer shows them.' },
    mode: 'onChange',
    onTyped: draft.setDraft,
    payloadOf: (typed) => keepArrival(job.id, typed),
    onDone: (_, { version }) => draft.saved(draft.draft, version),
  })
  const { typed: arrival, set } = form
  const closed = job.closedAt !== null
  const answer = arrivalAnswer(arrival)
  const caution = emptyCaution(arrival)
  const night = nightWords(arrival)
  return (
    <form className="grid gap-4" onSubmit={form.onSubmit}>
      <p className="say-small" aria-live="polite">
        {driveWords(answer)}
      </p>
      {answer.drive !== 'unknown' && (
        <p className="text-small text-ink-2">
          What the maker’s own manual says of driving like this goes before it.
        </p>
      )}
      <Behaviour
        arrival={arrival}
        closed={closed}
        set={set}
        withAir={WALK.filter((corner) => hasAirAtCorner(job.vehicleType.architecture, corner))}
      />
      <AskedTaps
        legend="Seen and heard: a tap is yes, a second one no; untapped, nobody looked"
        disabled={closed}
        options={options(SEEN_WORDS)}
        said={SEEN.filter((key) => arrival[key] === true)}
        denied={SEEN.filter((key) => arrival[key] === false)}
        onAnswer={(said, denied) =>
          set(
            Object.fromEntries(
              SEEN.map((key) => [
                key,
                said.includes(key) ? true : denied.includes(key) ? false : null,
              ]),
            ),
          )
        }
      />
      {night && <Notice kind="wait">{night} Eye protection on: the air is under pressure.</Notice>}
      {caution && <Notice kind="caution">{caution}</Notice>}
      <Taps
        legend="Condition, before anybody is blamed"
        disabled={closed}
        options={options(CONDITION_WORDS)}
        chosen={arrival.condition}
        onTap={(tap) => set({ condition: toggled(arrival.condition, tap) })}
      />
      <History arrival={arrival} closed={closed} set={set} refusals={form.refusals} />
      <NotKept draft={draft} keep={form} />
      {!closed && draft.changed && (
        <Button look="go" big className="w-fit" type="submit" disabled={form.isPending}>
          Keep what was seen
        </Button>
      )}
    </form>
  )
}
