import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { VehicleType } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useCommand, useVehicleList } from '../../client/queries.ts'
import { PRACTICE_PLATE } from '@anklet/language/plain/plates'
import { Taps } from '../../kit/Taps.tsx'
import { MADE_UP_NAME, makePracticeCar, makeUpType } from './commands.ts'
import { Button } from '../../kit/Button.tsx'

/** Those that are taken. */
const PRACTICE_PLATES = { words: PRACTICE_PLATE, page: 0, size: 200 }
/** Stands for the type that is made up where the shelf has none yet. */
const MADE_UP = 'made up'

/**
 * Makes a simulated vehicle, and with it the stand-ins that drive it. On an empty shelf a type with
 * made-up figures comes along.
 */
export function Practise({ types }: { readonly types: readonly VehicleType[] }): ReactNode {
  const vehicles = useVehicleList(PRACTICE_PLATES).data?.rows
  const navigate = useNavigate()
  const [ids] = useState(() => ({ vehicleId: crypto.randomUUID(), typeId: crypto.randomUUID() }))
  const [choosing, setChoosing] = useState(false)
  const [saveType, save] = [useCommand('vehicleType.save'), useCommand('vehicle.save')]
  const made = types.find(({ name }) => name === MADE_UP_NAME)
  const busy = saveType.isPending || save.isPending || !vehicles
  const error = saveType.error ?? save.error
  const make = (typeId: string): void => {
    const plates = (vehicles ?? []).map(({ plate }) => plate)
    save.submit(
      makePracticeCar(ids.vehicleId, typeId, plates),
      () => void navigate(`/vehicles/${ids.vehicleId}`),
    )
  }
  const makeUp = (): void => {
    if (made) make(made.id)
    else saveType.submit(makeUpType(ids.typeId), () => make(ids.typeId))
  }
  if (!choosing)
    return (
      <Button className="w-fit" onClick={() => setChoosing(true)}>
        Practise on a simulated car
      </Button>
    )
  return (
    <div className="grid gap-3">
      <Taps<string>
        legend="What kind of car?"
        disabled={busy}
        options={[
          ...types.map(({ id, name }) => ({ value: id, words: name })),
          ...(made ? [] : [{ value: MADE_UP, words: 'One that is made up' }]),
        ]}
        chosen={[]}
        onTap={(picked) => (picked === MADE_UP ? makeUp() : make(picked))}
      />
      <RefusalOf asked={{ error }} />
    </div>
  )
}
