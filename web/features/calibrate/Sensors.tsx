import type { Readout } from './model.ts'
import type { Job } from '@anklet/contract'
import { AGREE_MM, moveInSlotMm } from '@anklet/core/measuring/calibration'
import type { SensorLine, ToType } from '@anklet/core/measuring/calibration'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatDifference, formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { capital, list } from '@anklet/language/plain/corners'
import { FAULT_WORDS, sensorWords } from '@anklet/language/work/proof'
import { Refusal, Notice } from '../../kit/Notice.tsx'
import { Field, FigureInput } from '../../kit/Field.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

function Slots({ types }: { readonly types: readonly ToType[] }): ReactNode {
  const units = useUnits()
  const [ratio, setRatio] = useState('')
  const typed = Number(ratio.replace(',', '.'))
  const known = ratio.trim() !== '' && typed > 0 && typed <= 3
  const off = types.filter(({ typeMm }) => typeMm !== null && Math.abs(typeMm) > AGREE_MM)
  if (off.length === 0) return null
  return (
    <section aria-label="Bodies in slots" className="grid gap-2">
      <h2>The sensors here sit in slots</h2>
      <p className="sub">
        First the mark or pin hole into line, the axle at its specified distance on a checked block,
        both sides equal; what is left then is moved.
      </p>
      <Field
        className="max-w-[320px]"
        label="Sensor’s way for a mm of the car, from the maker’s sheet"
        id="arm-ratio"
      >
        <FigureInput maxLength={6} value={ratio} onText={setRatio} />
      </Field>
      {ratio.trim() !== '' && !known && <Refusal>A ratio between 0 and 3, such as 0.3.</Refusal>}
      {known && (
        <ul className="grid gap-1">
          {off.map(({ sensor, measuredMm, reportedMm }) => {
            const mm = moveInSlotMm(measuredMm, reportedMm!, typed)
            return (
              <li key={sensor.id}>
                {capital(sensorWords(sensor.id))}:{' '}
                {formatQuantity(Math.abs(mm), 'height', units, 1)} {UNIT_LABEL[units.length]}, the
                way that makes it report {mm > 0 ? 'higher' : 'lower'}.
              </li>
            )
          })}
        </ul>
      )}
    </section>
  )
}

/** What each sensor reports beside the tape, and what is to be typed. */
function SensorTable({
  unit,
  lines,
  types,
  figure,
  units,
}: {
  readonly unit: string
  readonly lines: readonly SensorLine[]
  readonly types: readonly ToType[]
  figure(mm: number | null | undefined, extra: number): string
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <table className="table">
      <Heads
        columns={[
          'Sensor',
          figures(`tape, ${unit}`),
          figures('reports'),
          figures('to type'),
          figures('mm for a mm'),
          figures('rising to falling'),
        ]}
      />
      <tbody>
        {lines.map(({ sensor, fit }, i) => {
          const type = types[i]
          return (
            <tr key={sensor.id} data-sensor={sensor.id}>
              <td>{sensor.id}</td>
              <td className="n num">{figure(type?.measuredMm, 0)}</td>
              <td className="n num">{figure(type?.reportedMm, 0)}</td>
              <td className="n num font-bold">
                {typeof type?.typeMm === 'number' ? formatDifference(type.typeMm, units) : '–'}
              </td>
              <td className="n num">
                {typeof fit?.slopeMmPerRaw === 'number' ? fit.slopeMmPerRaw.toFixed(2) : '–'}
              </td>
              <td className="n num">{figure(fit?.hysteresisMm, 1)}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function SensorFaults({ lines }: { readonly lines: readonly SensorLine[] }): ReactNode {
  return lines.flatMap(({ sensor, fit }) => {
    const faults =
      fit === null
        ? ['reports nothing it believes: look at plug, supply and link first']
        : fit.faults.map((fault) => FAULT_WORDS[fault])
    return faults.length === 0
      ? []
      : [
          <li
            key={sensor.id}
            className={
              fit?.faults.every((fault) => fault === 'tooFewPoints')
                ? 'text-ink-2'
                : 'font-semibold text-rust'
            }
          >
            {capital(sensorWords(sensor.id))} {list(faults)}.
          </li>,
        ]
  })
}

/** Each sensor's line through the levels, what is wrong with it, and what to type into the module. */
export function Sensors({
  job,
  readout,
}: {
  readonly job: Job
  readonly readout: Readout
}): ReactNode {
  const units = useUnits()
  const { lines, types, crossed, loweredMm, at } = readout
  const unit = UNIT_LABEL[units.length]
  const figure = (mm: number | null | undefined, extra: number): string =>
    typeof mm === 'number' ? formatQuantity(mm, 'height', units, extra) : '–'
  return (
    <div className="grid gap-4">
      {loweredMm !== null && (
        <Notice kind="wait">
          Low all round by {formatQuantity(loweredMm, 'height', units)} {unit}, evenly, and the
          sensors agree with the tape: lowered on purpose. That is written down and told to the
          owner; it is not calibrated away, and it wears the bellows out early.
        </Notice>
      )}
      {crossed.map((axle) => (
        <p key={axle} className="hint">
          The {axle} sensors fit the tape of the other side better: left and right look swapped.
          Tell one corner at a time before anything is taught.
        </p>
      ))}
      <SensorTable unit={unit} lines={lines} types={types} figure={figure} units={units} />
      <ul className="grid gap-1">
        <SensorFaults lines={lines} />
      </ul>
      {types
        .filter(
          ({ halfDifferenceMm }) => halfDifferenceMm !== null && Math.abs(halfDifferenceMm) >= 2,
        )
        .map(({ sensor, halfDifferenceMm }) => (
          <p key={sensor.id} className="hint">
            The {sensorWords(sensor.id)} sees the mean of both sides. Left stands{' '}
            {formatQuantity(2 * Math.abs(halfDifferenceMm!), 'height', units)} {unit}{' '}
            {halfDifferenceMm! > 0 ? 'higher' : 'lower'}: no calibration takes that out. Look for a
            mechanical cause: link, spring, bent arm, floor.
          </p>
        ))}
      {at && job.vehicleType.architecture.sensorMount === 'adjustable' && <Slots types={types} />}
    </div>
  )
}
