import { FormSays } from '../../client/form/FormSays.tsx'
import { figureUnit } from '@anklet/core/base/units'
import { useUnits } from '../../client/queries.ts'
import { VIN_WORDS } from '@anklet/language/plain/plates'
import type { Vehicle, VehicleDetail } from '@anklet/contract'
import { tidyVin, vinRemark } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkVehicle from 'virtual:check/vehicle.save'
import { FormField } from '../../client/form/FormFields.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { repairWords } from '@anklet/language/repair/repairs'
import { momentWords } from '@anklet/language/plain/times'
import type { TypedVehicle } from './commands.ts'
import { changeVehicle, typedVehicle } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Field, Input, TextArea } from '../../kit/Field.tsx'

function Fields({ form }: { readonly form: CommandForm<TypedVehicle> }): ReactNode {
  const { typed, set, refusals } = form
  const remark = vinRemark(tidyVin(typed.vin))
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <FormField
          form={form}
          field="plate"
          className="w-[150px]"
          label="Plate"
          id="edit-plate"
          inputClass="uppercase"
          maxLength={16}
          autoComplete="off"
        />
        <Field
          className="min-w-[240px] flex-1"
          label="VIN, if known"
          id="edit-vin"
          hint={<span aria-live="polite">{remark && VIN_WORDS[remark]}</span>}
          refusal={refusals.vin}
        >
          <Input
            className="uppercase"
            maxLength={24}
            autoComplete="off"
            spellCheck={false}
            value={typed.vin}
            onText={(text) => set({ vin: text })}
          />
        </Field>
      </div>
      <FormField
        form={form}
        field="firstUsed"
        className="w-[200px]"
        label="On the road since"
        id="edit-first"
        type="date"
        max={new Date().toISOString().slice(0, 10)}
      />
      <Field
        label="Notes: whose it is, what it carries, what is special"
        id="edit-note"
        refusal={refusals.note}
      >
        <TextArea
          rows={3}
          maxLength={2000}
          value={typed.note}
          onText={(text) => set({ note: text })}
        />
      </Field>
    </>
  )
}

function Edit({ vehicle, onDone }: { readonly vehicle: Vehicle; onDone(): void }): ReactNode {
  const form = useCommandForm({
    command: 'vehicle.save',
    check: checkVehicle,
    begin: typedVehicle(vehicle),
    baseVersion: vehicle.version,
    payloadOf: (typed) => changeVehicle(vehicle, typed),
    onDone,
  })
  const { plate, vin } = form.typed
  return (
    <form onSubmit={form.onSubmit} className="grid max-w-[560px] gap-3" noValidate>
      <Fields form={form} />
      <FormSays form={form} />
      <div className="flex gap-2">
        <Button
          look="go"
          type="submit"
          disabled={plate.trim() === '' || vinRemark(tidyVin(vin)) === 'letters' || form.isPending}
        >
          Keep it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  )
}

/** What a car is besides its heights: VIN, notes, odometer, what was mended when, what it taught. */
export function Details({ detail }: { readonly detail: VehicleDetail }): ReactNode {
  const { vehicle, repairs, photos, odometer } = detail
  const [editing, setEditing] = useState(false)
  const now = new Date()
  const last = odometer.at(-1)
  const distance = figureUnit('km', useUnits())
  if (editing) return <Edit vehicle={vehicle} onDone={() => setEditing(false)} />
  return (
    <section aria-label="The car" className="grid gap-1">
      <div className="flex items-center justify-between gap-3">
        <h2>The car</h2>
        <Button look="quiet" onClick={() => setEditing(true)}>
          Change
        </Button>
      </div>
      {vehicle.note && <p className="whitespace-pre-wrap">{vehicle.note}</p>}
      <p className="figure">
        <span className="text-ink-2">VIN</span>
        <span className="num">{vehicle.vin || 'not entered'}</span>
      </p>
      {vehicle.firstUsed && (
        <p className="figure">
          <span className="text-ink-2">On the road since</span>
          <span className="num">{vehicle.firstUsed}</span>
        </p>
      )}
      {last && (
        <p className="figure">
          <span className="text-ink-2">Odometer, {momentWords(last.at, now)}</span>
          <span className="num">
            {Math.round(last.km * distance.perStored).toLocaleString('en')}
            <span className="unit">{distance.label}</span>
          </span>
        </p>
      )}
      {vehicle.lesson && (
        <p className="figure">
          <span className="text-ink-2">Air in its springs, learned from a tight night</span>
          <span className="num">
            {Math.round(vehicle.lesson.factor * 100)}
            <span className="unit">% of the record</span>
          </span>
        </p>
      )}
      {photos.length > 0 && (
        <ul className="grid grid-cols-3 gap-2 py-2">
          {photos
            .slice(-6)
            .toReversed()
            .map(({ id, caption }) => (
              <li key={id}>
                <a href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
                  <img
                    src={`/api/photos/${id}/small`}
                    alt={caption || 'Photo without words'}
                    className="aspect-[4/3] w-full rounded-md border border-edge object-cover"
                    loading="lazy"
                  />
                </a>
              </li>
            ))}
        </ul>
      )}
      {repairs.toReversed().map((repair) => (
        <p key={repair.id} className="figure">
          <span>{repairWords(repair)}</span>
          <span className="whitespace-nowrap text-ink-2">{momentWords(repair.at, now)}</span>
        </p>
      ))}
    </section>
  )
}
