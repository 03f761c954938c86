import type { Channel, LogRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { clockWords } from '@anklet/language/plain/clock'
import type { EChartsCoreOption } from 'echarts/core'
import type { Kind, Stretch } from './logPanels.ts'
import { numbered } from './logPanels.ts'
import { shown, shownUnit, thinned } from './logRows.ts'

/** Lines are told apart by dash and by name, not by colour. */
const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const
const MOST_POINTS = 1500
/** More marks than these would be one thick line. */
const MOST_MARKS = 60

const PANEL = 112
const BETWEEN = 30
const TOP = 34

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

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

interface Inks {
  readonly ink: string
  readonly air: string
  readonly edge: string
  readonly faint: string
}

const inks = (): Inks => ({
  ink: colour('--ink'),
  air: colour('--air'),
  edge: colour('--edge'),
  faint: colour('--ink-3'),
})

function marksOf(
  { trace }: LogRecord,
  { readAtS }: LogView,
  { ink, faint }: Inks,
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

/** Pinched, turned by a wheel, or by the handles under it. */
function zoomOf(
  xAxisIndex: readonly number[],
  { stretch }: LogView,
  { ink, edge, faint }: Inks,
): readonly object[] {
  const zoom = {
    xAxisIndex,
    // What lies outside is left out, so that names stand where a line ends in sight.
    filterMode: 'filter',
    startValue: stretch.fromS,
    endValue: stretch.toS,
  }
  return [
    { type: 'inside', ...zoom },
    {
      type: 'slider',
      ...zoom,
      height: 24,
      bottom: 6,
      left: 56,
      right: 78,
      labelFormatter: (s: number) => clockWords(s),
      textStyle: { color: faint },
      borderColor: edge,
      fillerColor: colour('--air-soft'),
      handleStyle: { color: colour('--sheet'), borderColor: ink },
      moveHandleStyle: { color: faint },
      showDataShadow: false,
      brushSelect: false,
    },
  ]
}

/** A log as panels over one time axis: a panel for each kind, marks through all of them. */
export function logOption(log: LogRecord, view: LogView, units: DisplayUnits): EChartsCoreOption {
  const { trace, head } = log
  const colours = inks()
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
    textStyle: { fontFamily: 'Archivo Variable, sans-serif', fontSize: 12 },
    grid: panels.map((_, k) => ({
      left: 56,
      right: 78,
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
        formatter: (s: number) => clockWords(s),
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
    dataZoom: zoomOf(all, view, colours),
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
