import { overBriefly } from '@anklet/language/heights/sides'
import { namesMoved } from './model.ts'
import type { VehicleDetail } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, toDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { EChartsCoreOption } from 'echarts/core'
import type { ReactNode } from 'react'
import { useCallback, useMemo, useState } from 'react'
import { carFile } from '../../kit/saveFile.ts'
import { useIsPhone } from '../../kit/useMedia.ts'
import type { ChartColours } from '../../kit/chartLook.ts'
import { CHART_TEXT, colour, coloursNow, DASHES, zoomOf } from '../../kit/chartLook.ts'
import { useChart } from '../../kit/useChart.ts'
import { momentWords } from '@anklet/language/plain/times'
import type { CarEvent } from './events.ts'
import { EVENT_MARKS, EVENT_WORDS, eventsOf, lanesOf, partsWithAge } from './events.ts'
import type { LikeWithLike, TrendPoint } from '../job/model/trend.ts'
import { likeWithLike } from '../job/model/trend.ts'
import { simulatedWords } from '@anklet/language/plain/simulated'
import { Button } from '../../kit/Button.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond'] as const
/** More rounds than this are drawn without a mark each. */
const MANY = 150

/**
 * Levelled rounds of a corner make its line; a morning with the supply off stands hollow beside
 * it, another load faint.
 */
function cornerSeries(
  corner: Corner,
  k: number,
  { levelled, nights, other }: LikeWithLike,
  { many, units, of, movedPx }: CornerLook,
): object[] {
  const data = (those: readonly TrendPoint[]): [number, number][] =>
    those.map(({ at, offMm }) => [at, toDisplay(offMm[corner], 'height', units)])
  const plain = {
    type: 'line',
    xAxisIndex: 1,
    yAxisIndex: 1,
    silent: true,
    animation: false,
    symbol: SYMBOLS[k],
    sampling: 'lttb',
  }
  return [
    {
      ...plain,
      showSymbol: !many,
      symbolSize: 7,
      itemStyle: { color: of },
      lineStyle: { color: of, width: 1.8, type: DASHES[k] },
      endLabel: { show: true, formatter: corner, color: of, offset: [0, movedPx] },
      data: data(levelled),
    },
    {
      ...plain,
      symbolSize: many ? 4 : 8,
      itemStyle: { color: colour('--sheet'), borderColor: of, borderWidth: 1.6 },
      lineStyle: { opacity: 0 },
      data: data(nights),
    },
    {
      ...plain,
      symbolSize: 7,
      itemStyle: { color: of, opacity: 0.35 },
      lineStyle: { opacity: 0 },
      data: data(other),
    },
  ]
}

interface CornerLook {
  readonly many: boolean
  readonly units: DisplayUnits
  /** Colour of the corner. */ readonly of: string
  /** How far its name is moved from its line's end. */ readonly movedPx: number
}

/** What happened, a lane for each kind over the heights, each at its own time. */
function eventSeries(
  events: readonly CarEvent[],
  lanes: readonly CarEvent['kind'][],
  { ink, edge }: ChartColours,
): object {
  return {
    type: 'line',
    xAxisIndex: 0,
    yAxisIndex: 0,
    silent: true,
    animation: false,
    lineStyle: { opacity: 0 },
    symbol: 'roundRect',
    symbolSize: [9, 13],
    itemStyle: { color: ink, borderColor: edge, borderWidth: 1 },
    data: events.map(({ atMs, kind }) => [atMs, lanes.indexOf(kind)]),
  }
}

/** Height of a lane, px. */
const LANE = 19
const PLOT_TOP = 34

interface TimelineLook {
  readonly units: DisplayUnits
  readonly phone: boolean
  /** What heights are drawn over, in words. */
  readonly over: string
}

function optionOf(
  points: readonly TrendPoint[],
  like: LikeWithLike,
  events: readonly CarEvent[],
  { units, phone, over }: TimelineLook,
): EChartsCoreOption {
  const colours = coloursNow()
  const many = points.length > MANY
  const all = points.flatMap(({ offMm }) => WALK.map((corner) => offMm[corner]))
  const moved = namesMoved(points, like.levelled.at(-1), Math.max(10, ...all) + 8)
  const lanes = lanesOf(events)
  const lanesPx = lanes.length * LANE
  const left = phone ? 34 : 88
  const times = [...points, ...events.map(({ atMs: at }) => ({ at }))].map(({ at }) => at)
  const range = { type: 'time', min: Math.min(...times), max: Math.max(...times) }
  return {
    grid: [
      { left, right: 48, top: 6, height: lanesPx },
      { left, right: 48, top: lanesPx + PLOT_TOP, bottom: 62 },
    ],
    textStyle: CHART_TEXT,
    xAxis: [
      { ...range, gridIndex: 0, show: false },
      {
        ...range,
        gridIndex: 1,
        axisLabel: { color: colours.faint, hideOverlap: true },
        splitLine: { show: false },
      },
    ],
    yAxis: [
      {
        gridIndex: 0,
        type: 'category',
        data: lanes.map((kind) =>
          phone ? EVENT_MARKS[kind] : `${EVENT_WORDS[kind]}  ${EVENT_MARKS[kind]}`,
        ),
        inverse: true,
        axisLine: { show: false },
        axisTick: { show: false },
        axisLabel: { color: colours.faint, interval: 0 },
        splitLine: { show: true, lineStyle: { color: colours.edge } },
      },
      {
        gridIndex: 1,
        type: 'value',
        scale: true,
        name: `${UNIT_LABEL[units.length]} ${over}`,
        nameTextStyle: { color: colours.faint, align: 'left' },
        axisLabel: { color: colours.faint },
        splitLine: { lineStyle: { color: colours.edge } },
      },
    ],
    dataZoom: zoomOf({ axes: [0, 1], left, right: 48, height: 22 }, colours),
    series: [
      ...WALK.flatMap((corner, k) => {
        const of = k % 2 === 0 ? colours.ink : colours.air
        return cornerSeries(corner, k, like, { many, units, of, movedPx: moved[k]! })
      }),
      eventSeries(events, lanes, colours),
    ],
  }
}

