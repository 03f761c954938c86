import { perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useCallback } from 'react'
import { BottleFills } from '../BottleFills.tsx'
import { ChartFrame } from '../ChartFrame.tsx'
import { CornerGlyph } from '../CornerGlyph.tsx'
import { Figure } from '../Figure.tsx'
import { Plate } from '../Plate.tsx'
import { SteelRule } from '../SteelRule.tsx'
import { Strip } from '../Strip.tsx'
import type { StripCorner } from '../stripCorner.ts'
import { Table } from '../Table.tsx'

const COLUMNS = [{ head: 'Corner' }, { head: 'Height, mm', figures: true }] as const
const ROWS = [
  ['Front left', '441'],
  ['Front right', '478'],
] as const

/** Tables with room and without. */
export function Tables(): ReactNode {
  return (
    <>
      <Table label="Heights" columns={COLUMNS} rows={ROWS} />
      <Table
        label="Many heights"
        columns={COLUMNS}
        rows={[...ROWS, ...ROWS, ...ROWS]}
        room="max-h-[120px]"
      />
    </>
  )
}

/** Figures, plates and the car’s corners. */
export function Figures(): ReactNode {
  return (
    <>
      <Figure words="Air in the reservoir" value="54.0" unit="bar·L" />
      <BottleFills fills={2} />
      <div className="flex flex-wrap items-center gap-4">
        <Plate plate="TQ 418" />
        <Plate plate="SIM 1" simulated />
        <CornerGlyph lit={['FL']} />
        <CornerGlyph lit={['RL', 'RR']} size={40} />
      </div>
      <div className="flex h-[210px] max-w-[240px]">
        <SteelRule
          jobId="kit"
          present="heights"
          graduations={[
            { phase: 'intake', words: 'Intake', done: true, next: false },
            { phase: 'heights', words: 'Heights', done: false, next: true },
            { phase: 'watch', words: 'Watch', done: false, next: false },
          ]}
        />
      </div>
    </>
  )
}

const corner = (mm: number, low: boolean): StripCorner => ({
  designMm: 480,
  band: { leastMm: 470, mostMm: 490, guardMm: 3 },
  marks: [
    { mm, kind: 'now', label: String(mm), verdict: low ? 'low' : 'in' },
    { mm: 479, kind: 'evening' },
  ],
  spans: low ? [{ fromMm: 474, toMm: mm, kind: 'leak', label: 'leak' }] : [],
})

/** The strip, one corner low. */
export function Drawn(): ReactNode {
  return (
    <Strip
      label="Heights in the morning"
      corners={perCorner((at) => corner(at === 'FL' ? 441 : 476, at === 'FL'))}
      joins={{
        front: { value: 'left 35 lower' },
        right: null,
        rear: { value: 'level' },
        left: null,
      }}
      units={{ length: 'mm', pressure: 'bar', temperature: 'degC' }}
      heightPx={260}
    />
  )
}

const A_NIGHT = {
  grid: { left: 52, right: 30, top: 24, bottom: 26 },
  xAxis: { type: 'value', name: 'h' },
  yAxis: { type: 'value', scale: true, name: 'mm' },
  series: [
    {
      type: 'line',
      animation: false,
      data: [
        [0, 480],
        [12, 441],
      ],
    },
  ],
}

/** A chart with its numbers and files. */
export function Charts(): ReactNode {
  const panels = useCallback(() => [{ option: A_NIGHT }], [])
  return (
    <ChartFrame
      label="A night"
      title="Front left through the night"
      panels={panels}
      picture="Heights through the night; the numbers are one tap away"
      height="h-[180px]"
      table={{
        label: 'The night in numbers',
        room: 'max-h-[120px]',
        numbers: () => ({
          columns: [
            { head: 'h', figures: true },
            { head: 'mm', figures: true },
          ],
          rows: [
            ['0', '480'],
            ['12', '441'],
          ],
        }),
      }}
      fileName="night"
      csv={() => 'h,mm\n0,480\n12,441'}
    />
  )
}
