import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Vehicle, VehicleType } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkVehicle from 'virtual:check/vehicle.save'
import { Link, useNavigate } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { useCommand, useVehicles, useVehicleTypes } from '../../client/queries.ts'
import { barePlate } from '@anklet/language/plain/plates'
import type { TypedCar } from './commands.ts'
import { takeIn } from './commands.ts'
import { openJob } from '../job/model/commands.ts'
import { Plate } from '../../kit/Plate.tsx'
import { ButtonLink, Button, Tap } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

interface ChooseProps {
  readonly vehicles: readonly Vehicle[]
  readonly types: readonly VehicleType[]
}

function useOpenJob() {
  const open = useCommand('job.open')
  const navigate = useNavigate()
  const [jobId] = useState(() => crypto.randomUUID())
  return {
    open,
    start: (vehicleId: string) =>
      open.submit(openJob(jobId, vehicleId), () => void navigate(`/jobs/${jobId}/intake`)),
  }
}

function NewVehicle({
  plate,
  types,
  onSaved,
}: {
  readonly plate: string
  readonly types: readonly VehicleType[]
  onSaved(vehicleId: string): void
}): ReactNode {
  const form = useCommandForm<'vehicle.save', TypedCar>({
    command: 'vehicle.save',
    check: checkVehicle,
    begin: { typeId: null, note: '' },
    payloadOf: (typed, id) => takeIn(id, plate, typed),
    onDone: onSaved,
  })
  const { typeId, note } = form.typed
  if (types.length === 0) {
    return (
      <Notice kind="wait">
        <p className="mb-3">
          Before the first car, its vehicle type has to be on the shelf: how its air suspension is
          laid out, and the heights and loads from your own service information.
        </p>
        <ButtonLink to="/shelf/types/new">Enter a vehicle type</ButtonLink>
      </Notice>
    )
  }
  return (
    <form className="grid gap-4" onSubmit={form.onSubmit}>
      <Taps<string>
        legend={
          <>
            A car that was never here. What is{' '}
            <span className="plate">{plate.trim().toUpperCase()}</span>?
          </>
        }
        options={types.map(({ id, name }) => ({ value: id, words: name }))}
        chosen={typeId ? [typeId] : []}
        onTap={(id) => form.set({ typeId: id })}
      />
      <Link className="text-ink-2 underline" to="/shelf/types/new">
        Its type is not there: enter it
      </Link>
      <Field
        label="Whose it is, where it stands (may be left out)"
        id="vehicle-note"
        refusal={form.refusals.note}
      >
        <Input maxLength={300} value={note} onText={(text) => form.set({ note: text })} />
      </Field>
      <Refusal>{form.complaint}</Refusal>
      <Button look="go" big className="w-fit" type="submit" disabled={!typeId || form.isPending}>
        Take it in
      </Button>
    </form>
  )
}

function Choose({ vehicles, types }: ChooseProps): ReactNode {
  const [plate, setPlate] = useState('')
  const { open, start } = useOpenJob()
  const wanted = barePlate(plate)
  const matching = vehicles.filter((vehicle) => barePlate(vehicle.plate).includes(wanted))
  const known = vehicles.some((vehicle) => barePlate(vehicle.plate) === wanted)
  const typeName = (id: string): string => types.find((type) => type.id === id)?.name ?? ''
  return (
    <div className="grid gap-5">
      <Field label="Plate" id="plate">
        <Input
          className="max-w-[320px] text-title font-semibold uppercase tracking-wide"
          maxLength={16}
          autoComplete="off"
          spellCheck={false}
          value={plate}
          onText={setPlate}
          autoFocus
        />
      </Field>
      {matching.length > 0 && (
        <ul className="grid gap-2 sm:grid-cols-2">
          {matching.map(({ id, plate: of, simulated, typeId, note }) => (
            <li key={id} className="min-w-0">
              <Tap className="w-full" disabled={open.isPending} onClick={() => start(id)}>
                <Plate plate={of} simulated={simulated} />
                <span className="min-w-0">
                  <span className="block">{typeName(typeId)}</span>
                  <span className="block truncate text-note font-normal text-ink-2">{note}</span>
                </span>
              </Tap>
            </li>
          ))}
        </ul>
      )}
      <RefusalOf asked={open} />
      {wanted !== '' && !known && <NewVehicle plate={plate} types={types} onSaved={start} />}
      {vehicles.length === 0 && wanted === '' && (
        <p className="sub">No car is on record yet. Type the plate of the one in front of you.</p>
      )}
    </div>
  )
}

/** Opens a job on a car: one that is known, or one that was never here. */
export function NewJob(): ReactNode {
  const [vehicles, types] = [useVehicles(), useVehicleTypes()]
  return (
    <div className="mx-auto max-w-[860px] px-4 py-6 md:px-6">
      <h1 className="say mb-5">Which car?</h1>
      <Loading query={vehicles} what="the cars">
        {(cars) => (
          <Loading query={types} what="the vehicle types">
            {(kinds) => <Choose vehicles={cars} types={kinds} />}
          </Loading>
        )}
      </Loading>
    </div>
  )
}
