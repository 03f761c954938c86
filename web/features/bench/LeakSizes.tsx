import type { VehicleType } from '@anklet/contract'
import { conductanceOfRate } from '@anklet/core/physics/pneumatics'
import { hoursToBumpStop, planWatch } from '@anklet/core/measuring/leakdown'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { LEAK_SIZES, rateWords, sizeWords } from '@anklet/language/plain/rates'
import { hoursWords } from '@anklet/language/plain/times'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'

const LOWEST = -2.5
const HIGHEST = 2.5

/** The sizes of leaks on one scale, as one would meet them, and where the chosen one lies. */
function Scale({ logRate }: { readonly logRate: number }): ReactNode {
  const place = (log: number): number =>
    Math.max(0, Math.min(100, ((log - LOWEST) / (HIGHEST - LOWEST)) * 100))
  const stretches = LEAK_SIZES.map(({ words, upTo }, i) => ({
    words,
    from: place(i === 0 ? LOWEST : Math.log10(LEAK_SIZES[i - 1]!.upTo)),
    to: place(Math.log10(upTo)),
  }))
  return (
    <ol className="grid gap-1" aria-label="Leaks from small to large">
      {stretches.map(({ words, from, to }) => {
        const here = place(logRate) >= from && (place(logRate) < to || to === 100)
        return (
          <li
            key={words}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] items-center gap-3"
            aria-current={here ? 'true' : undefined}
          >
            <span className={here ? 'font-bold' : 'text-ink-2'}>{capital(words)}</span>
            <span aria-hidden className="relative h-4 bg-edge-2">
              <span
                className={`absolute inset-y-0 ${here ? 'bg-ink' : 'bg-steel'}`}
                style={{ left: `${from}%`, width: `${to - from}%` }}
              />
              {here && (
                <span
                  className="absolute -inset-y-1 w-[3px] bg-air"
                  style={{ left: `${place(logRate)}%` }}
                />
              )}
            </span>
          </li>
        )
      })}
    </ol>
  )
}

/** What a leak of a size does to this car: in words, in bar-litre, in mm, and in hours to its stop. */
export function LeakSizes({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const [logRate, setLogRate] = useState(-1)
  const vehicle = useMemo(() => completeGeometry(type.geometry), [type])
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const [corner, setCorner] = useState<Corner>(withAir[0] ?? 'FL')
  const rate = 10 ** logRate
  const conductance = conductanceOfRate(vehicle, corner, rate, 15)
  const hours = useMemo(
    () => (conductance === null ? null : hoursToBumpStop(vehicle, 15, { [corner]: conductance })),
    [vehicle, corner, conductance],
  )
  const plan = planWatch({ vehicle, corner, leakBarLPerH: rate, readings: 2, meanC: 15 })
  if (conductance === null || !plan.ok)
    return <p className="sub">This vehicle type has no air spring.</p>
  const unit = UNIT_LABEL[units.length]
  const drop = `${formatQuantity(plan.value.dropMmPerH, 'height', units, 1)} ${unit} an hour at first`
  const down =
    hours === null
      ? 'months from standing height to its bump stop'
      : `${hoursWords(hours)} from standing height to its bump stop`
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-5">
        <Taps<Corner>
          legend="At which corner?"
          options={withAir.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
          chosen={[corner]}
          onTap={setCorner}
        />
        <Slider
          label="Leak"
          min={LOWEST}
          max={HIGHEST}
          step={0.05}
          value={logRate}
          shown={rateWords(rate)}
          onSlide={setLogRate}
        />
        <Scale logRate={logRate} />
      </div>
      <div className="grid content-start gap-3">
        <p className="say" aria-live="polite">
          {capital(sizeWords(rate))}: {down}.
        </p>
        <p className="figure">
          <span className="text-ink-2">at design pressure</span>
          <span className="num">
            {rateWords(rate)}
            <span className="unit">bar·L/h</span>
          </span>
        </p>
        <p className="figure">
          <span className="text-ink-2">the {CORNER_WORDS[corner]} sinks</span>
          <span className="num">{drop}</span>
        </p>
        <p className="figure">
          <span className="text-ink-2">sonic conductance</span>
          <span className="num">
            {conductance
              .toExponential(1)
              .replace('e-', ' · 10⁻')
              .replace(
                /⁻(\d+)$/,
                (_, power: string) =>
                  `⁻${[...power].map((digit) => '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(digit)]).join('')}`,
              )}
            <span className="unit">L/(s·bar)</span>
          </span>
        </p>
        <SaveToJob
          title="Leak size"
          lines={[
            `${type.name}, ${CORNER_WORDS[corner]}: ${sizeWords(rate)}, ${rateWords(rate)} bar·L/h.`,
            `Sinks ${drop}; ${down}.`,
          ]}
        />
        <Note
          formula="Flow through one orifice (ISO 6358): C · p · √(293/T) · φ, slower as the pressure falls."
          limits={
            'Alone on the car, module off, air at 15 °C. ' +
            'The words are for the ear and the soap: no sharp borders.'
          }
        />
      </div>
    </div>
  )
}
