import { FormSays } from '../../client/form/FormSays.tsx'
import type { VehicleType } from '@anklet/contract'
import { equilibrium } from '@anklet/core/physics/pneumatics'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkType from 'virtual:check/vehicleType.save'
import { useNavigate, useParams } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { Strip } from '../../kit/Strip.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { useUnits, useVehicleTypes } from '../../client/queries.ts'
import { allJoins } from '@anklet/language/heights/joins'
import { refusalWords } from '@anklet/language/repair/refusals'
import { builtFrom } from './anatomy/typedAnatomy.ts'
import { saveType } from './commands.ts'
import { guessesLeft, guessWords, withFigure } from './guessForm.ts'
import type { AxleField, FormOutcome, TypeForm } from './typeForm.ts'
import { BLANK_TYPE, formOf, geometryOf, specificationsOf } from './typeForm.ts'
import { FormParts } from './TypeParts.tsx'
import type { AskedFigure } from './WhatIsThis.tsx'
import { FigureDrawn } from './WhatIsThis.tsx'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

// Lets the figures speak back while they are typed: a slip in a load or an area shows as a pressure no spring has.
function Feedback({
  form,
  outcome,
}: {
  readonly form: TypeForm
  readonly outcome: FormOutcome
}): ReactNode {
  const units = useUnits()
  if (!outcome.ok) return <p className="text-ink-2">{outcome.sentence}</p>
  const rest = equilibrium({ vehicle: outcome.geometry, temperatureC: 20, airBarL: null })
  if (!rest.ok) return <p className="wrong">{refusalWords(rest.error)}</p>
  const { heightMm, pressureBarG } = rest.value
  const pressure = (corner: Corner): string =>
    pressureBarG[corner] === null
      ? 'coil'
      : `${formatQuantity(pressureBarG[corner], 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  const corners = perCorner((corner) => ({
    designMm: outcome.geometry.corners[corner].designHeightMm,
    marks: [
      { mm: outcome.geometry.corners[corner].bumpHeightMm, kind: 'earlier' as const },
      { mm: outcome.geometry.corners[corner].droopHeightMm, kind: 'earlier' as const },
      {
        mm: heightMm[corner],
        kind: 'now' as const,
        label: formatQuantity(heightMm[corner], 'height', units),
        under: pressure(corner),
      },
    ],
  }))
  const off = perCorner(
    (corner) => heightMm[corner] - outcome.geometry.corners[corner].designHeightMm,
  )
  const guesses = guessesLeft(form)
  return (
    <div className="grid gap-3">
      <Notice kind="wait">
        It stands level. Do the pressures agree with a gauge? Dashed: its bump stop and full droop.
      </Notice>
      <Strip
        corners={corners}
        joins={allJoins(off, units)}
        units={units}
        heightPx={180}
        label="How these figures stand"
      />
      {guesses.length > 0 && (
        <p className="text-small text-ink-2">
          Guessed, so every answer is wider than it need be: {guesses.map(guessWords).join('; ')}.
        </p>
      )}
    </div>
  )
}

interface FormProps {
  readonly form: TypeForm
  onChange(form: TypeForm): void
}

/** What the type is called, and where its figures come from. */
function Named({ form, onChange }: FormProps): ReactNode {
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <Field label="Name of the vehicle type" id="type-name">
        <Input
          maxLength={60}
          value={form.name}
          onText={(text) => onChange({ ...form, name: text })}
        />
      </Field>
      <Field label="Where the figures come from" id="type-source">
        <Input
          maxLength={200}
          value={form.source}
          onText={(text) => onChange({ ...form, source: text })}
          placeholder="service information, sheet and date"
        />
      </Field>
    </div>
  )
}

/** What cannot be read of what was typed, part by part. */
function Doubts({
  of,
}: {
  readonly of: readonly (
    { readonly ok: true } | { readonly ok: false; readonly sentence: string }
  )[]
}): ReactNode {
  return of.map(
    (part) =>
      !part.ok && (
        <p key={part.sentence} className="wrong mt-2">
          {part.sentence}
        </p>
      ),
  )
}

function Editor({
  start,
  id,
  version,
}: {
  readonly start: TypeForm
  readonly id: string
  readonly version: number | null
}): ReactNode {
  const navigate = useNavigate()
  // Back to where one came from; whoever came straight here goes to the shelf.
  const leave = () =>
    (window.history.state as { idx?: number } | null)?.idx ? navigate(-1) : navigate('/shelf')
  const type = useCommandForm({
    command: 'vehicleType.save',
    check: checkType,
    begin: start,
    baseVersion: version,
    payloadOf: (typed) => saveType(id, typed),
    onDone: () => {
      void leave()
    },
  })
  const [looked, setLooked] = useState<AskedFigure | null>(null)
  const { typed: form, set: setForm } = type
  const outcome = geometryOf(form)
  const specifications = specificationsOf(form)
  const built = builtFrom(form.architecture, form.built)
  const setAxle = (axle: 'front' | 'rear', field: AxleField, text: string): void =>
    setForm(withFigure(form, axle, field, text))
  const named = form.name.trim() !== '' && form.source.trim() !== ''
  return (
    <div className="grid gap-x-9 gap-y-7 lg:grid-cols-[minmax(0,1fr)_450px]">
      <div className="grid min-w-0 gap-5">
        <Named form={form} onChange={setForm} />
        <FormParts form={form} onChange={setForm} onAxle={setAxle} onLook={setLooked} />
      </div>
      <div className="grid content-start gap-4 self-start lg:sticky lg:top-4">
        {looked && (
          <div className="hidden lg:block">
            <FigureDrawn asked={looked} />
          </div>
        )}
        <div aria-live="polite">
          <Feedback form={form} outcome={outcome} />
          <Doubts of={[specifications, built]} />
        </div>
        <FormSays form={type} />
        <Button
          look="go"
          big
          disabled={!named || !outcome.ok || !specifications.ok || !built.ok || type.isPending}
          onClick={() => type.onSubmit()}
        >
          Put it on the shelf
        </Button>
      </div>
    </div>
  )
}

function Known({ type }: { readonly type: VehicleType }): ReactNode {
  const form = formOf(type)
  if (form) return <Editor key={type.id} start={form} id={type.id} version={type.version} />
  return (
    <Notice kind="wait">
      Left and right differ on this type. Its figures are changed in its file: save it from the
      shelf, change it, and read it in under a new name.
    </Notice>
  )
}

/** A vehicle type: how its air suspension is laid out, and its figures. */
export function TypePage(): ReactNode {
  const { id = '' } = useParams()
  const [newId] = useState(() => crypto.randomUUID())
  const types = useVehicleTypes()
  const type = types.data?.find((each) => each.id === id)
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-6 md:px-6">
      <h1 className="mb-1">
        {id === 'new' ? 'A new vehicle type' : (type?.name ?? 'Vehicle type')}
      </h1>
      <p className="sub mb-3">
        Enter what your own service information says. What nobody has looked up yet may stand as a
        marked guess: it widens every answer until the figure is there.
      </p>
      {id === 'new' ? (
        <Editor start={BLANK_TYPE} id={newId} version={null} />
      ) : (
        <Loading query={types} what="the vehicle type">
          {() => (type ? <Known type={type} /> : <p>There is no such vehicle type.</p>)}
        </Loading>
      )}
    </div>
  )
}
