import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'

/**
 * Lines across a small picture of heights over design, the middle one the design height, with the
 * unit over their figures.
 */
export function HeightAxis({
  range,
  y,
  left,
  right,
  units,
}: {
  /** What the picture shows over and under the design height, mm. */
  readonly range: number
  y(mm: number): number
  readonly left: number
  readonly right: number
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <>
      {[-range / 2, 0, range / 2].map((mm) => (
        <g key={mm}>
          <line
            x1={left}
            x2={right}
            y1={y(mm)}
            y2={y(mm)}
            stroke={mm === 0 ? 'var(--steel-dark)' : 'var(--edge)'}
            strokeWidth={mm === 0 ? 1.4 : 1}
          />
          <text x={left - 5} y={y(mm) + 4} textAnchor="end" fontSize="11" fill="var(--ink-3)">
            {formatQuantity(mm, 'height', units)}
          </text>
        </g>
      ))}
      <text x={left - 5} y={10} textAnchor="end" fontSize="11" fill="var(--ink-3)">
        {UNIT_LABEL[units.length]}
      </text>
    </>
  )
}
