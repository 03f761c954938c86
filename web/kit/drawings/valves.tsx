import type { OpenPassage } from '@anklet/core/base/circuit'
import type { ValveId } from '@anklet/core/base/vehicle'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** The open passage of a valve or the pump; undefined where it is shut or rests. */
export const byOf = (
  passages: readonly OpenPassage[],
  by: ValveId | 'pump',
): OpenPassage | undefined => passages.find((passage) => passage.by === by)

interface AirLineProps {
  /** Drawn in the direction `forth` means. */
  readonly d: string
  /** The valve or pump it belongs to; left out: it only leads there. */
  readonly by?: ValveId | 'pump'
  readonly passage: Pick<OpenPassage, 'way'> | undefined
}

/**
 * A line for air: thick where air can pass, with strokes that run the way it goes where that is
 * known.
 */
export function AirLine({ d, by, passage }: AirLineProps): ReactNode {
  const open = passage !== undefined
  return (
    <g data-by={by} data-open={open} data-way={passage?.way ?? undefined}>
      <path
        d={d}
        fill="none"
        stroke={open ? 'var(--air)' : 'var(--steel-dark)'}
        strokeWidth={open ? 6 : 1.8}
        strokeLinejoin="round"
      />
      {open && passage.way && (
        <path
          d={d}
          fill="none"
          stroke="var(--paper)"
          strokeWidth="2"
          className={clsx('air-flow', passage.way === 'back' && 'air-back')}
        />
      )}
    </g>
  )
}

/**
 * A valve on a line. Ours: a shut one is a bar across a broken line, an open one two posts beside a
 * whole line.
 * @param lying on a line that runs from left to right
 */
export function Valve({
  x,
  y,
  open,
  name,
  lying = false,
}: {
  readonly x: number
  readonly y: number
  readonly open: boolean
  readonly name: string
  readonly lying?: boolean
}): ReactNode {
  return (
    <g transform={`translate(${x} ${y})${lying ? ' rotate(90)' : ''}`}>
      <title>{`${name}: ${open ? 'open' : 'shut'}`}</title>
      {open ? (
        <path d="M-10 -9v18M10 -9v18" stroke="var(--air)" strokeWidth="3" />
      ) : (
        <>
          <rect x="-12" y="-8" width="24" height="16" fill="var(--sheet)" />
          <path d="M-12 0h24" stroke="var(--ink)" strokeWidth="3.4" />
        </>
      )}
    </g>
  )
}
