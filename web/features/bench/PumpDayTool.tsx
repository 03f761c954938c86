import { useUnits } from '../../client/queries.ts'
import type { VehicleType } from '@anklet/contract'
import type { PumpDay, PumpDayRequest } from '@anklet/core/physics/simulation'
import { USUAL_PUMP, usualMachine } from '@anklet/core/physics/simulation'
import type { Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import type { Remote } from 'comlink'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Figure } from '../../kit/Figure.tsx'
import type { ReadFigures } from '../../kit/readFigures.ts'
import { useFigures } from '../../kit/Figures.tsx'
import { PUMP_ASKS } from '../../kit/pumpAsks.ts'
import { Taps } from '../../kit/Taps.tsx'
import type { PumpDayWorker } from '../../client/workers/pumpDayWorker.ts'
import { useReckoned } from '../../client/workers/useReckoned.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { pumpDayWords } from '@anklet/language/night/pumpDay'
import { rateWords, sizeWords } from '@anklet/language/plain/rates'
import { daysWords } from '@anklet/language/plain/times'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import { Refusal } from '../../kit/Notice.tsx'

const ASKS = {
  ...PUMP_ASKS,
  lifeHours: {
    words: 'Good for, running',
    kind: 'plain',
    unit: 'h (0: not known)',
    least: 0,
    most: 100_000,
    start: 0,
  },
  dryerG: {
    words: 'Dryer holds',
    kind: 'plain',
    unit: 'g (0: not known)',
    least: 0,
    most: 5000,
    start: 0,
  },
  coldC: { words: 'Before dawn', kind: 'temperature', least: -50, most: 45, start: 2 },
  warmC: { words: 'In the afternoon', kind: 'temperature', least: -50, most: 55, start: 10 },
  humidity: { words: 'Humidity', kind: 'plain', unit: '%', least: 0, most: 100, start: 80 },
} as const
const DRIVES = [
  { fromH: 7, toH: 7.75 },
  { fromH: 12, toH: 12.5 },
  { fromH: 16.5, toH: 17.25 },
] as const
const W = 720
const H = 190
const LEFT = 40
const FLOOR = 160

const makeWorker = (): Worker =>
  new Worker(new URL('../../client/workers/pumpDayWorker.ts', import.meta.url), { type: 'module' })
const askDays = (
  remote: Remote<PumpDayWorker>,
  requests: readonly PumpDayRequest[],
): Promise<readonly (PumpDay | null)[]> =>
  Promise.all(requests.map((request) => remote.day(request)))

/** The pump's warmth through the day, its runs below: the line tells how hot, the bars how long. */
function DayChart({
  day,
  cutoutC,
}: {
  readonly day: PumpDay
  readonly cutoutC: number
}): ReactNode {
  const top = Math.max(40, ...day.warmth.map(({ degC }) => degC)) + 8
  const low = Math.min(0, ...day.warmth.map(({ degC }) => degC))
  const x = (hour: number): number => LEFT + (hour / 24) * (W - LEFT - 10)
  const y = (degC: number): number => 10 + ((top - degC) / (top - low)) * (FLOOR - 20)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full"
      role="img"
      aria-label={`The pump through a day: hottest ${Math.round(day.hottestC)} degrees, ${day.runs.length} runs`}
    >
      {[0, 20, 40, 60, 80, 100]
        .filter((degC) => degC < top)
        .map((degC) => (
          <g key={degC}>
            <line x1={LEFT} x2={W - 10} y1={y(degC)} y2={y(degC)} stroke="var(--edge)" />
            <text x={LEFT - 6} y={y(degC) + 4} textAnchor="end" fontSize="11" fill="var(--ink-3)">
              {degC}
            </text>
          </g>
        ))}
      {cutoutC < top && (
        <line
          x1={LEFT}
          x2={W - 10}
          y1={y(cutoutC)}
          y2={y(cutoutC)}
          stroke="var(--rust)"
          strokeDasharray="6 4"
        />
      )}
      {DRIVES.map(({ fromH, toH }) => (
        <rect
          key={fromH}
          x={x(fromH)}
          y={8}
          width={x(toH) - x(fromH)}
          height={FLOOR - 8}
          fill="var(--steel)"
          opacity="0.35"
        />
      ))}
      <polyline
        points={day.warmth
          .map(({ hour, degC }) => `${x(hour).toFixed(1)},${y(degC).toFixed(1)}`)
          .join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {day.runs.map(({ fromH, toH }) => (
        <rect
          key={fromH}
          x={x(fromH)}
          y={FLOOR + 2}
          width={Math.max(1.5, x(toH) - x(fromH))}
          height="12"
          fill="var(--air)"
        />
      ))}
      {[0, 6, 12, 18, 24].map((hour) => (
        <text
          key={hour}
          x={x(hour)}
          y={H - 2}
          textAnchor="middle"
          fontSize="11"
          fill="var(--ink-3)"
        >
          {hour} h
        </text>
      ))}
      <text x={LEFT} y={8} fontSize="11" fill="var(--ink-3)">
        °C of the pump; bars below: it runs; grey: driven
      </text>
    </svg>
  )
}

