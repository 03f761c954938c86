import { worstOf } from './model.ts'
import type { VehicleDetail } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useRepeatability, useUnits, useVehicle, useVehicles } from '../../client/queries.ts'
import { holdsWords, warningWords } from '@anklet/language/night/outlook'
import { momentWords } from '@anklet/language/plain/times'
import { warningOf } from '@anklet/core/measuring/history'
import { driftsOf, sinceHandover } from '../job/model/outlook.ts'
import type { TrendPoint } from '../job/model/trend.ts'
import { Notice } from '../../kit/Notice.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

/** Others of its type beside it: as many as anybody compares. */
const MOST_PEERS = 6

function Peer({ id, own }: { readonly id: string; readonly own: boolean }): ReactNode {
  const units = useUnits()
  const detail = useVehicle(id).data
  const worst = useMemo(() => detail && worstOf(detail), [detail])
  if (!worst) return null
  const { plate, nights, words, perMonthMm } = worst
  return (
    <tr>
      <th scope="row">
        {own ? (
          plate
        ) : (
          <Link className="underline" to={`/vehicles/${id}`}>
            {plate}
          </Link>
        )}
      </th>
      <td className="n num">{nights}</td>
      <td>{words}</td>
      <td className="n num">
        {perMonthMm === null ? '–' : formatQuantity(Math.max(0, -perMonthMm), 'height', units, 1)}
      </td>
    </tr>
  )
}

function Peers({
  detail: { vehicle, vehicleType },
}: {
  readonly detail: VehicleDetail
}): ReactNode {
  const units = useUnits()
  const vehicles = useVehicles().data ?? []
  const others = vehicles
    .filter(({ id, typeId }) => typeId === vehicle.typeId && id !== vehicle.id)
    .slice(0, MOST_PEERS)
  if (others.length === 0)
    return <p className="text-ink-2">No other {vehicleType.name} is on record.</p>
  return (
    <table className="table">
      <Heads
        columns={[
          'car',
          figures('nights'),
          'grows most at',
          figures(`${UNIT_LABEL[units.length]} a month`),
        ]}
      />
      <tbody>
        {[vehicle, ...others].map(({ id }) => (
          <Peer key={id} id={id} own={id === vehicle.id} />
        ))}
      </tbody>
    </table>
  )
}

/** What a car's history foretells: nights that grow, whether a repair holds, and others of its type beside it. */
export function Outlook({
  detail,
  points,
}: {
  readonly detail: VehicleDetail
  readonly points: readonly TrendPoint[]
}): ReactNode {
  const units = useUnits()
  const { repeatabilityMm } = useRepeatability()
  const [beside, setBeside] = useState(false)
  const warning = useMemo(() => warningOf(driftsOf(detail, points)), [detail, points])
  const since = useMemo(() => sinceHandover(detail, repeatabilityMm), [detail, repeatabilityMm])
  const now = new Date()
  return (
    <section aria-label="Outlook" className="grid gap-3">
      {since && (
        <p className={since.holds.verdict === 'holds' ? 'say-small' : 'hint'}>
          {holdsWords(since, units)}{' '}
          <span className="text-small font-normal text-ink-2">
            Handed over {momentWords(since.handedAt, now)}, measured again{' '}
            {momentWords(since.nowAt, now)}, if it was not driven in between.
          </span>
        </p>
      )}
      {warning && <Notice kind="wait">{warningWords(warning, units, now.getTime())}</Notice>}
      <Disclosure
        onToggle={(event) => setBeside(event.currentTarget.open)}
        summary="Beside others of its type"
        summaryClass="text-body text-ink-2"
      >
        {beside && <Peers detail={detail} />}
      </Disclosure>
    </section>
  )
}
