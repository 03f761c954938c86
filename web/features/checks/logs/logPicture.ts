import type { Channel, LogRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { clockWords } from '@anklet/language/plain/clock'
import type { ChartColours } from '../../../kit/chartLook.ts'
import { CHART_TEXT, coloursNow, DASHES, zoomOf } from '../../../kit/chartLook.ts'
import type { Panel } from '../../../kit/charts.ts'
import type { Kind, Stretch } from './logPanels.ts'
import { numbered } from './logPanels.ts'
import { shown, shownUnit, thinned } from './logRows.ts'

const MOST_POINTS = 1500
/** More marks than these would be one thick line. */
const MOST_MARKS = 60

/**
 * Of a panel: its lines, its name over them; over the top one the numbers of the marks, and its
 * name over those.
 */
const PLOT = 112
const NAME = 30
const NUMBERS = 14
/** Under the last panel: times and handles. */
const FOOT = 68
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

interface PanelLook {
  readonly units: DisplayUnits
  readonly colours: ChartColours
  /** Whether it is the first of all. */
  readonly top: boolean
  /** Whether it is the last of all. */
  readonly last: boolean
}

// The marks stand on the first of them.
function linesOf(
  log: LogRecord,
  view: LogView,
  channels: readonly Channel[],
  { units, colours, top }: PanelLook,
): readonly object[] {
  const { trace } = log
  const { ink, air } = colours
  const places = thinned(
    trace.atS.map((_, i) => i),
    MOST_POINTS,
  )
  return channels.map((channel, i) => ({
    type: 'line',
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
    ...(i === 0 ? { markLine: marksOf(log, view, colours, top) } : {}),
    data: places.map((row) => [
      trace.atS[row],
      shown(channel, trace.values[channel.id]?.[row] ?? null, units),
    ]),
  }))
}

// One kind of quantity: its lines with all marks through them.
function panelOf(log: LogRecord, view: LogView, kind: Kind, look: PanelLook): Panel {
  const { units, colours, top, last } = look
  const { ink, edge, faint } = colours
  const channels = log.head.channels.filter((channel) => channel.kind === kind)
  const above = NAME + (top ? NUMBERS : 0)
  const handles = zoomOf(
    {
      axes: [0],
      left: LEFT,
      right: RIGHT,
      height: 24,
      from: view.stretch.fromS,
      to: view.stretch.toS,
      written: clockWords,
    },
    colours,
  )
  return {
    heightPx: above + PLOT + (last ? FOOT : 0),
    option: {
      animation: false,
      textStyle: CHART_TEXT,
      grid: { left: LEFT, right: RIGHT, top: above, height: PLOT },
      xAxis: {
        type: 'value',
        min: 0,
        max: Math.max(1, log.trace.atS.at(-1) ?? 1),
        axisLabel: { show: last, color: faint, hideOverlap: true, formatter: clockWords },
        axisTick: { show: last },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        scale: true,
        splitNumber: 3,
        name: panelName(view, kind, channels[0], units),
        nameTextStyle: { color: ink, align: 'left', padding: [0, 0, 0, -48] },
        nameGap: 10 + (top ? NUMBERS : 0),
        axisLabel: { color: faint, hideOverlap: true },
        ...(kind === 'state' ? onOrOff(faint) : {}),
        splitLine: { lineStyle: { color: edge } },
      },
      dataZoom: last ? handles : handles.slice(0, 1),
      series: linesOf(log, view, channels, look),
    },
  }
}

/** A log as panels over one time axis: a panel for each kind, marks through all of them. */
export function logPicture(log: LogRecord, view: LogView, units: DisplayUnits): readonly Panel[] {
  const colours = coloursNow()
  return view.kinds.map((kind, k) =>
    panelOf(log, view, kind, {
      units,
      colours,
      top: k === 0,
      last: k === view.kinds.length - 1,
    }),
  )
}
