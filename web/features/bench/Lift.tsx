import type { VehicleType } from '@anklet/contract'
import { liftTime } from '@anklet/core/physics/compressor'
import { judgeLift } from '@anklet/core/measuring/guided'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { refusalWords } from '@anklet/language/repair/refusals'
import { secondsWords } from '@anklet/language/plain/times'
import { useFigures } from '../../kit/Figures.tsx'
import { Note } from './Note.tsx'
import { PUMP_ASKS, WARMTH_ASK } from '../../kit/pumpAsks.ts'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'

const ASKS = {
  ...PUMP_ASKS,
  temperatureC: WARMTH_ASK,
  measuredS: {
    words: 'Measured with a watch',
    kind: 'plain',
    unit: 's (0: not yet)',
    least: 0,
    most: 3600,
    start: 0,
  },
} as const

/** How long a lift takes with a good pump, held against the time it took. */
export function Lift({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const vehicle = completeGeometry(type.geometry)
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const [liftMm, setLift] = useState<Readonly<Record<string, number>>>(() =>
    Object.fromEntries(withAir.map((corner) => [corner, 30])),
  )
  const { read, fields } = useFigures(ASKS, units)
  const answer = read.ok ? liftTime({ vehicle, liftMm, ...read.value }) : null
  const judged =
    answer?.ok && read.ok && read.value.measuredS > 0
      ? judgeLift(answer.value.seconds, read.value.measuredS, null)
      : null
  const verdict =
    judged === null
      ? ''
      : judged.verdict !== 'good'
        ? ` It took longer: only ${Math.round(judged.share * 100)}\u00a0% of the flow ` +
          'arrived. The pump is weak, or air gets out while it lifts: pump it dead-ended ' +
          'to tell them apart.'
        : ` It took no longer than it should: the pump brings what it must.`
  const lines = answer?.ok
    ? [
        `${type.name}, ` +
          `${withAir.map((corner) => `${corner} ${liftMm[corner] ?? 0}`).join(', ')} mm: ` +
          `${answer.value.airBarL.toFixed(1)} bar·L, ` +
          `${secondsWords(answer.value.seconds)}.`,
        ...(verdict ? [verdict.trim()] : []),
      ]
    : []
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-4">
        <section aria-label="Lift">
          <h2>How far, {UNIT_LABEL[units.length]}</h2>
          {withAir.map((corner) => (
            <Slider
              key={corner}
              label={capital(CORNER_WORDS[corner])}
              min={0}
              max={100}
              step={1}
              value={liftMm[corner] ?? 0}
              shown={formatQuantity(liftMm[corner] ?? 0, 'height', units)}
              onSlide={(mm) => setLift({ ...liftMm, [corner]: mm })}
            />
          ))}
        </section>
        {fields}
      </div>
      <div className="grid content-start gap-3">
        {answer?.ok && (
          <>
            <p
              className="say"
              aria-live="polite"
            >{`A good pump needs ${secondsWords(answer.value.seconds)}.`}</p>
            {verdict && <Notice kind="wait">{verdict.trim()}</Notice>}
            <p className="figure">
              <span className="text-ink-2">air that goes in</span>
              <span className="num">
                {answer.value.airBarL.toFixed(1)}
                <span className="unit">bar·L</span>
              </span>
            </p>
            <SaveToJob title="Lift time" lines={lines} />
          </>
        )}
        {answer && !answer.ok && <Refusal>{refusalWords(answer.error)}</Refusal>}
        <Note
          formula="Air = p · A · m · lift · 293/T at each corner, delivered against that corner’s pressure."
          limits={
            'By the pump alone: a car with a reservoir lifts from its tank first, so ' +
            'isolate that. Mind the voltage at the pump, heat and altitude.'
          }
        />
      </div>
    </div>
  )
}
