import { rangeOf, marksOf } from './model.ts'
import { CornerCaption } from '../../kit/CornerCaption.tsx'
import { HeightAxis } from '../../kit/HeightAxis.tsx'
import type { Repair } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { repairWords } from '@anklet/language/repair/repairs'
import type { TrendPoint } from '../job/model/trend.ts'

interface TrendProps {
  readonly points: readonly TrendPoint[]
  readonly repairs: readonly Repair[]
  readonly units: DisplayUnits
}

const W = 220
const H = 190
const LEFT = 34
/** More repairs than this would be a fence of lines. */
const FEW_MARKS = 8
/** More rounds than this are drawn as a crowd. */
const MANY = 150

/** A repair between two rounds. @param at where, in the drawing's own units */
function Mark({
  repair,
  at,
  crowded,
}: {
  readonly repair: Repair
  readonly at: number
  /** There are so many that only their signs are drawn. */
  readonly crowded: boolean
}): ReactNode {
  return (
    <g>
      {!crowded && (
        <line
          x1={at}
          x2={at}
          y1={12}
          y2={H - 8}
          stroke="var(--steel-dark)"
          strokeWidth="1.4"
          strokeDasharray="4 3"
        />
      )}
      <path d={`M${at} 2l5 5l-5 5l-5 -5z`} fill="var(--ink)">
        <title>{`${new Date(repair.at).toLocaleDateString()}: ${repairWords(repair)}`}</title>
      </path>
    </g>
  )
}

function Panel({
  corner,
  points,
  repairs,
  range,
  units,
}: TrendProps & { readonly corner: Corner; readonly range: number }): ReactNode {
  const [first, last] = [points[0]!.at, points.at(-1)!.at]
  // A car's visits lie months apart and minutes apart: places in order, a little wider for longer
  // gaps.
  const x = (i: number): number =>
    LEFT + 14 + (points.length === 1 ? 0.5 : i / (points.length - 1)) * (W - LEFT - 26)
  const y = (mm: number): number => H / 2 - (mm / range) * (H / 2 - 10)
  const levelled = points.flatMap((point, i) =>
    point.coldMm === null ? [[x(i), y(point.offMm[corner])] as const] : [],
  )
  const now = points.at(-1)!.offMm[corner]
  const marks = marksOf(corner, points, repairs)
  return (
    <svg
      viewBox={`0 0 ${W} ${H + 24}`}
      className="w-full"
      role="img"
      aria-label={
        `${capital(CORNER_WORDS[corner])}: ${points.length} rounds from ` +
        `${new Date(first).toDateString()} to ${new Date(last).toDateString()}, last ` +
        `${formatQuantity(now, 'height', units)} ${UNIT_LABEL[units.length]} off design`
      }
    >
      <HeightAxis range={range} y={y} left={LEFT} right={W - 4} units={units} />
      <polyline
        points={levelled.map((place) => place.join(',')).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {marks.map(({ repair, place }) => (
        <Mark
          key={repair.id}
          crowded={marks.length > FEW_MARKS}
          repair={repair}
          at={Math.max(LEFT + 6, Math.min(W - 5, x(place)))}
        />
      ))}
      {points.length > MANY ? (
        <Crowd points={points} corner={corner} x={x} y={y} />
      ) : (
        points.map(({ round, coldMm, offMm }, i) => (
          <circle
            key={round.id}
            cx={x(i)}
            cy={y(offMm[corner])}
            r="3.8"
            fill={coldMm ? 'var(--sheet)' : 'var(--ink)'}
            stroke={coldMm ? 'var(--air)' : 'var(--ink)'}
            strokeWidth="1.8"
          >
            <title>
              {`${new Date(round.endedAt).toLocaleString()}: ` +
                `${formatQuantity(offMm[corner], 'height', units, 1)}`}
            </title>
          </circle>
        ))
      )}
      <CornerCaption corner={corner} x={LEFT + (W - LEFT) / 2} y={H + 17} />
    </svg>
  )
}

// A dot each would be thousands of shapes; drawn as two paths they are two.
function Crowd({
  points,
  corner,
  x,
  y,
}: {
  readonly points: readonly TrendPoint[]
  readonly corner: Corner
  readonly x: (i: number) => number
  readonly y: (mm: number) => number
}): ReactNode {
  const dots = (cold: boolean): string =>
    points
      .flatMap(({ coldMm, offMm }, i) =>
        (coldMm !== null) === cold ? [`M${x(i).toFixed(1)} ${y(offMm[corner]).toFixed(1)}h0`] : [],
      )
      .join('')
  return (
    <>
      <path d={dots(false)} stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" />
      <path d={dots(true)} stroke="var(--air)" strokeWidth="3" strokeLinecap="round" />
    </>
  )
}

/**
 * Every round as a trend per corner, in walking order.
 * @param over what heights are drawn over, in words
 */
export function TrendStrip({
  points,
  repairs,
  units,
  over,
}: TrendProps & { readonly over: string }): ReactNode {
  if (points.length === 0)
    return (
      <p className="sub">
        No round has been walked on this car yet. Each one will stand here, so that a slow sinking
        shows.
      </p>
    )
  const range = rangeOf(points)
  return (
    <div>
      <div className="corners">
        {WALK.map((corner) => (
          <div key={corner} style={{ gridArea: corner }}>
            <Panel corner={corner} points={points} repairs={repairs} range={range} units={units} />
          </div>
        ))}
      </div>
      <p className="mt-1 text-small text-ink-2">
        {UNIT_LABEL[units.length]} {over}, round by round. Filled: levelled by its module. Ring: a
        morning with the supply off, the cold since the evening added back.
        {repairs.length > 0 ? ' Diamond: something was mended.' : ''}
      </p>
    </div>
  )
}