/** The day of this pump beside a tight car’s. */
function DayFigures({
  tight,
  day,
  life,
  read,
}: {
  readonly tight: PumpDay
  readonly day: PumpDay
  life(minutes: number): string
  readonly read: ReadFigures<keyof typeof ASKS>
}): ReactNode {
  return (
    <div>
      <Figure
        words={`starts a day, tight ${tight.runs.length}`}
        value={String(day.runs.length)}
        unit=""
      />
      <Figure
        words={`runs a day, tight ${tight.minutes.toFixed(1)}`}
        value={day.minutes.toFixed(1)}
        unit="min"
      />
      {life(1) && (
        <Figure words={`lasts, tight ${life(tight.minutes)}`} value={life(day.minutes)} unit="" />
      )}
      <Figure words="water into the dryer" value={day.moistureG.toFixed(2)} unit="g a day" />
      {read.ok && read.value.dryerG > 0 && day.moistureG > 0.001 && (
        <Figure
          words="dryer full after"
          value={daysWords(read.value.dryerG / day.moistureG)}
          unit=""
        />
      )}
    </div>
  )
}

function DayNote(): ReactNode {
  return (
    <Note
      formula={
        'The whole machine run for two days, the second counted: leak, levelling, the ' +
        'pump’s heat and cooling, air drawn in with its water (Magnus), air vented ' +
        'back through the dryer with it.'
      }
      limits={
        'Three drives a day. Heating, cooling and dead band of a usual size, of no ' +
        'maker; leaks carry no water back out.'
      }
    />
  )
}

/** What a leak makes of the pump's day: starts, minutes, the long morning run, heat and water. */
export function PumpDayTool({ type }: { readonly type: VehicleType }): ReactNode {
  const vehicle = useMemo(() => completeGeometry(type.geometry), [type])
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const [corner, setCorner] = useState<Corner>(withAir[0] ?? 'RL')
  const [logRate, setLogRate] = useState(0)
  const { read, fields } = useFigures(ASKS, useUnits())
  const rate = 10 ** logRate
  const { architecture } = type
  const requests = read.ok
    ? [rate, 0].map((leakBarLPerH): PumpDayRequest => ({
        machine: usualMachine(vehicle, architecture, {
          pump: {
            ...USUAL_PUMP,
            freeFlowLPerMin: read.value.freeFlowLPerMin,
            stallBarG: read.value.stallBarG,
          },
          supplyV: 13.5,
        }),
        levelId:
          architecture.levels.find(({ offsetMm }) => offsetMm === 0)?.id ??
          architecture.levels[0]!.id,
        corner,
        leakBarLPerH,
        drives: DRIVES,
        coldC: Math.min(read.value.coldC, read.value.warmC),
        warmC: Math.max(read.value.coldC, read.value.warmC),
        humidity: read.value.humidity / 100,
      }))
    : null
  const days = useReckoned(makeWorker, askDays, requests, [null, null])
  const [day, tight] = days ?? []
  const words = day && tight ? pumpDayWords(day, tight) : null
  const life = (minutes: number): string =>
    !read.ok || read.value.lifeHours === 0
      ? ''
      : minutes < 0.01
        ? 'its life'
        : daysWords((read.value.lifeHours * 60) / minutes)
  const lines =
    words && day
      ? [
          `${type.name}, ${CORNER_WORDS[corner]} leaking ${rateWords(rate)} bar·L/h.`,
          words.headline,
          words.sub,
        ]
      : []
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid min-w-0 content-start gap-3">
        {day && <DayChart day={day} cutoutC={USUAL_PUMP.cutoutC} />}
        {days && !day && <Refusal>With these figures the vehicle finds no place to rest.</Refusal>}
        {read.ok && !days && <p role="status">Running two days …</p>}
        <Slider
          label={`Leak: ${sizeWords(rate)}`}
          min={-2}
          max={2}
          step={0.05}
          value={logRate}
          shown={rateWords(rate)}
          onSlide={setLogRate}
        />
        <Taps<Corner>
          legend="Where"
          options={withAir.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
          chosen={[corner]}
          onTap={setCorner}
        />
        {fields}
      </div>
      <div className="grid content-start gap-3">
        <p className="say" aria-live="polite">
          {words?.headline ?? ' '}
        </p>
        {words && <p className="sub">{words.sub}</p>}
        {day && tight && <DayFigures tight={tight} day={day} life={life} read={read} />}
        {lines.length > 0 && <SaveToJob title="The pump’s day" lines={lines} />}
        <DayNote />
      </div>
    </div>
  )
}
