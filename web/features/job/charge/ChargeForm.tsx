import { useKeptTyped } from '../../../kit/keptTyped.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { ChargeRecord, Job } from '@anklet/contract'
import type { ChargeDoubt, LedgerAnswer } from '@anklet/core/physics/compressor'
import { airLedger } from '@anklet/core/physics/compressor'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { completeGeometry } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import type { Sending } from '../../../client/queries.ts'
import { useCommand, useUnits, useVehicle } from '../../../client/queries.ts'
import { AirByCorner } from '../../../kit/AirByCorner.tsx'
import { BottleFills } from '../../../kit/BottleFills.tsx'
import { Figure } from '../../../kit/Figure.tsx'
import type { ReadFigures } from '../../../kit/readFigures.ts'
import { useFigures } from '../../../kit/Figures.tsx'
import { Taps } from '../../../kit/Taps.tsx'
import { isMissing, topUpWords } from '@anklet/language/repair/air'
import { refusalWords } from '@anklet/language/repair/refusals'
import { addedBarL, recordCharge } from './commands.ts'
import type { Asked } from './model.ts'
import { AFTER, asksOf, chargeRead, doubtOf } from './model.ts'
import { ChargeList } from './ChargeList.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Refusal, Notice } from '../../../kit/Notice.tsx'

const STEPS = [
  'The vehicle at the level and about the temperature its target is stated for; ' +
    'the filling hose does not hold a door open that stops levelling.',
  'Regulator shut, then the bottle open. Rated hose and fitting, relief valve in it.',
  'Purge the hose of damp air before it goes on.',
  'Slowly up to the pressure said for the regulator; the reservoir is read by the pressure at which flow starts.',
  'Exercise the system so that air and gas spread, read again.',
  'Bottle shut, hose bled, cap back on.',
] as const

function Levels({
  job,
  reservoirL,
  temperatureC,
}: {
  readonly job: Job
  readonly reservoirL: number
  readonly temperatureC: number
}): ReactNode {
  const { geometry, architecture } = job.vehicleType
  const totals = [...architecture.levels]
    .sort((a, b) => a.offsetMm - b.offsetMm)
    .map(({ id, offsetMm }) => {
      const answer = airLedger({
        vehicle: completeGeometry(geometry),
        reservoirL,
        reservoirBarG: 0,
        temperatureC,
        levelOffsetMm: offsetMm,
        targetReservoirBarG: 0,
        bottle: null,
      })
      return { id, total: answer.ok ? answer.value.totalBarL : null }
    })
  const changes = totals
    .slice(1)
    .flatMap(({ id, total }, i) =>
      total === null || totals[i]!.total === null
        ? []
        : [`${totals[i]!.id} to ${id} ${(total - totals[i]!.total).toFixed(1)} bar·L`],
    )
  return (
    changes.length > 0 && (
      <p className="text-body">
        <span className="text-ink-2">A level takes: </span>
        {changes.join(', ')}.
      </p>
    )
  )
}

/** What was put in, and its record. */
function RecordCharge({
  gas,
  onGas,
  fields,
  added,
  doubt,
  pressure,
  complete,
  recorded,
  sending,
  onRecord,
}: {
  readonly gas: ChargeRecord['gas']
  onGas(gas: ChargeRecord['gas']): void
  readonly fields: ReactNode
  readonly added: number | null
  readonly doubt: ChargeDoubt | null
  pressure(bar: number): string
  readonly complete: boolean
  /** The very same is on record already. */ readonly recorded: boolean
  readonly sending: Sending<'charge.record'>
  onRecord(): void
}): ReactNode {
  return (
    <div className="grid gap-3 border-t border-edge pt-3">
      <Taps<ChargeRecord['gas']>
        legend="Charged with"
        chosen={[gas]}
        onTap={onGas}
        options={[
          { value: 'nitrogen', words: 'Dry nitrogen' },
          { value: 'dryAir', words: 'Dry air' },
          { value: 'pump', words: 'Its own pump' },
        ]}
      />
      <div className="[&>div]:!grid-cols-1">{fields}</div>
      {added !== null && (
        <p className="num">
          {added >= 0 ? 'Put in' : 'Let out'} {Math.abs(added).toFixed(1)} bar·L.
        </p>
      )}
      {doubt && (
        <Refusal>
          {doubt.code === 'aboveLimit'
            ? `Its type says never above ${pressure(doubt.barG)}: let it out, or look whether that was read right.`
            : `It should hold ${pressure(doubt.barG)}: was a figure missed, or another unit meant?`}
        </Refusal>
      )}
      <Button look="go" disabled={!complete || recorded || sending.isPending} onClick={onRecord}>
        Record the charge
      </Button>
      {recorded && (
        <Notice kind="wait">On record. Before the next one, what it holds now is read anew.</Notice>
      )}
      <RefusalOf asked={sending} />
    </div>
  )
}

