import { degreesWords } from '@anklet/language/plain/temperatures'
import { LeakAsks } from './LeakAsks.tsx'
import type { VehicleType } from '@anklet/contract'
import { planWatch } from '@anklet/core/measuring/leakdown'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { hoursWords } from '@anklet/language/plain/times'
import { refusalWords } from '@anklet/language/repair/refusals'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import { Refusal } from '../../kit/Notice.tsx'

/** The wait in words, and kept with a job. @param known how well the rounds and the gas are known */
function HowLong({
  type,
  corner,
  leakBarLPerH,
  plan: { hours, dropMmPerH },
  known,
}: {
  readonly type: VehicleType
  readonly corner: Corner
  readonly leakBarLPerH: number
  readonly plan: { readonly hours: number; readonly dropMmPerH: number }
  readonly known: string
}): ReactNode {
  const units = useUnits()
  const unit = UNIT_LABEL[units.length]
  return (
    <>
      <p className="say" aria-live="polite">
        Wait {hoursWords(hours)}.
      </p>
      <p className="sub">
        {capital(sizeWords(leakBarLPerH))}, {rateWords(leakBarLPerH)} bar·L/h at the{' '}
        {CORNER_WORDS[corner]}, sinks {formatQuantity(dropMmPerH, 'height', units, 1)} {unit} an
        hour; {formatQuantity(dropMmPerH * hours, 'height', units)} {unit} beyond the cold are
        needed to be sure.
      </p>
      <SaveToJob
        title="How long to wait"
        lines={[
          `${type.name}, ${CORNER_WORDS[corner]}, ${rateWords(leakBarLPerH)} bar·L/h: ` +
            `wait ${hoursWords(hours)} to be sure, ${known}.`,
        ]}
      />
    </>
  )
}

/** The night it is reckoned for is as cold, °C. */
const MEAN_C = 8

/** How long a watch must last to be sure of a leak of a size. */
export function Wait({ type }: { readonly type: VehicleType }): ReactNode {
  const vehicle = completeGeometry(type.geometry)
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const [corner, setCorner] = useState<Corner>(withAir[0] ?? 'FL')
  const [logRate, setLogRate] = useState(-1)
  const [readings, setReadings] = useState(2)
  const [sigmaK, setSigmaK] = useState(3)
  const units = useUnits()
  const leakBarLPerH = 10 ** logRate
  const plan = planWatch({
    vehicle,
    corner,
    leakBarLPerH,
    readings,
    temperatureSigmaK: sigmaK,
    meanC: MEAN_C,
  })
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-4">
        <LeakAsks
          legend="Suspicion"
          corners={withAir}
          corner={corner}
          onCorner={setCorner}
          logRate={logRate}
          most={1.5}
          onRate={setLogRate}
        />
        <Slider
          label="Readings"
          min={1}
          max={8}
          step={1}
          value={readings}
          shown={String(readings)}
          onSlide={setReadings}
        />
        <Slider
          label="Gas known to"
          min={1}
          max={6}
          step={0.5}
          value={sigmaK}
          shown={degreesWords(sigmaK, units)}
          onSlide={setSigmaK}
        />
      </div>
      <div className="grid content-start gap-3">
        {plan.ok ? (
          <HowLong
            type={type}
            corner={corner}
            leakBarLPerH={leakBarLPerH}
            plan={plan.value}
            known={`${readings} readings a round, gas known to ${degreesWords(sigmaK, units)}`}
          />
        ) : (
          <Refusal>{refusalWords(plan.error)}</Refusal>
        )}
        <Note
          formula={
            'Hours = (z for seeing it + z for no false alarm) · what tape, bushes and gas ' +
            'leave open ÷ sinking per hour.'
          }
          limits={
            'Sees such a leak 19 times in 20, calls 1 tight corner in 20 leaking. Linear ' +
            `at design height, at ${formatQuantity(MEAN_C, 'temperature', units)} ${UNIT_LABEL[units.temperature]}.`
          }
        />
      </div>
    </div>
  )
}
