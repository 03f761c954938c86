import type { DeviceStatus, VehicleType } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { Loading } from '../../client/Loading.tsx'
import { useDevices } from '../../client/devices.ts'
import { useVehicleTypes } from '../../client/queries.ts'
import { useLink } from '../../client/state/link.ts'
import { useSession } from '../../client/state/session.ts'
import { KIND_WORDS } from '@anklet/language/shop/devices'
import { Doing } from '../job/link/Doing.tsx'
import { Live } from '../job/link/Live.tsx'
import { Practise } from './Practise.tsx'
import { SimulatedBand } from '../../kit/Plate.tsx'
import { Tap } from '../../kit/Button.tsx'

function Entry({
  status: { identity, attached, standIn, heldBy },
  on,
  here,
  onPick,
}: {
  readonly status: DeviceStatus
  readonly on: boolean
  /** This browser's name. */ readonly here: string
  onPick(): void
}): ReactNode {
  return (
    <li>
      <Tap className="w-full" on={on} onClick={onPick}>
        <span className="grid">
          <span className="font-semibold">{identity.name.replace(', a stand-in', '')}</span>
          <span className="text-note font-normal opacity-85">
            {KIND_WORDS[identity.kind]}
            {standIn ? ', stand-in' : ''}
            {attached ? '' : ', away'}
            {heldBy ? (heldBy.device === here ? ', yours now' : ', somebody works with it') : ''}
          </span>
        </span>
      </Tap>
    </li>
  )
}

function Gauge({ status: { identity } }: { readonly status: DeviceStatus }): ReactNode {
  const press = useLink((link) => (link.press?.device === identity.id ? link.press : null))
  const [channel] = identity.channels
  return (
    <section aria-label={identity.name} className="grid gap-2">
      <p className="say">
        {press ? `${press.value} ${channel?.unit ?? ''}` : 'Nothing pressed yet.'}
      </p>
      <p className="sub">
        It sends a value when its button is pressed; on a walk that fills the field of the corner
        being measured. The stand-in’s button is pressed at its vehicle, under “At the car”.
      </p>
    </section>
  )
}

function Vehicle({
  status,
  type,
}: {
  readonly status: DeviceStatus
  readonly type: VehicleType | null
}): ReactNode {
  return (
    <div className="grid min-w-0 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_360px]">
      {status.standIn && (
        <div className="lg:col-span-2">
          <SimulatedBand />
        </div>
      )}
      <Live status={status} type={type} heightPx={180} />
      <Doing status={status} type={type} jobId={null} />
    </div>
  )
}

function Devices({
  list,
  types,
}: {
  readonly list: readonly DeviceStatus[]
  readonly types: readonly VehicleType[]
}): ReactNode {
  const [picked, pick] = useState<string | null>(null)
  const { listen, hang } = useLink()
  const here = useSession((session) => session.device)
  const live = useLink((link) => link.statuses)
  const chosen =
    list.find(({ identity }) => identity.id === picked) ??
    list.find(({ identity }) => identity.kind === 'module')
  const ids = [
    ...new Set([
      ...(chosen ? [chosen.identity.id] : []),
      ...list
        .filter(({ identity }) => identity.kind !== 'module')
        .map(({ identity }) => identity.id),
    ]),
  ]
  const key = ids.join()
  useEffect(() => {
    listen(key === '' ? [] : key.split(','))
  }, [key, listen])
  useEffect(() => hang, [hang])
  const status = chosen && (live[chosen.identity.id] ?? chosen)
  const ordered = [...list].sort(
    (a, b) =>
      Number(a.identity.kind !== 'module') - Number(b.identity.kind !== 'module') ||
      Number(a.standIn) - Number(b.standIn) ||
      a.identity.name.localeCompare(b.identity.name),
  )
  return (
    <div className="grid gap-x-7 gap-y-4 p-4 md:grid-cols-[212px_minmax(0,1fr)] md:p-6">
      <nav aria-label="Devices">
        <h1 className="mb-3">Devices</h1>
        <ul className="grid gap-2 max-md:grid-cols-2">
          {ordered.map((each) => (
            <Entry
              key={each.identity.id}
              status={live[each.identity.id] ?? each}
              on={each.identity.id === chosen?.identity.id}
              here={here}
              onPick={() => pick(each.identity.id)}
            />
          ))}
        </ul>
        {list.every(({ standIn }) => standIn) && (
          <p className="my-3 text-note text-ink-2">
            No adapter is attached. A real one says hello over the link described in docs/formats.
            Without one, cars are measured with tape and gauge.
          </p>
        )}
        <Practise types={types} />
      </nav>
      {status ? (
        status.identity.kind === 'module' ? (
          <Vehicle
            key={status.identity.id}
            status={status}
            type={types.find(({ id }) => id === status.identity.vehicleTypeId) ?? null}
          />
        ) : (
          <Gauge status={status} />
        )
      ) : (
        <p className="sub">
          Nothing is attached. Stand-ins are here once there is a simulated car to practise on; what
          they tell never goes onto the record of a real one.
        </p>
      )}
    </div>
  )
}

/** The connected vehicle and gauges, or their stand-ins. */
export function DevicesPlace(): ReactNode {
  const types = useVehicleTypes()
  return (
    <Loading query={useDevices()} what="the devices">
      {(list) => <Devices list={list} types={types.data ?? []} />}
    </Loading>
  )
}
