import type { Axle, VehicleClass } from '@anklet/core/base/vehicle'
import { VEHICLE_CLASSES } from '@anklet/core/base/vehicle'
import { CLASS_WORDS } from '@anklet/language/shop/types'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Button } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { AnatomyForm } from './anatomy/AnatomyForm.tsx'
import { Figure } from './Figure.tsx'
import {
  fillGuesses,
  guessName,
  isLayoutGuessed,
  vehicleGuessName,
  withLayoutKnown,
} from './guessForm.ts'
import { Helps } from './Helps.tsx'
import { LayoutTaps } from './LayoutTaps.tsx'
import { Specifications } from './Specifications.tsx'
import type { AxleField, CarFieldWords, TypeForm, VehicleField } from './typeForm.ts'
import { AXLE_FIELDS, fieldsOfAxle, VEHICLE_FIELDS } from './typeForm.ts'
import type { AskedFigure } from './WhatIsThis.tsx'

interface FormProps {
  readonly form: TypeForm
  onChange(form: TypeForm): void
}

function GuessTaps({
  form,
  onFilled,
}: {
  readonly form: TypeForm
  onFilled(form: TypeForm): void
}): ReactNode {
  const [complaint, setComplaint] = useState<string | null>(null)
  return (
    <div className="grid gap-2">
      <Taps<VehicleClass>
        legend="What nobody has looked up yet: fill the empty fields with middling figures of a"
        options={VEHICLE_CLASSES.map((value) => ({ value, words: CLASS_WORDS[value] }))}
        chosen={[]}
        onTap={(vehicleClass) => {
          const filled = fillGuesses(form, vehicleClass)
          setComplaint(filled.ok ? null : filled.sentence)
          if (filled.ok) onFilled(filled.form)
        }}
      />
      <Refusal>{complaint}</Refusal>
    </div>
  )
}

/** Asks, where nobody looked up how the air is laid out, whether the form has it as the car does. */
function LayoutKnown({ form, onChange }: FormProps): ReactNode {
  if (!isLayoutGuessed(form)) return null
  return (
    <Notice kind="caution">
      <p className="mb-3">
        Nobody looked up how the air of this car is laid out. Tap below what it has; when valves,
        reservoir, sensors and modes are as in the car, say so.
      </p>
      <Button onClick={() => onChange(withLayoutKnown(form))}>The layout is as in the car</Button>
    </Notice>
  )
}

/** The figures of the whole vehicle and of each axle. */
function GeometryFigures({
  form,
  onChange,
  onAxle,
  onLook,
}: FormProps & {
  onLook(asked: AskedFigure): void
  onAxle(axle: 'front' | 'rear', field: AxleField, text: string): void
}): ReactNode {
  const asked = ({ figure, axle }: CarFieldWords, at: Axle | null): AskedFigure => ({
    figure,
    axle: axle ?? at,
    method: 'wheelCentreToArch',
    air: form.architecture.air,
  })
  const setVehicle = (field: VehicleField, text: string): void =>
    onChange({
      ...form,
      vehicle: { ...form.vehicle, [field]: text },
      guesses: form.guesses.filter((name) => name !== vehicleGuessName(field)),
    })
  return (
    <>
      <section>
        <h2 className="mb-2">The whole vehicle</h2>
        <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          {(Object.keys(VEHICLE_FIELDS) as (keyof typeof VEHICLE_FIELDS)[]).map((field) => (
            <Figure
              key={field}
              id={field}
              field={VEHICLE_FIELDS[field]}
              value={form.vehicle[field]}
              asked={asked(VEHICLE_FIELDS[field], null)}
              onLook={onLook}
              guessed={form.guesses.includes(vehicleGuessName(field))}
              onType={(text) => setVehicle(field, text)}
            />
          ))}
        </div>
      </section>
      <div className="grid gap-7 md:grid-cols-2">
        {(['front', 'rear'] as const).map((axle) => (
          <section key={axle} aria-label={`${axle} axle`}>
            <h2 className="mb-2 first-letter:uppercase">{axle} axle, left and right alike</h2>
            <div className="grid gap-3">
              {fieldsOfAxle(form.architecture, axle).map((field) => (
                <Figure
                  key={field}
                  id={`${axle}-${field}`}
                  field={AXLE_FIELDS[field]}
                  value={form.axles[axle][field]}
                  asked={asked(AXLE_FIELDS[field], axle)}
                  onLook={onLook}
                  guessed={form.guesses.includes(guessName(axle, field))}
                  onType={(text) => onAxle(axle, field, text)}
                />
              ))}
            </div>
          </section>
        ))}
      </div>
    </>
  )
}

const PARTS = {
  layout: 'How it is laid out',
  figures: 'Its figures',
  heights: 'Heights it may stand at',
  built: 'How it is built',
} as const
type Part = keyof typeof PARTS

/** The parts of the form; one of them is in sight, and what is typed in the others stays. */
export function FormParts({
  form,
  onChange,
  onAxle,
  onLook,
}: Parameters<typeof GeometryFigures>[0]): ReactNode {
  const [part, setPart] = useState<Part>('layout')
  const shown: Readonly<Record<Part, ReactNode>> = {
    layout: (
      <>
        <LayoutKnown form={form} onChange={onChange} />
        <LayoutTaps
          architecture={form.architecture}
          onChange={(architecture) => onChange({ ...form, architecture })}
        />
      </>
    ),
    built: (
      <AnatomyForm
        architecture={form.architecture}
        texts={form.built}
        onChange={(architecture) => onChange({ ...form, architecture })}
        onType={(built) => onChange({ ...form, built })}
      />
    ),
    figures: (
      <>
        <GuessTaps form={form} onFilled={onChange} />
        <GeometryFigures form={form} onChange={onChange} onAxle={onAxle} onLook={onLook} />
        <Helps form={form} onUse={onAxle} />
      </>
    ),
    heights: (
      <Specifications
        form={form}
        onChange={(specifications) => onChange({ ...form, specifications })}
        onLook={onLook}
      />
    ),
  }
  return (
    <>
      <Taps<Part>
        legend="Part of the form"
        chosen={[part]}
        onTap={setPart}
        options={(Object.keys(PARTS) as Part[]).map((value) => ({ value, words: PARTS[value] }))}
      />
      {shown[part]}
    </>
  )
}
