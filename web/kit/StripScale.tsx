import type { Verdict } from '@anklet/core/measuring/heights'
import type { Corner } from '@anklet/core/base/vehicle'
import type { DisplayUnits } from '@anklet/core/base/units'
import { UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { graduations } from './graduations.ts'
import { spreadLabels } from './spread.ts'
import type { StripBand, StripCorner, StripMark } from './stripCorner.ts'

interface ScaleProps {
  readonly corner: Corner
  readonly column: StripCorner
  readonly range: readonly [number, number]
  readonly heightPx: number
  readonly units: DisplayUnits
}

const WIDTH = 148
const LEFT = 36
const BAR = 22
const PAD = 12
const FOOT = 46
const LABEL_GAP = 21

const LINE: Readonly<
  Record<StripMark['kind'], { stroke: string; width: number; dash?: string; reach: number }>
> = {
  now: { stroke: 'var(--ink)', width: 3.2, reach: 9 },
  evening: { stroke: 'var(--steel-dark)', width: 2.2, reach: 9 },
  earlier: { stroke: 'var(--steel-dark)', width: 1.4, dash: '2 2', reach: 5 },
  cold: { stroke: 'var(--air)', width: 2, dash: '4 3', reach: 5 },
}

function Graduations({
  range,
  y,
  units,
}: {
  range: readonly [number, number]
  y: (mm: number) => number
  units: DisplayUnits
}): ReactNode {
  return graduations(range, units).map(({ mm, size, label }) => (
    <g key={mm}>
      <line
        x1={LEFT}
        x2={LEFT + size}
        y1={y(mm)}
        y2={y(mm)}
        stroke="var(--steel-dark)"
        strokeWidth={label === null ? 0.8 : 1.4}
      />
      {/* The first one leaves room for the unit over it. */}
      {label !== null && y(mm) > PAD + 9 && (
        <text x={LEFT - 6} y={y(mm) + 4} textAnchor="end" fontSize="11.5" fill="var(--ink-3)">
          {label}
        </text>
      )}
    </g>
  ))
}

// State is a shape before it is a colour: a wedge pointing where the corner is, a solid bar, a
// dashed outline.
function VerdictShape({ verdict, x, y }: { verdict: Verdict; x: number; y: number }): ReactNode {
  switch (verdict) {
    case 'low':
      return <path d={`M${x} ${y - 6}h16l-8 12z`} fill="var(--rust)" />
    case 'high':
      return <path d={`M${x} ${y + 6}h16l-8 -12z`} fill="var(--rust)" />
    case 'in':
      return <rect x={x} y={y - 3.5} width="16" height="7" fill="var(--air)" />
    case 'undecided':
      return (
        <rect
          x={x + 0.75}
          y={y - 4}
          width="15"
          height="8"
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth="1.5"
          strokeDasharray="3 2"
        />
      )
  }
}

function Band({
  band: { leastMm, mostMm, guardMm },
  y,
}: {
  band: StripBand
  y: (mm: number) => number
}): ReactNode {
  const inner = Math.min(guardMm, (mostMm - leastMm) / 2)
  const stretch = (from: number, to: number, fill: string): ReactNode => (
    <rect x={LEFT + 13} y={y(to)} width="8" height={Math.max(0, y(from) - y(to))} fill={fill} />
  )
  return (
    <>
      {stretch(leastMm, mostMm, 'var(--steel)')}
      {stretch(leastMm + inner, mostMm - inner, 'var(--steel-dark)')}
    </>
  )
}

/** Something written beside a scale. */
interface Label {
  readonly at: number
  readonly label: string
  readonly size: number
  readonly weight: number
  readonly fill: string
  readonly verdict?: Verdict
}

function Labels({
  column: { marks, spans = [] },
  y,
  heightPx,
}: {
  column: StripCorner
  y: (mm: number) => number
  heightPx: number
}): ReactNode {
  const labels: Label[] = [
    ...marks
      .filter(({ label }) => label !== undefined)
      .map(({ mm, kind, label }) => ({
        at: y(mm),
        label: label!,
        size: kind === 'now' ? 23 : 13,
        weight: kind === 'now' ? 680 : 500,
        fill: kind === 'now' ? 'var(--ink)' : kind === 'cold' ? 'var(--air)' : 'var(--ink-3)',
      })),
    ...marks
      .filter(({ under }) => under !== undefined)
      .map(({ mm, under, verdict }) => ({
        at: y(mm) + LABEL_GAP,
        label: under!,
        size: 13.5,
        weight: 600,
        fill: verdict === 'low' || verdict === 'high' ? 'var(--rust)' : 'var(--ink-2)',
        ...(verdict ? { verdict } : {}),
      })),
    ...spans
      .filter(({ label }) => label !== undefined)
      .map(({ fromMm, toMm, kind, label }) => ({
        at: y((fromMm + toMm) / 2),
        label: label!,
        size: 13.5,
        weight: 640,
        fill: kind === 'cold' ? 'var(--air)' : 'var(--ink)',
      })),
  ]
  const places = spreadLabels(
    labels.map(({ at }) => at),
    LABEL_GAP,
    [PAD + 6, heightPx - 6],
  )
  const x = LEFT + BAR + 14
  return (
    <>
      {labels.map(({ label, size, weight, fill, verdict }, i) => (
        <g key={`${label}${String(i)}`}>
          {verdict && <VerdictShape verdict={verdict} x={x} y={places[i]!} />}
          <text
            x={verdict ? x + 21 : x}
            y={places[i]! + size * 0.35}
            fontSize={size}
            fontWeight={weight}
            fill={fill}
            style={{ fontStretch: '87%' }}
          >
            {label}
          </text>
        </g>
      ))}
    </>
  )
}

function Hatch({ id }: { readonly id: string }): ReactNode {
  return (
    <pattern
      id={id}
      width="7"
      height="7"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <rect width="7" height="7" fill="var(--chalk)" />
      <line x1="0" x2="0" y1="0" y2="7" stroke="#14211f" strokeWidth="2" />
    </pattern>
  )
}

function Marks({
  marks,
  y,
}: {
  readonly marks: readonly StripMark[]
  y(mm: number): number
}): ReactNode {
  return marks.map(({ mm, kind }, i) => {
    const { stroke, width, dash, reach } = LINE[kind]
    return (
      <line
        key={`${kind}${String(i)}`}
        x1={LEFT - reach}
        x2={LEFT + BAR + reach}
        y1={y(mm)}
        y2={y(mm)}
        stroke={stroke}
        strokeWidth={width}
        strokeDasharray={dash}
      />
    )
  })
}

function CornerName({
  heightPx,
  corner,
}: {
  readonly heightPx: number
  readonly corner: Corner
}): ReactNode {
  return (
    <text
      x={LEFT + BAR / 2}
      y={heightPx + 18}
      textAnchor="middle"
      fontSize="16"
      fontWeight="680"
      fill="var(--ink)"
    >
      {corner}
    </text>
  )
}

/** One corner's tall scale, with its lines, stretches and name. */
export function StripScale({ corner, column, range, heightPx, units }: ScaleProps): ReactNode {
  const [low, high] = range
  const y = (mm: number): number => PAD + ((high - mm) / (high - low)) * (heightPx - 2 * PAD)
  const hatch = `hatch-${corner}`
  const { marks, spans = [], designMm, state = 'reading', note } = column
  const unread = !marks.some(({ kind }) => kind === 'now' || kind === 'evening')
  const usual =
    designMm ?? (column.band ? (column.band.leastMm + column.band.mostMm) / 2 : (low + high) / 2)
  const middle = y(usual)
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${heightPx + FOOT}`}
      width={WIDTH}
      height={heightPx + FOOT}
      role="img"
      aria-label={describe(corner, column)}
    >
      <defs>
        <Hatch id={hatch} />
      </defs>
      <rect
        x={LEFT}
        y={PAD - 4}
        width={BAR}
        height={heightPx - 2 * PAD + 8}
        rx="2"
        fill="var(--sheet)"
        stroke={state === 'active' ? 'var(--ink)' : 'var(--edge)'}
        strokeWidth={state === 'active' ? 2 : 1}
      />
      <text x={LEFT - 6} y={PAD - 1} textAnchor="end" fontSize="11" fill="var(--ink-3)">
        {UNIT_LABEL[units.length]}
      </text>
      <Graduations range={range} y={y} units={units} />
      {column.band && <Band band={column.band} y={y} />}
      {spans.map(({ fromMm, toMm, kind }) => (
        <rect
          key={kind}
          className="settle"
          x={LEFT + 1}
          width={BAR - 2}
          y={y(Math.max(fromMm, toMm))}
          height={Math.abs(y(fromMm) - y(toMm))}
          fill={kind === 'cold' ? 'var(--air-soft)' : `url(#${hatch})`}
        />
      ))}
      {designMm !== null && (
        <path d={`M${LEFT + BAR} ${y(designMm)}l8 -5v10z`} fill="var(--steel-dark)">
          <title>Design height at this level</title>
        </path>
      )}
      <Marks marks={marks} y={y} />
      {unread && (
        <circle
          cx={LEFT + BAR / 2}
          cy={middle}
          r="9"
          fill="none"
          stroke={state === 'active' ? 'var(--ink)' : 'var(--steel-dark)'}
          strokeWidth={state === 'active' ? 2.6 : 1.6}
        />
      )}
      {unread && state === 'active' && (
        <text x={LEFT + BAR + 14} y={middle + 5} fontSize="15" fontWeight="650" fill="var(--ink)">
          now
        </text>
      )}
      <Labels column={column} y={y} heightPx={heightPx} />
      <CornerName heightPx={heightPx} corner={corner} />
      {note && (
        <text
          x={LEFT + BAR / 2}
          y={heightPx + 37}
          textAnchor="middle"
          fontSize="12.5"
          fill="var(--ink-2)"
        >
          {note}
        </text>
      )}
    </svg>
  )
}

function describe(corner: Corner, { marks, spans = [], state, note }: StripCorner): string {
  const parts = [
    ...marks.map(({ label, under, kind }) =>
      label ? `${kind} ${label}${under ? ` (${under})` : ''}` : '',
    ),
    ...spans.map(({ label, kind }) => (label ? `${kind} ${label}` : '')),
  ].filter(Boolean)
  return (
    `${CORNER_WORDS[corner]}: ` +
    (parts.length > 0 ? parts.join(', ') : state === 'active' ? 'being measured' : 'not measured') +
    (note ? `, ${note}` : '')
  )
}
