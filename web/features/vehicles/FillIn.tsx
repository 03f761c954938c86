import type { VehicleType } from '@anklet/contract'
import type { Askable } from '@anklet/core/base/starting'
import { figureToAsk, heightsAreGuessed } from '@anklet/core/base/starting'
import { figureUnit } from '@anklet/core/base/units'
import type { CarFigure } from '@anklet/language/shop/carFigures'
import { FILL_IN, narrowsWords } from '@anklet/language/shop/fillIn'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import { useCommand, useUnits } from '../../client/queries.ts'
import { Button, ButtonLink } from '../../kit/Button.tsx'
import { CarDrawing } from '../../kit/drawings/CarDrawing.tsx'
import { Field, FigureInput, Input } from '../../kit/Field.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import type { TypedAnswer } from './fillIn.ts'
import { answerOf, filledIn, isOfWhole, NO_ANSWER, UNSPRUNG_KG } from './fillIn.ts'

const DRAWN: Readonly<Record<Askable, CarFigure>> = {
  wheelbaseMm: 'wheelbase',
  trackMm: 'track',
  designLoadN: 'load',
}

/** One question, the figure lit on the car beside it. */
function Question({
  type,
  figure,
  left,
}: {
  readonly type: VehicleType
  readonly figure: Askable
  readonly left: number
}): ReactNode {
  const units = useUnits()
  const save = useCommand('vehicleType.save')
  const [typed, setTyped] = useState<TypedAnswer>(NO_ANSWER)
  const [complaint, setComplaint] = useState<string | null>(null)
  const { asks, field, readAt } = FILL_IN[figure]
  const { label: unit, perStored } = figureUnit(figure === 'designLoadN' ? 'kg' : 'mm', units)
  const parts = isOfWhole(figure) ? (['whole'] as const) : (['front', 'rear'] as const)
  const onSubmit = (event: FormEvent): void => {
    event.preventDefault()
    const answer = answerOf(figure, typed, units)
    if (!answer) return setComplaint(`That cannot be. Type it in ${unit}, as a figure.`)
    setComplaint(null)
    save.submit({ payload: filledIn(type, { answer }), baseVersion: type.version }, () =>
      setTyped(NO_ANSWER),
    )
  }
  return (
    <form
      onSubmit={onSubmit}
      className="grid gap-4 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
      noValidate
    >
      <div className="grid content-start gap-3">
        <h3 className="text-lead font-semibold">{asks}</h3>
        <p className="text-ink-2">
          {readAt} {narrowsWords(left)}
        </p>
        {figure === 'designLoadN' && (
          <p className="text-small text-ink-2">
            {Math.round(UNSPRUNG_KG * perStored)} {unit} are taken off for each wheel, hub and
            brake: a middling figure of ours.
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          {parts.map((part) => (
            <Field
              key={part}
              className="w-[150px]"
              label={part === 'whole' ? field : `${field}, ${part}`}
              id={`fill-${figure}-${part}`}
              unit={unit}
            >
              <FigureInput
                maxLength={12}
                value={typed[part]}
                onText={(text) => setTyped({ ...typed, [part]: text })}
              />
            </Field>
          ))}
        </div>
        <Refusal>{complaint}</Refusal>
        <RefusalOf asked={save} />
        <Button look="go" type="submit" className="w-fit" disabled={save.isPending}>
          Enter it
        </Button>
      </div>
      <CarDrawing
        figure={DRAWN[figure]}
        axle={isOfWhole(figure) ? null : 'rear'}
        method="wheelCentreToArch"
        air={type.architecture.air}
      />
    </form>
  )
}

function Naming({ type }: { readonly type: VehicleType }): ReactNode {
  const save = useCommand('vehicleType.save')
  const [name, setName] = useState(type.name)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        save.submit({ payload: filledIn(type, { name }), baseVersion: type.version })
      }}
    >
      <Field
        label="What its type is called"
        id="type-name"
        beside={
          <Button
            type="submit"
            disabled={name.trim() === '' || name.trim() === type.name || save.isPending}
          >
            Rename
          </Button>
        }
      >
        <Input maxLength={60} value={name} onText={setName} />
      </Field>
      <RefusalOf asked={save} />
    </form>
  )
}

/** Fills in a car that was taken in without papers, one question at a time. */
export function FillIn({ type }: { readonly type: VehicleType }): ReactNode {
  const [later, setLater] = useState(false)
  const next = figureToAsk(type.guesses)
  if (!next && !heightsAreGuessed(type.guesses)) return null
  return (
    <section aria-label="Fill it in" className="sheet grid gap-4 px-5 py-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2>
          {type.guesses.length === 1
            ? '1 figure of its type is a guess'
            : `${type.guesses.length} figures of its type are guesses`}
        </h2>
        <Button look="quiet" aria-expanded={!later} onClick={() => setLater(!later)}>
          {later ? 'Fill it in' : 'Later'}
        </Button>
      </div>
      {!later && (
        <>
          {next && <Question key={next.figure} type={type} {...next} />}
          <Naming key={type.name} type={type} />
          <p className="text-ink-2">
            Design heights, what is allowed around them, and how the air is laid out come from the
            maker’s service information.
          </p>
          <ButtonLink className="w-fit" to={`/shelf/types/${type.id}`}>
            Enter those on the shelf
          </ButtonLink>
        </>
      )}
    </section>
  )
}
