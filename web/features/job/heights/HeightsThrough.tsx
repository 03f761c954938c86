import { heightsAreGuessed } from '@anklet/core/base/starting'
import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLE_OF, WALK } from '@anklet/core/base/vehicle'
import { PURPOSE_WORDS, stateWords } from '@anklet/language/heights/methods'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { momentWords } from '@anklet/language/plain/times'
import type { ReactNode } from 'react'
import { CornerCaption } from '../../../kit/CornerCaption.tsx'
import { HeightAxis } from '../../../kit/HeightAxis.tsx'
import type { StageOfHeights } from './through.ts'
import { heightsThrough, rangeThrough } from './through.ts'

const W = 220
const H = 150
const LEFT = 36

interface PanelProps {
  readonly corner: Corner
  readonly stages: readonly StageOfHeights[]
  readonly range: number
  readonly units: DisplayUnits
}

function Panel({ corner, stages, range, units }: PanelProps): ReactNode {
  const step = (W - LEFT - 20) / Math.max(1, stages.length)
  const x = (i: number): number => LEFT + 10 + (i + 0.5) * step
  const y = (mm: number): number => H / 2 - (mm / range) * (H / 2 - 8)
  return (
    <svg
      viewBox={`0 0 ${W} ${H + 40}`}
      className="w-full"
      role="img"
      aria-label={
        `${capital(CORNER_WORDS[corner])}, ${UNIT_LABEL[units.length]}, round by ` +
        `round: ${stages.map(({ offMm }) => formatQuantity(offMm[corner], 'height', units)).join(', ')}`
      }
    >
      <HeightAxis range={range} y={y} left={LEFT} right={W - 4} units={units} />
      {stages.map(({ number, band }, i) => {
        const of = band?.[AXLE_OF[corner]]
        return (
          of && (
            <rect
              key={number}
              data-band={number}
              x={x(i) - Math.min(11, step / 2 - 1)}
              y={y(of.mostMm)}
              width={Math.min(22, step - 2)}
              height={Math.max(1, y(of.leastMm) - y(of.mostMm))}
              fill="var(--air-soft)"
            />
          )
        )
      })}
      <polyline
        points={stages.map(({ offMm }, i) => `${x(i)},${y(offMm[corner])}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      {stages.map(({ number, levelled, offMm }, i) => (
        <g key={number}>
          <circle
            cx={x(i)}
            cy={y(offMm[corner])}
            r="4.4"
            fill={levelled ? 'var(--ink)' : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <text x={x(i)} y={H + 8} textAnchor="middle" fontSize="11.5" fill="var(--ink-2)">
            {number}
          </text>
        </g>
      ))}
      <CornerCaption corner={corner} x={LEFT + (W - LEFT) / 2} y={H + 32} />
    </svg>
  )
}

const nameOf = ({ round }: StageOfHeights): string =>
  round.purpose === 'heights' ? stateWords(round) : PURPOSE_WORDS[round.purpose]

/**
 * The heights of a job from arrival to handover as one picture, a panel for each corner; nothing
 * where there is one round or none.
 */
export function HeightsThrough({
  job,
  units,
}: {
  readonly job: Job
  readonly units: DisplayUnits
}): ReactNode {
  const stages = heightsThrough(job)
  if (stages.length < 2) return null
  const range = rangeThrough(stages)
  const banded = stages.some(({ band }) => band !== null)
  return (
    <section aria-label="Heights through this job" className="mt-5 grid gap-2">
      <h2>Heights through this job</h2>
      <div className="corners">
        {WALK.map((corner) => (
          <div key={corner} style={{ gridArea: corner }}>
            <Panel corner={corner} stages={stages} range={range} units={units} />
          </div>
        ))}
      </div>
      <ol className="flex flex-wrap gap-x-5 gap-y-1 text-small text-ink-2">
        {stages.map((stage) => (
          <li key={stage.number}>
            <b className="num">{stage.number}</b> {nameOf(stage)},{' '}
            {momentWords(stage.round.endedAt, new Date())}
          </li>
        ))}
      </ol>
      <p className="text-small text-ink-2">
        {UNIT_LABEL[units.length]}{' '}
        {heightsAreGuessed(job.vehicleType.guesses)
          ? 'over the first round (its design height is not entered)'
          : 'over the design height of the level it stood at'}
        . Filled: levelled by its module. Ring: as it arrived, or left with the supply off or on.
        {banded ? ' The band is its specification.' : ''}
      </p>
    </section>
  )
}
