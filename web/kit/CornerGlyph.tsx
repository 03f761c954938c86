import type { Corner } from '@anklet/core/base/vehicle'
import { CORNERS } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { CORNER_WORDS, list } from '@anklet/language/plain/corners'

const PLACE: Readonly<Record<Corner, readonly [number, number]>> = {
  FL: [1, 7],
  FR: [23, 7],
  RL: [1, 29],
  RR: [23, 29],
}

/**
 * A small car seen from above, nose up, with the meant corners lit: so that left and right cannot
 * be swapped.
 */
export function CornerGlyph({
  lit,
  size = 44,
}: {
  readonly lit: readonly Corner[]
  readonly size?: number
}): ReactNode {
  return (
    <svg
      viewBox="0 0 30 46"
      height={size}
      width={(size * 30) / 46}
      role="img"
      aria-label={
        'Seen from above, nose up: ' +
        `${lit.length > 0 ? list(lit.map((corner) => CORNER_WORDS[corner])) : 'no corner'}`
      }
    >
      <path
        d="M9 3q6 -3 12 0q3 3 3 9v24q0 6 -3 7q-6 2 -12 0q-3 -1 -3 -7v-24q0 -6 3 -9z"
        fill="var(--sheet)"
        stroke="var(--steel-dark)"
        strokeWidth="1.6"
      />
      <path d="M9 15q6 -3 12 0" fill="none" stroke="var(--steel-dark)" strokeWidth="1.6" />
      {CORNERS.map((corner) => {
        const [x, y] = PLACE[corner]
        const on = lit.includes(corner)
        return (
          <rect
            key={corner}
            x={x}
            y={y}
            width="6"
            height="11"
            rx="1.5"
            fill={on ? 'var(--chalk)' : 'var(--steel)'}
            stroke={on ? 'var(--ink)' : 'var(--steel-dark)'}
            strokeWidth={on ? 2 : 1}
          />
        )
      })}
    </svg>
  )
}
