// Strokes that all drawings share: thick for what is looked at, thin for what is beside it.
import type { ReactNode } from 'react'

/** Colours and widths of lines, by what they mean. */
export const STROKE = {
  /** An edge of a part. */
  edge: { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2, strokeLinejoin: 'round' },
  /** A part of metal. */
  metal: { fill: 'var(--steel-2)', stroke: 'var(--ink)', strokeWidth: 2, strokeLinejoin: 'round' },
  /** The body of the car, or anything that is only there to say where. */
  beside: {
    fill: 'var(--sheet)',
    stroke: 'var(--steel-dark)',
    strokeWidth: 1.6,
    strokeLinejoin: 'round',
  },
  /** Rubber. */
  rubber: { fill: 'var(--steel-dark)', stroke: 'var(--ink)', strokeWidth: 1.6 },
  /** Room that air fills. */
  air: { fill: 'var(--air-soft)', stroke: 'var(--air)', strokeWidth: 2, strokeLinejoin: 'round' },
  /** What the step is about. */
  meant: {
    fill: 'var(--chalk)',
    stroke: 'var(--ink)',
    strokeWidth: 2,
    strokeLinejoin: 'round',
  },
  /** What is wrong. */
  wrong: { fill: 'none', stroke: 'var(--rust)', strokeWidth: 2.6, strokeLinecap: 'round' },
  /** A line that points out a name. */
  leader: { fill: 'none', stroke: 'var(--ink-3)', strokeWidth: 1 },
} as const

interface LabelProps {
  readonly x: number
  readonly y: number
  /** One line of it each. */
  readonly words: string | readonly string[]
  readonly anchor?: 'start' | 'middle' | 'end'
  /** From here the name is pointed at. */
  readonly to?: readonly [number, number]
  readonly from?: readonly [number, number]
  readonly strong?: boolean
}

const LINE = 14

/** A name in a drawing, and the line that points at what it names. */
export function Label({
  x,
  y,
  words,
  anchor = 'start',
  to,
  from,
  strong = false,
}: LabelProps): ReactNode {
  const lines = typeof words === 'string' ? [words] : words
  const [fx, fy] = from ?? [anchor === 'end' ? x + 4 : anchor === 'start' ? x - 4 : x, y - 4]
  return (
    <g>
      {to && (
        <>
          <path d={`M${fx} ${fy}L${to[0]} ${to[1]}`} {...STROKE.leader} />
          <circle cx={to[0]} cy={to[1]} r="2.2" fill="var(--ink-3)" />
        </>
      )}
      <text
        x={x}
        y={y}
        textAnchor={anchor}
        fontSize="12.5"
        fontWeight={strong ? 680 : 500}
        fill="var(--ink)"
        paintOrder="stroke"
        stroke="var(--paper)"
        strokeWidth="3"
      >
        {lines.map((line, i) => (
          <tspan key={line} x={x} dy={i === 0 ? 0 : LINE}>
            {line}
          </tspan>
        ))}
      </text>
    </g>
  )
}

/** An arrow along a straight line, its head at the end. */
export function Arrow({
  from: [x1, y1],
  to: [x2, y2],
  air = false,
}: {
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
  readonly air?: boolean
}): ReactNode {
  const colour = air ? 'var(--air)' : 'var(--ink)'
  const angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI
  return (
    <g>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke={colour} strokeWidth="2.4" fill="none" />
      <path
        d="M0 0l-9 -5v10z"
        fill={colour}
        transform={`translate(${x2} ${y2}) rotate(${angle})`}
      />
    </g>
  )
}

/** The floor: a line with short strokes under it. */
export function Floor({
  y,
  from = 8,
  to = 352,
}: {
  readonly y: number
  readonly from?: number
  readonly to?: number
}): ReactNode {
  const strokes = Array.from({ length: Math.floor((to - from) / 14) }, (_, i) => from + 8 + i * 14)
  return (
    <path
      d={`M${from} ${y}H${to}${strokes.map((x) => `M${x} ${y}l-6 7`).join('')}`}
      stroke="var(--steel-dark)"
      strokeWidth="1.6"
      fill="none"
    />
  )
}

/** A wheel seen from the side. */
export function Wheel({
  x,
  y,
  r,
}: {
  readonly x: number
  readonly y: number
  readonly r: number
}): ReactNode {
  return (
    <g>
      <circle cx={x} cy={y} r={r} {...STROKE.rubber} />
      <circle cx={x} cy={y} r={r * 0.64} {...STROKE.beside} />
      <circle cx={x} cy={y} r={r * 0.14} {...STROKE.metal} />
    </g>
  )
}

/** Says by mark and word whether something is right. */
export function Verdict({
  x,
  y,
  right,
  words,
}: {
  readonly x: number
  readonly y: number
  readonly right: boolean
  readonly words: string
}): ReactNode {
  return (
    <g>
      <path
        d={
          right
            ? `M${x - 8} ${y - 5}l6 7l11 -13`
            : `M${x - 7} ${y - 10}l13 13M${x + 6} ${y - 10}l-13 13`
        }
        fill="none"
        stroke={right ? 'var(--air)' : 'var(--rust)'}
        strokeWidth="3.4"
        strokeLinecap="round"
      />
      <Label x={x + 16} y={y} words={words} strong />
    </g>
  )
}

/** Turns of a coil seen from the side, as one path. */
export const coilPath = (
  x: number,
  top: number,
  bottom: number,
  halfWidth: number,
  turns: number,
): string => {
  const pitch = (bottom - top) / turns
  return Array.from({ length: turns }, (_, i) => {
    const y = top + i * pitch
    return `M${x - halfWidth} ${y + pitch / 2}L${x + halfWidth} ${y}`
  }).join('')
}

/** A tape rule from one point straight to another, with its graduations. */
export function TapeRule({
  x,
  top,
  bottom,
}: {
  readonly x: number
  readonly top: number
  readonly bottom: number
}): ReactNode {
  const marks = Array.from({ length: Math.floor((bottom - top) / 8) }, (_, i) => top + 6 + i * 8)
  return (
    <g>
      <rect x={x - 8} y={top} width="16" height={bottom - top} {...STROKE.meant} />
      <path
        d={marks.map((y, i) => `M${x - 8} ${y}h${i % 5 === 0 ? 9 : 5}`).join('')}
        stroke="var(--on-chalk)"
        strokeWidth="1.2"
      />
      <path
        d={`M${x - 15} ${top}h30M${x - 15} ${bottom}h30`}
        stroke="var(--ink)"
        strokeWidth="2.4"
      />
    </g>
  )
}
