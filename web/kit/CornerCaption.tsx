import type { Corner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'

/** Which corner a small drawing is of, under it. @param x its middle, and @param y its line, px */
export const CornerCaption = ({
  corner,
  x,
  y,
}: {
  readonly corner: Corner
  readonly x: number
  readonly y: number
}): ReactNode => (
  <text x={x} y={y} textAnchor="middle" fontSize="15" fontWeight="680" fill="var(--ink)">
    {corner}
  </text>
)
