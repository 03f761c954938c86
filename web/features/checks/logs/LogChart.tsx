import type { Channel, LogRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import type { EChartsCoreOption } from 'echarts/core'
import type { ReactNode } from 'react'
import { useCallback, useMemo, useState } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { logCsv, shown, shownUnit, thinned } from './logRows.ts'
import type { Numbers } from '../../../kit/ChartFrame.tsx'
import { ChartFrame } from '../../../kit/ChartFrame.tsx'

type Group = Channel['kind']
const GROUP_WORDS: Readonly<Record<Group, string>> = {
  height: 'Heights',
  signal: 'Signals',
  pressure: 'Pressure',
  current: 'Current',
  voltage: 'Voltage',
  temperature: 'Temperature',
  state: 'Pump runs',
}
/** Lines are told apart by dash and by name, not by colour. */
const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const
const MOST_POINTS = 1500

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

function optionOf(
  channels: readonly Channel[],
  { trace }: LogRecord,
  units: DisplayUnits,
): EChartsCoreOption {
  const [ink, air, edge, faint] = ['--ink', '--air', '--edge', '--ink-3'].map(colour) as [
    string,
    string,
    string,
    string,
  ]
  const minutes = (trace.atS.at(-1) ?? 0) > 300
  const places = thinned(
    trace.atS.map((_, i) => i),
    MOST_POINTS,
  )
  return {
    grid: { left: 52, right: 84, top: 24, bottom: 26 },
    textStyle: { fontFamily: 'Archivo Variable, sans-serif', fontSize: 12 },
    xAxis: {
      type: 'value',
      max: 'dataMax',
      axisLabel: {
        color: faint,
        formatter: minutes ? (s: number) => `${(s / 60).toFixed(0)} min` : '{value} s',
        hideOverlap: true,
      },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      scale: true,
      splitNumber: 4,
      name: channels[0] ? shownUnit(channels[0], units) : '',
      nameTextStyle: { color: faint },
      axisLabel: { color: faint },
      splitLine: { lineStyle: { color: edge } },
    },
    series: channels.map((channel, k) => ({
      type: 'line',
      showSymbol: false,
      silent: true,
      animation: false,
      connectNulls: false,
      lineStyle: { color: k % 2 === 0 ? ink : air, width: 1.8, type: DASHES[k % DASHES.length] },
      endLabel: {
        show: true,
        formatter: channel.corner ?? channel.id.split('.').at(-1),
        color: k % 2 === 0 ? ink : air,
        offset: [(k % 2) * 26, 0],
      },
      step: channel.kind === 'state' ? 'end' : false,
      data: places.map((i) => [
        trace.atS[i],
        shown(channel, trace.values[channel.id]?.[i] ?? null, units),
      ]),
    })),
  }
}

const MOST_ROWS = 200

/** The log in numbers: a column for its time and one for each channel. */
function numbersOf(
  channels: readonly Channel[],
  { trace }: LogRecord,
  units: DisplayUnits,
): Numbers {
  const places = thinned(
    trace.atS.map((_, i) => i),
    MOST_ROWS,
  )
  return {
    columns: [
      { head: 's', figures: true },
      ...channels.map((channel) => ({
        head: `${channel.corner ?? channel.id}, ${shownUnit(channel, units)}`,
        figures: true,
      })),
    ],
    rows: places.map((i) => [
      trace.atS[i]!.toFixed(1),
      ...channels.map((channel) => {
        const value = shown(channel, trace.values[channel.id]?.[i] ?? null, units)
        return value === null ? '–' : value.toFixed(1)
      }),
    ]),
  }
}

/** A log as lines over its time, a kind of quantity at a time. */
export function LogChart({
  log,
  units,
}: {
  readonly log: LogRecord
  readonly units: DisplayUnits
}): ReactNode {
  const groups = useMemo(() => [...new Set(log.head.channels.map(({ kind }) => kind))], [log])
  const [group, setGroup] = useState<Group>(groups[0] ?? 'height')
  const channels = useMemo(
    () => log.head.channels.filter(({ kind }) => kind === group),
    [log, group],
  )
  const option = useCallback(() => optionOf(channels, log, units), [channels, log, units])
  const name = `log-${log.head.at.slice(0, 16).replaceAll(/[:T]/g, '-')}`
  return (
    <div className="grid gap-2">
      <Taps<Group>
        legend="What"
        chosen={[group]}
        onTap={setGroup}
        options={groups.map((value) => ({ value, words: GROUP_WORDS[value] }))}
      />
      <ChartFrame
        label={`${log.head.title}, ${GROUP_WORDS[group]}`}
        option={option}
        picture={`${GROUP_WORDS[group]} over the log; the numbers are one tap away`}
        height="h-[260px]"
        table={{
          label: 'The log in numbers',
          room: 'max-h-[300px]',
          numbers: () => numbersOf(channels, log, units),
        }}
        fileName={name}
        csv={() => logCsv(log)}
      />
      {log.trace.marks.length > 0 && (
        <p className="text-small text-ink-2">
          {log.trace.marks
            .slice(0, 40)
            .map(({ atS, words }) => `${atS.toFixed(0)} s ${words}`)
            .join('; ')}
          {log.trace.marks.length > 40 ? ' …' : ''}
        </p>
      )}
    </div>
  )
}
