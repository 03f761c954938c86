import { CornerCaption } from '../../kit/CornerCaption.tsx'
import { LeakAsks } from './LeakAsks.tsx'
import type { VehicleType } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import type { Remote } from 'comlink'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { useUnits } from '../../client/queries.ts'
import type {
  NightRequest,
  NightWorker,
  ParkedNight as Night,
} from '../../client/workers/nightWorker.ts'
import { useReckoned } from '../../client/workers/useReckoned.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { hiddenWords } from '@anklet/language/night/hidden'
import { rateWords } from '@anklet/language/plain/rates'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Refusal } from '../../kit/Notice.tsx'

type Policy = Architecture['parked']['policy']
const POLICIES: readonly { readonly value: Policy; readonly words: string }[] = [
  { value: 'settleAxle', words: 'Settles an axle to its low corner' },
  { value: 'settleVehicle', words: 'Settles the whole car' },
  { value: 'refill', words: 'Pumps back up' },
  { value: 'none', words: 'Does nothing' },
]
const HOURS = 14
const W = 200
const H = 190
const LEFT = 34

const makeWorker = (): Worker =>
  new Worker(new URL('../../client/workers/nightWorker.ts', import.meta.url), { type: 'module' })
const askNight = async (
  remote: Remote<NightWorker>,
  request: NightRequest,
): Promise<Night | 'none'> => (await remote.parkedNight(request)) ?? 'none'

function Panel({
  corner,
  night,
  range: [low, high],
  units,
}: {
  readonly corner: Corner
  readonly night: Night
  readonly range: readonly [number, number]
  readonly units: DisplayUnits
}): ReactNode {
  const x = (hour: number): number => LEFT + (hour / HOURS) * (W - LEFT - 8)
  const y = (mm: number): number => 10 + ((high - mm) / (high - low)) * (H - 20)
  const line = (heights: Night['off']): string =>
    heights
      .map((height, k) => `${x(night.hours[k]!).toFixed(1)},${y(height[corner]).toFixed(1)}`)
      .join(' ')
  const [awake, off] = [night.awake.at(-1)![corner], night.off.at(-1)![corner]]
  const write = (mm: number): string => formatQuantity(mm, 'height', units)
  return (
    <svg
      viewBox={`0 0 ${W} ${H + 24}`}
      className="w-full"
      role="img"
      aria-label={
        `${capital(CORNER_WORDS[corner])}: in the morning ${write(awake)}, ` +
        `${write(off)} with the supply off, ${UNIT_LABEL[units.length]}`
      }
    >
      {[low, (low + high) / 2, high].map((mm) => (
        <g key={mm}>
          <line x1={LEFT} x2={W - 4} y1={y(mm)} y2={y(mm)} stroke="var(--edge)" />
          <text x={LEFT - 5} y={y(mm) + 4} textAnchor="end" fontSize="11" fill="var(--ink-3)">
            {write(mm)}
          </text>
        </g>
      ))}
      <text x={LEFT + 4} y={9} fontSize="11" fill="var(--ink-3)">
        {UNIT_LABEL[units.length]}
      </text>
      {night.checkHours.map((hour) => (
        <line
          key={hour}
          x1={x(hour)}
          x2={x(hour)}
          y1={8}
          y2={H - 8}
          stroke="var(--steel-dark)"
          strokeDasharray="2 3"
        />
      ))}
      <polyline
        points={line(night.off)}
        fill="none"
        stroke="var(--air)"
        strokeWidth="1.8"
        strokeDasharray="5 4"
      />
      <polyline points={line(night.awake)} fill="none" stroke="var(--ink)" strokeWidth="2.4" />
      <CornerCaption corner={corner} x={LEFT + (W - LEFT) / 2} y={H + 17} />
    </svg>
  )
}

function rangeOf(night: Night): readonly [number, number] {
  const all = [...night.awake, ...night.off].flatMap((heights) =>
    WALK.map((corner) => heights[corner]),
  )
  return [Math.floor((Math.min(...all) - 3) / 10) * 10, Math.ceil((Math.max(...all) + 3) / 10) * 10]
}

/** How each corner goes through the night. */
function NightByCorner({
  night,
  units,
}: {
  readonly night: Night
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <div className="corners">
      {WALK.map((each) => (
        <div key={each} style={{ gridArea: each }}>
          <Panel corner={each} night={night} range={rangeOf(night)} units={units} />
        </div>
      ))}
    </div>
  )
}

function NightLegend({ units }: { readonly units: DisplayUnits }): ReactNode {
  return (
    <p className="text-small text-ink-2">
      {HOURS} h from 10 to 2 °C, from the highest level, {UNIT_LABEL[units.length]}. Solid: the
      module left to its habits, looking at the dotted hours. Dashed: its supply cut.
    </p>
  )
}

function NightNote(): ReactNode {
  return (
    <Note
      formula={
        'The same car twice through the night, stepped from one event to the next: ' +
        'leaks, cold, valves, the module’s checks.'
      }
      limits={
        'Pump, valves and dead band of a usual size, of no maker; the type says when ' +
        'its module looks and what it does then.'
      }
    />
  )
}

/** What a module that is left awake makes of a leak by the morning. */
export function ParkedNight({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const vehicle = useMemo(() => completeGeometry(type.geometry), [type])
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const [corner, setCorner] = useState<Corner>(withAir[0] ?? 'FL')
  const [policy, setPolicy] = useState<Policy>(type.architecture.parked.policy)
  const [logRate, setLogRate] = useState(-0.6)
  const checksAfterH =
    type.architecture.parked.checksAfterH.length > 0
      ? type.architecture.parked.checksAfterH
      : [3, 9]
  const rate = 10 ** logRate
  const night = useReckoned(
    makeWorker,
    askNight,
    {
      vehicle,
      architecture: { ...type.architecture, parked: { policy, checksAfterH } },
      corner,
      leakBarLPerH: rate,
      levelId: type.architecture.levels.at(-1)!.id,
      hours: HOURS,
      startC: 10,
      endC: 2,
    },
    'none',
  )
  if (night === 'none')
    return <Refusal>With these figures the vehicle finds no place to rest.</Refusal>
  const words =
    night === null ? null : hiddenWords(corner, night.awake.at(-1)!, night.off.at(-1)!, units)
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid min-w-0 content-start gap-3">
        {night === null ? (
          <p role="status">Running the night …</p>
        ) : (
          <NightByCorner night={night} units={units} />
        )}
        <NightLegend units={units} />
        <LeakAsks
          legend="The leak"
          corners={withAir}
          corner={corner}
          onCorner={setCorner}
          logRate={logRate}
          most={1}
          onRate={setLogRate}
        />
        <Taps<Policy>
          legend="Parked, its module"
          options={POLICIES}
          chosen={[policy]}
          onTap={setPolicy}
        />
      </div>
      <div className="grid content-start gap-4">
        <p className="say" aria-live="polite">
          {words?.headline ?? ' '}
        </p>
        {words && <p className="sub">{words.sub}</p>}
        {words && (
          <SaveToJob
            title="Parked night"
            lines={[
              `${type.name}, ${CORNER_WORDS[corner]} leaking ${rateWords(rate)} bar·L/h.`,
              words.headline,
              words.sub,
            ]}
          />
        )}
        <NightNote />
      </div>
    </div>
  )
}
