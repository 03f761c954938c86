import type { FittedCoil } from '@anklet/core/reasoning/conversion'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { GRAVITY } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { useIsPhone } from '../../kit/useMedia.ts'

const [HEIGHT, LEFT, RIGHT, TOP, BOTTOM] = [220, 44, 92, 14, 30]
const DASHES = ['', '7 4', '2 4', '9 3 2 3'] as const
const MOST_LINES = 4

function HeightMarks({
  width,
  y,
  mostMm,
  units,
}: {
  readonly width: number
  y(mm: number): number
  readonly mostMm: number
  readonly units: DisplayUnits
}): ReactNode {
  return [0, 0.5, 1].map((share) => (
    <g key={share}>
      <line
        x1={LEFT}
        x2={width - RIGHT}
        y1={y(share * mostMm)}
        y2={y(share * mostMm)}
        stroke="var(--edge)"
      />
      <text
        x={LEFT - 6}
        y={y(share * mostMm) + 4}
        fontSize="11.5"
        textAnchor="end"
        fill="var(--ink-2)"
      >
        {formatQuantity(-share * mostMm, 'height', units)}
        {share === 0 ? ` ${UNIT_LABEL[units.length]}` : ''}
      </text>
    </g>
  ))
}

function LoadMarks({ ladenKg, x }: { readonly ladenKg: number; x(kg: number): number }): ReactNode {
  return [0, ladenKg].map((kg) => (
    <g key={kg}>
      <line x1={x(kg)} x2={x(kg)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--edge)" />
      <text
        x={x(kg)}
        y={HEIGHT - BOTTOM + 16}
        fontSize="11.5"
        textAnchor="middle"
        fill="var(--ink-2)"
      >
        {kg} kg
      </text>
    </g>
  ))
}

function LineNames({
  ends,
  width,
  chosen,
}: {
  readonly ends: readonly { readonly id: string; readonly at: number }[]
  readonly width: number
  readonly chosen: string | null
}): ReactNode {
  return ends.map(({ id, at }) => (
    <text
      key={id}
      x={width - RIGHT + 6}
      y={at + 4}
      fontSize="12"
      fontWeight={id === chosen ? 700 : 400}
      fill="var(--ink)"
    >
      {id}
    </text>
  ))
}

/** How far a corner goes down under load, on air and on each coil that fits: levelled air does not, asleep it does. */
export function LoadChart({
  coils,
  airRateNPerMm,
  ladenKg,
  chosen,
}: {
  readonly coils: readonly FittedCoil[]
  readonly airRateNPerMm: number | null
  /** Over the axle. */ readonly ladenKg: number
  readonly chosen: string | null
}): ReactNode {
  const width = useIsPhone() ? 350 : 620
  const units = useUnits()
  const newton = (kg: number): number => (kg * GRAVITY) / 2
  const lines = [
    ...(airRateNPerMm === null
      ? []
      : [
          { id: 'air, levelled', mmAt: () => 0, on: false },
          { id: 'air, asleep', mmAt: (kg: number) => newton(kg) / airRateNPerMm, on: false },
        ]),
    ...coils.slice(0, MOST_LINES).map((coil) => ({
      id: coil.id,
      mmAt: (kg: number) => newton(kg) / coil.wheelRateNPerMm,
      on: coil.id === chosen,
    })),
  ]
  const [mostKg, mostMm] = [
    Math.max(1, ladenKg * 1.25),
    Math.max(1, ...lines.map(({ mmAt }) => mmAt(ladenKg * 1.25))),
  ]
  const x = (kg: number): number => LEFT + (kg / mostKg) * (width - LEFT - RIGHT)
  const y = (mm: number): number => TOP + (mm / mostMm) * (HEIGHT - TOP - BOTTOM)
  // Names stand at the ends of their lines, and apart from each other.
  const ends = lines
    .map(({ id, mmAt }) => ({ id, at: y(mmAt(mostKg)) }))
    .sort((a, b) => a.at - b.at)
  ends.forEach((end, i) => {
    if (i > 0) end.at = Math.max(end.at, ends[i - 1]!.at + 14)
  })
  const told = lines
    .map(
      ({ id, mmAt }) =>
        `${id} ${formatQuantity(mmAt(ladenKg), 'height', units)} ${UNIT_LABEL[units.length]}`,
    )
    .join(', ')
  return (
    <figure aria-label="Height against load">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT + 24}`}
        className="w-full max-w-[760px]"
        role="img"
        aria-label={`With ${ladenKg} kg over the axle it stands lower by: ${told}`}
      >
        <HeightMarks width={width} y={y} mostMm={mostMm} units={units} />
        <LoadMarks ladenKg={ladenKg} x={x} />
        {lines.map(({ id, mmAt, on }, i) => (
          <line
            key={id}
            x1={x(0)}
            y1={y(mmAt(0))}
            x2={x(mostKg)}
            y2={y(mmAt(mostKg))}
            stroke={id.startsWith('air') ? 'var(--air)' : 'var(--ink)'}
            strokeWidth={on ? 3.2 : 1.6}
            strokeDasharray={
              id.startsWith('air')
                ? i === 0
                  ? ''
                  : '5 4'
                : DASHES[(i - 2 + DASHES.length) % DASHES.length]
            }
          />
        ))}
        <LineNames ends={ends} width={width} chosen={chosen} />
      </svg>
      <figcaption className="text-small text-ink-2">
        Lower by, {UNIT_LABEL[units.length]} at the wheel, against what is carried over the axle.
      </figcaption>
    </figure>
  )
}
