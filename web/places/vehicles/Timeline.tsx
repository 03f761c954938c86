import type { VehicleDetail } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/units'
import { formatQuantity, toDisplay, UNIT_LABEL } from '@anklet/core/units'
import { WALK } from '@anklet/core/vehicle'
import type { EChartsCoreOption } from 'echarts/core'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { carFile } from '../../parts/saveFile.ts'
import { spreadLabels } from '../../parts/spread.ts'
import { useIsPhone } from '../../parts/useMedia.ts'
import { useChart } from '../../parts/useChart.ts'
import { momentWords } from '../../words/times.ts'
import type { CarEvent } from './events.ts'
import { asideOf, EVENT_MARKS, eventsOf, partsWithAge } from './events.ts'
import type { LikeWithLike, TrendPoint } from './trend.ts'
import { likeWithLike } from './trend.ts'

const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const
const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond'] as const
/** More rounds than this are drawn without a mark each. */
const MANY = 150
/** Side of an event's mark with some air, px. */
const MARK_PX = 19
/** Height of the plot between its axes, and of a corner's name, px. */
const [PLOT_PX, NAME_PX] = [226, 14]

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

function optionOf(
  points: readonly TrendPoint[],
  { levelled, nights, other }: LikeWithLike,
  events: readonly CarEvent[],
  units: DisplayUnits,
  phone: boolean,
): EChartsCoreOption {
  const [ink, air, edge, faint] = ['--ink', '--air', '--edge', '--ink-3'].map(colour) as [
    string,
    string,
    string,
    string,
  ]
  const many = points.length > MANY
  // Names at the ends of the lines, apart from each other; how high a millimetre is drawn is near enough.
  const all = points.flatMap(({ offMm }) => WALK.map((corner) => offMm[corner]))
  const top = Math.max(10, ...all) + 8
  const last = levelled.at(-1)
  const wanted = WALK.map(
    (corner) =>
      ((top - (last?.offMm[corner] ?? 0)) * PLOT_PX) / (1.1 * (top - Math.min(0, ...all))),
  )
  const moved = spreadLabels(wanted, NAME_PX, [0, PLOT_PX]).map((at, k) => at - wanted[k]!)
  const times = [...points, ...events.map(({ atMs: at }) => ({ at }))].map(({ at }) => at)
  const aside = asideOf(
    events,
    (Math.max(...times) - Math.min(...times)) * (MARK_PX / (phone ? 220 : 880)),
  )
  return {
    grid: { left: 46, right: 64, top: 26, bottom: 28 },
    textStyle: { fontFamily: 'Archivo Variable, sans-serif', fontSize: 12 },
    xAxis: {
      type: 'time',
      axisLabel: { color: faint, hideOverlap: true },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      scale: true,
      name: `${UNIT_LABEL[units.length]} over design`,
      nameTextStyle: { color: faint, align: 'left' },
      axisLabel: { color: faint },
      splitLine: { lineStyle: { color: edge } },
    },
    series: [
      // Levelled rounds make the lines; a morning with the supply off stands hollow beside them.
      ...WALK.flatMap((corner, k) => {
        const of = k % 2 === 0 ? ink : air
        const data = (those: readonly TrendPoint[]): [number, number][] =>
          those.map(({ at, offMm }) => [at, toDisplay(offMm[corner], 'height', units)])
        const plain = {
          type: 'line',
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
            endLabel: { show: true, formatter: corner, color: of, offset: [0, moved[k]!] },
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
      }),
      {
        type: 'line',
        silent: true,
        animation: false,
        lineStyle: { opacity: 0 },
        symbol: 'roundRect',
        symbolSize: 17,
        itemStyle: { color: ink },
        label: {
          show: true,
          position: 'inside',
          color: colour('--paper'),
          fontWeight: 700,
          fontSize: 11,
          formatter: ({ dataIndex }: { readonly dataIndex: number }) =>
            EVENT_MARKS[events[dataIndex]!.kind],
        },
        data: events.map(({ atMs }, i) => ({
          value: [atMs, toDisplay(top, 'height', units)],
          symbolOffset: [aside[i]! * MARK_PX, 0],
        })),
      },
    ],
  }
}

/** Heights across all visits, mornings hollow and corrected for the cold, with what happened in between; and what is in the car, with its age. */
export function Timeline({
  detail,
  points,
  units,
}: {
  readonly detail: VehicleDetail
  readonly points: readonly TrendPoint[]
  readonly units: DisplayUnits
}): ReactNode {
  const events = useMemo(() => eventsOf(detail), [detail])
  const like = useMemo(() => likeWithLike(points), [points])
  const [numbers, setNumbers] = useState(false)
  const phone = useIsPhone()
  const { place, save } = useChart(
    () => optionOf(points, like, events, units, phone),
    [points, like, events, units, numbers, phone],
  )
  const now = new Date()
  const parts = partsWithAge(detail, now.getTime())
  return (
    <figure aria-label="Timeline" className="grid gap-2">
      <h2>Over the visits</h2>
      {numbers ? null : (
        <div
          ref={place}
          className="h-[280px] w-full"
          role="img"
          aria-label={`Heights of ${points.length} rounds over design, and ${events.length} events; the numbers are one tap away`}
        />
      )}
      {events.length > 0 && (
        <ul
          aria-label="What happened"
          className={`grid gap-1 text-[14.5px] ${numbers ? '' : 'max-h-[132px] overflow-y-auto'}`}
          tabIndex={0}
        >
          {events.toReversed().map(({ atMs, kind, words }, i) => (
            <li key={`${atMs}${kind}${i}`} className="flex gap-3">
              <span
                className="grid h-5 w-5 shrink-0 place-items-center rounded bg-ink text-[11px] font-bold text-paper"
                aria-hidden
              >
                {EVENT_MARKS[kind]}
              </span>
              <span className="num w-[120px] shrink-0 text-ink-2">{momentWords(atMs, now)}</span>
              <span className="min-w-0">{words}</span>
            </li>
          ))}
        </ul>
      )}
      {numbers && (
        <table className="table">
          <thead>
            <tr>
              <th scope="col">round</th>
              {WALK.map((corner) => (
                <th key={corner} scope="col" className="n">
                  {corner}, {UNIT_LABEL[units.length]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {points
              .slice(-200)
              .toReversed()
              .map(({ round, offMm }) => (
                <tr key={round.id}>
                  <td>{momentWords(round.endedAt, now)}</td>
                  {WALK.map((corner) => (
                    <td key={corner} className="n num">
                      {formatQuantity(offMm[corner], 'height', units)}
                    </td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      )}
      {!numbers && (
        <p className="text-[13.5px] text-ink-2">
          Lines: levelled by its module. Hollow: a morning with the supply off, the cold since the
          evening added back.
          {like.other.length > 0 ? ' Faint: at another load than most, so no line joins it.' : ''}
        </p>
      )}
      {parts.length > 0 && (
        <p className="text-[14.5px] text-ink-2">
          In it now: {parts.map(({ words, age }) => `${words}, for ${age}`).join('; ')}.
        </p>
      )}
      <span className="no-print flex flex-wrap">
        <button
          type="button"
          className="btn-quiet min-h-[44px]"
          aria-pressed={numbers}
          onClick={() => setNumbers(!numbers)}
        >
          {numbers ? 'Picture' : 'Numbers'}
        </button>
        {!numbers && (
          <button
            type="button"
            className="btn-quiet min-h-[44px]"
            onClick={() => save(carFile(detail.vehicle.plate, 'timeline.svg'))}
          >
            SVG
          </button>
        )}
      </span>
    </figure>
  )
}
