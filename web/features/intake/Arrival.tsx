import type { ArrivalRecord, Job } from '@anklet/contract'
import { arrivalAnswer, onStops } from '@anklet/core/reasoning/arrival'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps, toggled } from '../../kit/Taps.tsx'
import { useCommand } from '../../client/queries.ts'
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
import { useDraft } from './useDraft.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

const options = <Key extends string>(words: Readonly<Record<Key, string>>) =>
  (Object.keys(words) as Key[]).map((value) => ({ value, words: words[value] }))
const one = <Value,>(value: Value | null): Value[] => (value === null ? [] : [value])
type Seen = keyof typeof SEEN_WORDS
const SEEN = Object.keys(SEEN_WORDS) as Seen[]

function Odometer({
  arrival,
  onChange,
}: {
  readonly arrival: ArrivalRecord
  onChange(odometerKm: number | null): void
}): ReactNode {
  const [typed, setTyped] = useState(arrival.odometerKm === null ? '' : String(arrival.odometerKm))
  const km = typed.trim() === '' ? null : Number(typed.replaceAll(/[\s.,]/g, ''))
  const wrong = km !== null && (!Number.isInteger(km) || km > 3_000_000)
  return (
    <Field
      className="w-[150px]"
      label="Odometer, km"
      id="odometer"
      refusal={wrong && 'Whole kilometres, figures only.'}
    >
      <Input
        className="num"
        inputMode="numeric"
        maxLength={11}
        autoComplete="off"
        value={typed}
        aria-invalid={wrong}
        onChange={(event) => {
          setTyped(event.target.value)
          const next =
            event.target.value.trim() === ''
              ? null
              : Number(event.target.value.replaceAll(/[\s.,]/g, ''))
          if (next === null || (Number.isInteger(next) && next <= 3_000_000)) onChange(next)
        }}
      />
    </Field>
  )
}

interface PartProps {
  readonly arrival: ArrivalRecord
  readonly closed: boolean
  set(change: Partial<ArrivalRecord>): void
}

/** How it stands, rises and sinks. */
function Behaviour({
  arrival,
  closed,
  set,
  withAir,
}: PartProps & { readonly withAir: readonly Corner[] }): ReactNode {
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
function History({ arrival, closed, set }: PartProps): ReactNode {
  return (
    <div className="flex flex-wrap items-start gap-5">
      <Odometer arrival={arrival} onChange={(odometerKm) => set({ odometerKm })} />
      <Field className="w-[190px]" label="On empty springs since" id="empty-since">
        <Input
          type="date"
          disabled={closed}
          value={arrival.emptySince ?? ''}
          onText={(text) => set({ emptySince: text || null })}
        />
      </Field>
      <Field className="min-w-[220px] flex-1" label="Parts that are not the maker’s" id="foreign">
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
  const kept: ArrivalRecord = { ...NOT_SEEN, ...job.arrival }
  const { draft: arrival, setDraft, ...form } = useDraft(job, kept)
  const keep = useCommand('job.arrive')
  const closed = job.closedAt !== null
  const set = (change: Partial<ArrivalRecord>): void => setDraft({ ...arrival, ...change })
  const answer = arrivalAnswer(arrival)
  const caution = emptyCaution(arrival)
  const night = nightWords(arrival)
  return (
    <div className="grid gap-4">
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
      {night && <Notice kind="wait">{night} Eye protection on: air is at several bar.</Notice>}
      {caution && <Notice kind="caution">{caution}</Notice>}
      <Taps
        legend="Condition, before anybody is blamed"
        disabled={closed}
        options={options(CONDITION_WORDS)}
        chosen={arrival.condition}
        onTap={(tap) => set({ condition: toggled(arrival.condition, tap) })}
      />
      <History key={form.shown} arrival={arrival} closed={closed} set={set} />
      <NotKept form={form} keep={keep} />
      {!closed && form.changed && (
        <Button
          look="go"
          big
          className="w-fit"
          disabled={keep.isPending}
          onClick={() =>
            keep.submit(keepArrival(job.id, arrival, form.base), ({ version }) =>
              form.saved(arrival, version),
            )
          }
        >
          Keep what was seen
        </Button>
      )}
    </div>
  )
}
