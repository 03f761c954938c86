import type { Round, Vehicle } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, toDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { format } from 'date-fns'
import type { EChartsCoreOption } from 'echarts/core'
import { CHART_TEXT, colour, coloursNow } from '../../kit/chartLook.ts'
import type { ReactNode } from 'react'
import { useCallback, useMemo } from 'react'
import type { NightCurves, WatchOutcome } from '../../client/workers/leakWorker.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { simulatedWords } from '@anklet/language/plain/simulated'
import { carFile } from '../../kit/saveFile.ts'
import { meansOf } from '../job/model/rounds.ts'
import type { NightRow } from './nightRows.ts'
import { nightCsv, nightRows } from './nightRows.ts'
import type { Numbers } from '../../kit/ChartFrame.tsx'
import { ChartFrame } from '../../kit/ChartFrame.tsx'

interface ChartProps {
  readonly answer: WatchOutcome['answer']
  readonly curves: NightCurves
  readonly corner: Corner
  /** In the order they were walked, the evening first. */
  readonly rounds: readonly [Round, ...Round[]]
  readonly units: DisplayUnits
  /** No leak line is drawn where the readings are in doubt. */
  readonly doubted: boolean
  readonly vehicle: Vehicle
}

function optionOf(
  rows: readonly NightRow[],
  points: readonly [string, number][],
  { units, doubted, answer }: Pick<ChartProps, 'units' | 'doubted' | 'answer'>,
): EChartsCoreOption {
  const show = (mm: number): number => toDisplay(mm, 'height', units)
  const { ink, air, edge, faint } = coloursNow()
  const line = { type: 'line', showSymbol: false, silent: true, animation: false }
  return {
    grid: { left: 46, right: 86, top: 24, bottom: 24 },
    textStyle: CHART_TEXT,
    xAxis: {
      type: 'time',
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { show: false },
      minInterval: 2 * 3_600_000,
      axisLabel: { color: faint, formatter: '{HH}:{mm}', hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      scale: true,
      splitNumber: 3,
      name: UNIT_LABEL[units.length],
      nameTextStyle: { color: faint, align: 'right' },
      nameGap: 10,
      axisLabel: { color: faint },
      splitLine: { lineStyle: { color: edge } },
    },
    series: [
      {
        ...line,
        stack: 'band',
        lineStyle: { opacity: 0 },
        data: rows.map(({ at, coldMm, giveMm }) => [at, show(coldMm - giveMm)]),
      },
      {
        ...line,
        stack: 'band',
        lineStyle: { opacity: 0 },
        areaStyle: { color: colour('--air-soft'), opacity: 1 },
        data: rows.map(({ at, giveMm }) => [at, show(2 * giveMm)]),
      },
      {
        ...line,
        lineStyle: { color: air, width: 1.6, type: 'dashed' },
        endLabel: { show: true, formatter: 'only cold', color: air, lineHeight: 15, height: 15 },
        labelLayout: { moveOverlap: 'shiftY' },
        data: rows.map(({ at, coldMm }) => [at, show(coldMm)]),
      },
      ...(doubted || answer.best === 'none'
        ? []
        : [
            {
              ...line,
              lineStyle: { color: ink, width: 2.2 },
              endLabel: {
                show: true,
                formatter: 'with the leak',
                color: ink,
                fontWeight: 650,
                lineHeight: 15,
                height: 15,
              },
              labelLayout: { moveOverlap: 'shiftY' },
              data: rows.map(({ at, leakMm }) => [at, show(leakMm)]),
            },
          ]),
      {
        ...line,
        showSymbol: true,
        symbol: 'circle',
        symbolSize: 8,
        lineStyle: { opacity: 0 },
        itemStyle: { color: colour('--sheet'), borderColor: ink, borderWidth: 2 },
        data: points.map(([at, mm]) => [at, show(mm)]),
      },
    ],
  }
}

/** The night in numbers: every fourth moment of its rows. */
function numbersOf(rows: readonly NightRow[], units: DisplayUnits): Numbers {
  const write = (mm: number): string => formatQuantity(mm, 'height', units, 1)
  const unit = UNIT_LABEL[units.length]
  return {
    columns: [
      { head: 'time' },
      { head: `only cold, ${unit}`, figures: true },
      { head: `with the leak, ${unit}`, figures: true },
    ],
    rows: rows
      .filter((_, i) => i % 4 === 0)
      .map(({ at, coldMm, leakMm }) => [
        format(new Date(at), 'HH:mm'),
        write(coldMm),
        write(leakMm),
      ]),
  }
}

/** One corner through the night: the two rounds, what the cold alone does, and what the blamed leak does. */
export function NightChart(props: ChartProps): ReactNode {
  const { answer, curves, corner, rounds, units, doubted, vehicle } = props
  const rows = useMemo(
    () => nightRows({ answer, ...curves }, corner, rounds[0]),
    [answer, curves, corner, rounds],
  )
  const panels = useCallback(() => {
    const points = rounds
      .map((round): [string, number] => [round.endedAt, meansOf(round)[corner]])
      .filter(([, mm]) => !Number.isNaN(mm))
    return [{ option: optionOf(rows, points, { units, doubted, answer }) }]
  }, [rows, rounds, corner, units, doubted, answer])
  const name = carFile(vehicle, `${corner}-night`)
  return (
    <ChartFrame
      label={`${capital(CORNER_WORDS[corner])} through the night`}
      title={
        <>
          <b className="text-ink">{capital(CORNER_WORDS[corner])}</b> through the night; the band is
          what stays uncertain.
        </>
      }
      panels={panels}
      picture={`Heights at the ${CORNER_WORDS[corner]} through the night; the numbers are one tap away`}
      height="h-[138px]"
      table={{
        label: 'The night in numbers',
        room: 'max-h-[180px]',
        numbers: () => numbersOf(rows, units),
      }}
      fileName={name}
      csv={() => nightCsv(rows)}
      pictureWords={simulatedWords(vehicle)}
    />
  )
}