/** What happened to the car, newest first. @param whole true: all of it at once */
function Happened({
  events,
  whole,
}: {
  readonly events: readonly CarEvent[]
  readonly whole: boolean
}): ReactNode {
  return (
    <ul
      aria-label="What happened"
      className={`grid gap-1 text-small ${whole ? '' : 'max-h-[132px] overflow-y-auto'}`}
      tabIndex={0}
    >
      {events.toReversed().map(({ atMs, kind, words }, i) => (
        <li key={`${atMs}${kind}${i}`} className="flex gap-3">
          <span
            className="grid h-5 w-5 shrink-0 place-items-center rounded bg-ink text-note font-bold text-paper"
            aria-hidden
          >
            {EVENT_MARKS[kind]}
          </span>
          <span className="num w-[120px] shrink-0 text-ink-2">{momentWords(atMs, new Date())}</span>
          <span className="min-w-0">{words}</span>
        </li>
      ))}
    </ul>
  )
}

/** The newest rounds as a table. */
function Rounds({
  points,
  units,
}: {
  readonly points: readonly TrendPoint[]
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <table className="table">
      <Heads
        columns={[
          'round',
          ...WALK.map((corner) => figures(`${corner}, ${UNIT_LABEL[units.length]}`)),
        ]}
      />
      <tbody>
        {points
          .slice(-200)
          .toReversed()
          .map(({ round, offMm }) => (
            <tr key={round.id}>
              <td>{momentWords(round.endedAt, new Date())}</td>
              {WALK.map((corner) => (
                <td key={corner} className="n num">
                  {formatQuantity(offMm[corner], 'height', units)}
                </td>
              ))}
            </tr>
          ))}
      </tbody>
    </table>
  )
}

/**
 * Heights across all visits, mornings hollow and corrected for the cold, with what happened in
 * between; and what is in the car, with its age.
 */
export function Timeline({
  detail,
  points,
  units,
}: {
  readonly detail: VehicleDetail
  readonly points: readonly TrendPoint[]
  readonly units: DisplayUnits
}): ReactNode {
  const events = useMemo(() => eventsOf(detail, units), [detail, units])
  const like = useMemo(() => likeWithLike(points), [points])
  const [numbers, setNumbers] = useState(false)
  const phone = useIsPhone()
  const over = overBriefly(detail.vehicleType.guesses)
  const { place, save } = useChart(
    useCallback(
      () => [{ option: optionOf(points, like, events, { units, phone, over }) }],
      [points, like, events, units, phone, over],
    ),
    !numbers,
  )
  const parts = partsWithAge(detail, Date.now())
  return (
    <figure aria-label="Timeline" className="grid gap-2">
      <h2>Over the visits</h2>
      {numbers ? null : (
        <div
          ref={place}
          className="h-[380px] w-full"
          role="img"
          aria-label={
            `Heights of ${points.length} rounds ${over}, and ${events.length} events; ` +
            'the numbers are one tap away'
          }
        />
      )}
      {events.length > 0 && <Happened events={events} whole={numbers} />}
      {numbers && <Rounds points={points} units={units} />}
      {!numbers && (
        <p className="text-small text-ink-2">
          Lines: levelled by its module. Hollow: a morning with the supply off, the cold since the
          evening added back.
          {like.other.length > 0 ? ' Faint: at another load than most, so no line joins it.' : ''}
        </p>
      )}
      {parts.length > 0 && (
        <p className="text-small text-ink-2">
          In it now: {parts.map(({ words, age }) => `${words}, for ${age}`).join('; ')}.
        </p>
      )}
      <span className="no-print flex flex-wrap">
        <Button look="quiet" aria-pressed={numbers} onClick={() => setNumbers(!numbers)}>
          {numbers ? 'Picture' : 'Numbers'}
        </Button>
        {!numbers && (
          <Button
            look="quiet"
            onClick={() =>
              save(carFile(detail.vehicle, 'timeline.svg'), simulatedWords(detail.vehicle))
            }
          >
            SVG
          </Button>
        )}
      </span>
    </figure>
  )
}
