import type { ReactNode } from 'react'
import { useId } from 'react'

interface DrawingProps {
  /** What it shows, short: read out as its name, and told where a pointer rests. */
  readonly title: string
  /** The same in full sentences, for those who listen. */
  readonly says: string
  readonly width?: number
  readonly height?: number
  readonly children: ReactNode
}

/** Size of a step's drawing, units of its own. */
const DRAWING = { width: 360, height: 240 } as const

/** The frame of a drawing: its size, its name, and what it says to those who listen. */
export function Drawing({
  title,
  says,
  width = DRAWING.width,
  height = DRAWING.height,
  children,
}: DrawingProps): ReactNode {
  const id = useId()
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="drawing w-full"
      role="img"
      aria-labelledby={`${id}t ${id}d`}
    >
      <title id={`${id}t`}>{title}</title>
      <desc id={`${id}d`}>{says}</desc>
      {children}
    </svg>
  )
}