const pressureIn =
  (units: DisplayUnits) =>
  (bar: number): string =>
    `${formatQuantity(bar, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`

/** How much is missing, or too much. */
function TopUp({
  value,
  pressure,
}: {
  readonly value: LedgerAnswer
  pressure(bar: number): string
}): ReactNode {
  return (
    <p className="say-small" aria-live="polite">
      {topUpWords(value.topUpBarL)}
      {isMissing(value.topUpBarL) && ` Regulator to ${pressure(value.regulatorBarG)} today.`}
    </p>
  )
}

/** What is measured, and how gas is put in without hurting anybody. */
function HowItGetsIn({
  fields,
  read,
  job,
}: {
  readonly fields: ReactNode
  readonly read: ReadFigures<Asked>
  readonly job: Job
}): ReactNode {
  return (
    <div className="grid min-w-0 content-start gap-4">
      <h2 className="say-small">How much gas is missing, and how does it get in?</h2>
      <Notice kind="wait">
        Work under pressure: licensed practice and the maker’s instructions decide. Gas let out in a
        closed cabin or pit displaces breathing air: doors open.
      </Notice>
      {fields}
      {read.ok && (
        <Levels
          job={job}
          reservoirL={read.value.reservoirL}
          temperatureC={read.value.temperatureC}
        />
      )}
      <ol className="grid list-decimal gap-1 pl-6">
        {STEPS.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
    </div>
  )
}

/**
 * Gas put into a system: what is missing, how to put it in without hurting anybody, and the record
 * of it.
 */
export function ChargeForm({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const { anatomy } = job.vehicleType.architecture
  const { read, fields } = useFigures(asksOf(anatomy), units)
  const after = useFigures(AFTER, units)
  const [gas, setGas] = useKeptTyped<ChargeRecord['gas']>('gas', () => 'nitrogen')
  // With what is typed: what was recorded before a reload is not recorded again after it.
  const [chargeId, setChargeId] = useKeptTyped<string>('charge', () => crypto.randomUUID())
  const [recorded, setRecorded] = useKeptTyped<string | null>('recorded', () => null)
  const keep = useCommand('charge.record')
  const car = useVehicle(job.vehicle.id).data
  const ledger = read.ok
    ? airLedger({
        ...read.value,
        vehicle: completeGeometry(job.vehicleType.geometry),
        levelOffsetMm: 0,
        bottle:
          read.value.bottleL > 0
            ? { volumeL: read.value.bottleL, barG: read.value.bottleBarG }
            : null,
      })
    : null
  const pressure = pressureIn(units)
  const charge = chargeRead(read, after.read, gas)
  const record = (): void => {
    if (!charge) return
    keep.submit({ payload: recordCharge(chargeId, job.id, charge) }, () => {
      setRecorded(JSON.stringify(charge))
      setChargeId(crypto.randomUUID())
    })
  }
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_360px]">
      <HowItGetsIn fields={fields} read={read} job={job} />
      <div className="grid content-start gap-3">
        {ledger && !ledger.ok && <Refusal>{refusalWords(ledger.error)}</Refusal>}
        {ledger?.ok ? (
          <>
            <TopUp value={ledger.value} pressure={pressure} />
            <Figure
              words="in the whole system"
              value={ledger.value.totalBarL.toFixed(1)}
              unit="bar·L"
            />
            <AirByCorner corners={ledger.value.corners} />
            <BottleFills fills={ledger.value.bottleFills} />
            {!job.closedAt && (
              <RecordCharge
                gas={gas}
                onGas={setGas}
                fields={after.fields}
                added={charge ? addedBarL(charge) : null}
                doubt={doubtOf(read, after.read, anatomy)}
                pressure={pressure}
                complete={after.read.ok}
                recorded={recorded === JSON.stringify(charge)}
                sending={keep}
                onRecord={record}
              />
            )}
          </>
        ) : (
          <p className="text-ink-2">{read.ok ? '' : read.sentence}</p>
        )}
        <ChargeList charges={car?.charges ?? job.charges} job={job.closedAt ? null : job} />
      </div>
    </div>
  )
}
