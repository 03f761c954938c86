import type { VehiclePage, VehicleType } from '@anklet/contract'
import type { StartingAir } from '@anklet/core/base/starting'
import { STARTING_AIR } from '@anklet/core/base/starting'
import type { VehicleClass } from '@anklet/core/base/vehicle'
import { VEHICLE_CLASSES } from '@anklet/core/base/vehicle'
import { barePlate } from '@anklet/language/plain/plates'
import { STARTING_AIR_WORDS } from '@anklet/language/shop/starting'
import { CLASS_WORDS } from '@anklet/language/shop/types'
import type { FormEvent, ReactNode } from 'react'
import { useDeferredValue, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { useCommand, useVehicleList, useVehicleTypes } from '../../client/queries.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import { Button, Tap } from '../../kit/Button.tsx'
import { Field, Input } from '../../kit/Field.tsx'
import { Plate } from '../../kit/Plate.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { openJob } from '../job/model/commands.ts'
import type { TypedCar } from './commands.ts'
import { isKnownEnough, takeIn, takenFor } from './commands.ts'
import { NEW, useNewCar, useTyped } from './typed.ts'

interface MatchingProps {
  readonly found: VehiclePage
  readonly types: readonly VehicleType[]
  readonly taking: TakingIn
  /** Whether they were looked for by what stands in the field now. */
  readonly isOf: boolean
}

/** Takes a car in, its type first where the shelf has none; and opens a job on one. */
function useTakingIn(types: readonly VehicleType[]) {
  const [saveType, save, open] = [
    useCommand('vehicleType.save'),
    useCommand('vehicle.save'),
    useCommand('job.open'),
  ]
  const navigate = useNavigate()
  const [ids] = useState(() => ({
    jobId: crypto.randomUUID(),
    vehicleId: crypto.randomUUID(),
    typeId: crypto.randomUUID(),
  }))
  // What was saved is not saved again when the next of them is refused and sent once more; tapped
  // otherwise since, it is changed.
  const saved = useRef<{ readonly as: string; readonly version: number | null } | null>(null)
  const start = (vehicleId: string): void =>
    open.submit(openJob(ids.jobId, vehicleId), () => {
      useNewCar.getState().drop(NEW)
      void navigate(`/jobs/${ids.jobId}/intake`)
    })
  const bringIn = (typed: TypedCar, typeId: string): void =>
    save.submit(takeIn(ids.vehicleId, typeId, typed), () => start(ids.vehicleId))
  const take = (typed: TypedCar): void => {
    if (typed.typeId !== null) return bringIn(typed, typed.typeId)
    const as = `${typed.air} ${typed.size}`
    if (saved.current?.as === as) return bringIn(typed, ids.typeId)
    const names = types.map(({ name }) => name)
    const made = takenFor(ids.typeId, typed, names)
    if (!made) return
    saveType.submit({ ...made, baseVersion: saved.current?.version ?? null }, ({ version }) => {
      saved.current = { as, version }
      bringIn(typed, ids.typeId)
    })
  }
  return {
    start,
    take,
    isPending: saveType.isPending || save.isPending || open.isPending,
    error: saveType.error ?? save.error ?? open.error,
  }
}

type TakingIn = ReturnType<typeof useTakingIn>

/** Where a car has air and how large it is: enough to begin with where its type is not on the shelf. */
function LookedAt({
  typed,
  onTyped,
}: {
  readonly typed: TypedCar
  onTyped(change: Partial<TypedCar>): void
}): ReactNode {
  return (
    <>
      <Taps<StartingAir>
        legend="Where does it have air?"
        options={STARTING_AIR.map((value) => ({ value, words: STARTING_AIR_WORDS[value] }))}
        chosen={typed.air ? [typed.air] : []}
        onTap={(air) => onTyped({ air, typeId: null })}
      />
      <Taps<VehicleClass>
        legend="How large is it?"
        options={VEHICLE_CLASSES.map((value) => ({ value, words: CLASS_WORDS[value] }))}
        chosen={typed.size ? [typed.size] : []}
        onTap={(size) => onTyped({ size, typeId: null })}
      />
      <p className="sub">
        That is enough to measure it. What else is needed is guessed from its size, and every answer
        is as much wider. Fill it in later, one figure at a time, on the page of the car.{' '}
        <Link className="underline" to="/shelf/types/new">
          Enter a vehicle type
        </Link>{' '}
        if its papers are at hand.
      </p>
    </>
  )
}

function NewVehicle({
  types,
  taking,
}: {
  readonly types: readonly VehicleType[]
  readonly taking: TakingIn
}): ReactNode {
  const { typed, change } = useTyped()
  const onSubmit = (event: FormEvent): void => {
    event.preventDefault()
    if (isKnownEnough(typed)) taking.take(typed)
  }
  return (
    <form className="grid gap-4" onSubmit={onSubmit}>
      <h2>
        <span className="plate">{typed.plate.trim().toUpperCase()}</span> was never here.
      </h2>
      {types.length > 0 && (
        <Taps<string>
          legend="Its type, if it is on the shelf"
          options={types.map(({ id, name }) => ({ value: id, words: name }))}
          chosen={typed.typeId ? [typed.typeId] : []}
          onTap={(typeId) => change({ typeId, air: null, size: null })}
        />
      )}
      <LookedAt typed={typed} onTyped={change} />
      <Field label="Whose it is, where it stands (may be left out)" id="vehicle-note">
        <Input maxLength={300} value={typed.note} onText={(note) => change({ note })} />
      </Field>
      <RefusalOf asked={taking} />
      <Button
        look="go"
        big
        className="w-fit"
        type="submit"
        disabled={!isKnownEnough(typed) || taking.isPending}
      >
        Take it in
      </Button>
    </form>
  )
}

/** As many as fit on two screens of a phone. */
const MOST_CARS = 24

/** The cars whose plates hold what is typed, and one that was never here. */
function Matching({ found, types, taking, isOf }: MatchingProps): ReactNode {
  const wanted = barePlate(useTyped().typed.plate)
  const { rows, total } = found
  const known = rows.some(({ plate }) => barePlate(plate) === wanted)
  const typeName = (id: string): string => types.find((type) => type.id === id)?.name ?? ''
  return (
    <>
      {rows.length > 0 && (
        <ul className="grid gap-2 sm:grid-cols-2">
          {rows.map(({ id, plate: of, simulated, typeId, note }) => (
            <li key={id} className="min-w-0">
              <Tap className="w-full" disabled={taking.isPending} onClick={() => taking.start(id)}>
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
      {total > rows.length && (
        <p className="sub">
          {total - rows.length} more hold that. Type more of the plate, and fewer stand here.
        </p>
      )}
      {known && <RefusalOf asked={taking} />}
      {wanted !== '' && isOf && !known && <NewVehicle types={types} taking={taking} />}
      {total === 0 && wanted === '' && (
        <p className="sub">No car is on record yet. Type the plate of the one in front of you.</p>
      )}
    </>
  )
}

function Choose({ types }: { readonly types: readonly VehicleType[] }): ReactNode {
  const { typed, change } = useTyped()
  const taking = useTakingIn(types)
  const words = useDeferredValue(typed.plate)
  const cars = useVehicleList({ words, page: 0, size: MOST_CARS })
  // Nobody is called new before these very letters are answered.
  const isOf = words === typed.plate && !cars.isPlaceholderData
  return (
    <div className="grid gap-5">
      <Field label="Plate" id="plate">
        <Input
          className="max-w-[320px] text-title font-semibold uppercase tracking-wide"
          maxLength={16}
          autoComplete="off"
          spellCheck={false}
          value={typed.plate}
          onText={(text) => change({ plate: text })}
          autoFocus
        />
      </Field>
      <Loading query={cars} what="the cars">
        {(found) => <Matching found={found} types={types} taking={taking} isOf={isOf} />}
      </Loading>
    </div>
  )
}

/** Opens a job on a car: one that is known, or one that was never here. */
export function NewJob(): ReactNode {
  const types = useVehicleTypes()
  return (
    <div className="mx-auto max-w-[860px] px-4 py-6 md:px-6">
      <h1 className="say mb-5">Which car?</h1>
      <Loading query={types} what="the vehicle types">
        {(kinds) => <Choose types={kinds} />}
      </Loading>
    </div>
  )
}
