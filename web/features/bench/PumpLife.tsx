import { useUnits } from '../../client/queries.ts'
import type { VehicleType } from '@anklet/contract'
import { duty } from '@anklet/core/physics/compressor'
import { designPressureOf } from '@anklet/core/physics/pneumatics'
import { completeGeometry, CORNERS, hasAir } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { capital } from '@anklet/language/plain/corners'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { refusalWords } from '@anklet/language/repair/refusals'
import { daysWords } from '@anklet/language/plain/times'
import { useFigures } from '../../kit/Figures.tsx'
import { Note } from './Note.tsx'
import { PUMP_ASKS } from '../../kit/pumpAsks.ts'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import { Refusal } from '../../kit/Notice.tsx'

const ASKS = {
  ...PUMP_ASKS,
  normalMinutesPerDay: {
    words: 'Runs without a leak',
    kind: 'plain',
    unit: 'min a day',
    least: 0,
    most: 1440,
    start: null,
  },
  lifeHours: {
    words: 'Good for',
    kind: 'plain',
    unit: 'running hours',
    least: 0,
    most: 1_000_000,
    start: null,
  },
} as const

function Lives({
  with: withLeak,
  without,
}: {
  readonly with: number | null
  readonly without: number | null
}): ReactNode {
  const longest = Math.max(withLeak ?? 0, without ?? 0, 1)
  return (
    <ul className="grid gap-2" aria-label="Life of the pump">
      {(
        [
          ['without the leak', without],
          ['with it', withLeak],
        ] as const
      ).map(([words, days]) => (
        <li key={words} className="grid grid-cols-[130px_minmax(0,1fr)_96px] items-center gap-3">
          <span className="text-ink-2">{words}</span>
          <span aria-hidden className="h-4 bg-edge-2">
            <span
              className={`block h-4 ${words === 'with it' ? 'bg-ink' : 'bg-steel-dark'}`}
              style={{ width: `${((days ?? longest) / longest) * 100}%` }}
            />
          </span>
          <span className="num text-right">{days === null ? 'no end' : daysWords(days)}</span>
        </li>
      ))}
    </ul>
  )
}

/** What a leak makes of the pump's day and of its life. */
export function PumpLife({ type }: { readonly type: VehicleType }): ReactNode {
  const vehicle = completeGeometry(type.geometry)
  const pressures = CORNERS.filter((corner) => hasAir(vehicle.corners[corner])).map((corner) =>
    designPressureOf(vehicle, corner),
  )
  const meanBarG = pressures.reduce((sum, bar) => sum + bar, 0) / Math.max(1, pressures.length)
  const [logRate, setLogRate] = useState(0)
  const rate = 10 ** logRate
  const { read, fields } = useFigures(ASKS, useUnits())
  const answer = read.ok ? duty({ leakBarLPerH: rate, meanBarG, ...read.value }) : null
  const share = answer?.ok
    ? answer.value.leakMinutesPerDay / Math.max(answer.value.totalMinutesPerDay, 1e-9)
    : 0
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-5">
        <Slider
          label="Leak"
          min={-2.5}
          max={2}
          step={0.05}
          value={logRate}
          shown={rateWords(rate)}
          onSlide={setLogRate}
        />
        {fields}
        {answer?.ok && (
          <Lives with={answer.value.lifeDays} without={answer.value.lifeDaysWithoutLeak} />
        )}
      </div>
      <div className="grid content-start gap-3">
        {answer?.ok && (
          <>
            <p className="say" aria-live="polite">
              {`${capital(sizeWords(rate))} costs the pump ` +
                (answer.value.leakMinutesPerDay < 1
                  ? `${Math.round(answer.value.leakMinutesPerDay * 60)} seconds`
                  : `${answer.value.leakMinutesPerDay.toFixed(1)} minutes`) +
                ' a day.'}
            </p>
            <p className="sub">
              {share < 0.1
                ? 'By minutes that is little. What kills a pump then is the long run of a cold ' +
                  'morning, when the car stands low: heat, not hours.'
                : 'The leak comes first, the pump after: a new pump behind this leak wears out the same way.'}
            </p>
            <SaveToJob
              title="Pump and leak"
              lines={[
                `${type.name}, ${rateWords(rate)} bar·L/h: ` +
                  `${answer.value.totalMinutesPerDay.toFixed(1)} minutes a day instead of ` +
                  `${(answer.value.totalMinutesPerDay - answer.value.leakMinutesPerDay).toFixed(1)}; ` +
                  'its hours last ' +
                  `${answer.value.lifeDays === null ? 'without end' : daysWords(answer.value.lifeDays)}.`,
              ]}
            />
          </>
        )}
        {answer && !answer.ok && <Refusal>{refusalWords(answer.error)}</Refusal>}
        <Note
          formula="Minutes a day = leak · 24 ÷ the pump’s flow at the mean spring pressure."
          limits={
            'Wear by hours alone. Heat, wet air and dust shorten a life more than minutes ' +
            'do; how long a pump is good for is the shop’s own experience.'
          }
        />
      </div>
    </div>
  )
}
