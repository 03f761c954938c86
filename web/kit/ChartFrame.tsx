import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Button } from './Button.tsx'
import type { Panel } from './charts.ts'
import { saveFile } from './saveFile.ts'
import type { Column } from './Table.tsx'
import { Table } from './Table.tsx'
import { useChart } from './useChart.ts'

/** A chart in numbers, a row a moment. */
export interface Numbers {
  readonly columns: readonly Column[]
  readonly rows: readonly (readonly string[])[]
}

interface ChartFrameProps {
  /** Names the chart for those who listen. */
  readonly label: string
  /** What stands over it; left out: something else around it says what it is. */
  readonly title?: ReactNode
  /** Makes the picture; held by `useCallback`, since another function means another picture. */
  readonly panels: () => readonly Panel[]
  /** What the picture shows, in words. */
  readonly picture: string
  /** How high the picture is, as a class. */
  readonly height: string
  /** The same in numbers, with the units in the heads. */
  readonly table: {
    readonly label: string
    /** Its room, as a class. */
    readonly room: string
    /** Asked for only while the numbers are looked at. */
    numbers(): Numbers
  }
  /** Name of the files it is saved as, without their endings. */
  readonly fileName: string
  csv(): string
  /** Written over a saved picture; empty: nothing. */
  readonly pictureWords?: string
  /** Told where along its axis somebody tapped into the picture. */
  onPick?(x: number): void
}

/** A chart with all that belongs to it: its numbers as a table, and both as files. */
export function ChartFrame({
  label,
  title,
  panels,
  picture,
  height,
  table,
  fileName,
  csv,
  pictureWords = '',
  onPick,
}: ChartFrameProps): ReactNode {
  const [numbers, setNumbers] = useState(false)
  const { place, save } = useChart(panels, !numbers, onPick)
  const tools = (
    <span className="no-print flex flex-wrap">
      <Button
        look="quiet"
        className="text-small"
        aria-pressed={numbers}
        onClick={() => setNumbers(!numbers)}
      >
        {numbers ? 'Picture' : 'Numbers'}
      </Button>
      <Button
        look="quiet"
        className="text-small"
        onClick={() => saveFile(`${fileName}.csv`, 'text/csv', csv())}
      >
        CSV
      </Button>
      {!numbers && (
        <Button
          look="quiet"
          className="text-small"
          onClick={() => save(`${fileName}.svg`, pictureWords)}
        >
          SVG
        </Button>
      )}
    </span>
  )
  return (
    <figure aria-label={label} className={title === undefined ? 'grid gap-2' : ''}>
      {title !== undefined && (
        <figcaption className="flex flex-wrap items-center justify-between gap-x-4 text-small text-ink-2">
          <span>{title}</span>
          {tools}
        </figcaption>
      )}
      {numbers ? (
        <Table label={table.label} room={table.room} {...table.numbers()} />
      ) : (
        <div ref={place} className={clsx('w-full', height)} role="img" aria-label={picture} />
      )}
      {title === undefined && tools}
    </figure>
  )
}
