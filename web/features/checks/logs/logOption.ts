import type { Channel, LogRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { clockWords } from '@anklet/language/plain/clock'
import type { EChartsCoreOption } from 'echarts/core'
import type { ChartColours } from '../../../kit/chartLook.ts'
import { CHART_TEXT, coloursNow, DASHES, zoomOf } from '../../../kit/chartLook.ts'
import type { Kind, Stretch } from './logPanels.ts'
import { numbered } from './logPanels.ts'
import { shown, shownUnit, thinned } from './logRows.ts'

const MOST_POINTS = 1500
/** More marks than these would be one thick line. */
const MOST_MARKS = 60

const PANEL = 112
const BETWEEN = 30
const TOP = 34
const [LEFT, RIGHT] = [56, 78]

/** What a picture of a log shows. */
export interface LogView {
  readonly kinds: readonly Kind[]
  readonly stretch: Stretch
  /** Where it is read, s; null: nowhere. */
  readonly readAtS: number | null
  readonly names: Readonly<Record<Kind, string>>
}

/** How a line is named at its end: by its corner, else by what it is. */
export const lineName = ({ corner, id }: Channel): string => corner ?? id.split('.').at(-1)!

function marksOf(
  { trace }: LogRecord,
  { readAtS }: LogView,
  { ink, faint }: ChartColours,
  top: boolean,
): object {
  const marks = numbered(trace.marks)
    .slice(0, MOST_MARKS)
    .map(({ atS, number }) => ({
      xAxis: atS,
      label: { show: top, formatter: String(number), color: ink, fontWeight: 600 },
      lineStyle: { color: faint, type: [2, 3], width: 1 },
    }))
  const read =
    readAtS === null
      ? []
      : [
          {
            xAxis: readAtS,
            label: { show: false },
            lineStyle: { color: ink, type: 'solid', width: 1.6 },
          },
        ]
  return { symbol: 'none', silent: true, animation: false, data: [...marks, ...read] }
}

/** What is only on or off has no scale between. */
const onOrOff = (color: string): object => ({
  min: 0,
  max: 1,
  interval: 1,
  axisLabel: { color, formatter: (value: number): string => (value >= 0.5 ? 'on' : 'off') },
})

const panelName = (
  { names }: LogView,
  kind: Kind,
  channel: Channel | undefined,
  units: DisplayUnits,
): string =>
  kind === 'state' || !channel ? names[kind] : `${names[kind]}, ${shownUnit(channel, units)}`

/** A log as panels over one time axis: a panel for each kind, marks through all of them. */
export function logOption(log: LogRecord, view: LogView, units: DisplayUnits): EChartsCoreOption {
  const { trace, head } = log
  const colours = coloursNow()
  const { ink, air, edge, faint } = colours
  const panels = view.kinds.map((kind) => head.channels.filter((channel) => channel.kind === kind))
  const all = panels.map((_, k) => k)
  const places = thinned(
    trace.atS.map((_, i) => i),
    MOST_POINTS,
  )
  const last = panels.length - 1
  return {
    animation: false,
    textStyle: CHART_TEXT,
    grid: panels.map((_, k) => ({
      left: LEFT,
      right: RIGHT,
      top: TOP + k * (PANEL + BETWEEN),
      height: PANEL,
    })),
    xAxis: panels.map((_, k) => ({
      gridIndex: k,
      type: 'value',
      min: 0,
      max: Math.max(1, trace.atS.at(-1) ?? 1),
      axisLabel: {
        show: k === last,
        color: faint,
        hideOverlap: true,
        formatter: clockWords,
      },
      axisTick: { show: k === last },
      splitLine: { show: false },
    })),
    yAxis: panels.map((channels, k) => ({
      gridIndex: k,
      type: 'value',
      scale: true,
      splitNumber: 3,
      name: panelName(view, view.kinds[k]!, channels[0], units),
      nameTextStyle: { color: ink, align: 'left', padding: [0, 0, 0, -48] },
      nameGap: 10,
      axisLabel: { color: faint, hideOverlap: true },
      ...(view.kinds[k] === 'state' ? onOrOff(faint) : {}),
      splitLine: { lineStyle: { color: edge } },
    })),
    dataZoom: zoomOf(
      {
        axes: all,
        left: LEFT,
        right: RIGHT,
        height: 24,
        from: view.stretch.fromS,
        to: view.stretch.toS,
        written: clockWords,
      },
      colours,
    ),
    series: panels.flatMap((channels, k) =>
      channels.map((channel, i) => ({
        type: 'line',
        xAxisIndex: k,
        yAxisIndex: k,
        showSymbol: false,
        silent: true,
        connectNulls: false,
        lineStyle: { color: i % 2 === 0 ? ink : air, width: 1.8, type: DASHES[i % DASHES.length] },
        endLabel: {
          show: true,
          formatter: lineName(channel),
          color: i % 2 === 0 ? ink : air,
          distance: 6,
          lineHeight: 15,
          height: 15,
        },
        labelLayout: { moveOverlap: 'shiftY' },
        step: channel.kind === 'state' ? 'end' : false,
        ...(i === 0 ? { markLine: marksOf(log, view, colours, k === 0) } : {}),
        data: places.map((row) => [
          trace.atS[row],
          shown(channel, trace.values[channel.id]?.[row] ?? null, units),
        ]),
      })),
    ),
  }
}
