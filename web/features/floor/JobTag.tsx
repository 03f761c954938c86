import type { JobSummary } from '@anklet/contract'
import { formatDifference, UNIT_LABEL } from '@anklet/core/base/units'
import { useUnits } from '../../client/queries.ts'
import type { NextStep } from '@anklet/core/work/schedule'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import { clsx } from 'clsx'
import { ChevronRight, Clock, Moon, PlugZap } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { complaintWords } from '@anklet/language/causes/complaint'
import { dueWords, STEP_WORDS } from '@anklet/language/work/steps'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { Plate } from '../../kit/Plate.tsx'

const HALF_MM = 45
const H = 40

/**
 * The last heights in walking order, each against its design height: four ticks on four short
 * scales.
 */
function SmallStrip({ latest }: Pick<JobSummary, 'latest'>): ReactNode {
  const units = useUnits()
  const offMm = latest?.offDesignMm
  if (!offMm)
    return (
      <span className="hidden w-[92px] text-note text-ink-3 sm:block">
        {latest ? 'measured' : 'not measured'}
      </span>
    )
  const off = (corner: Corner): number => offMm[corner]
  const y = (mm: number): number =>
    H / 2 - (Math.max(-HALF_MM, Math.min(HALF_MM, mm)) / HALF_MM) * (H / 2 - 3)
  const words = WALK.map(
    (corner) =>
      `${CORNER_WORDS[corner]} ${formatDifference(off(corner), units)} ${UNIT_LABEL[units.length]}`,
  ).join(', ')
  return (
    <svg
      width="92"
      height={H}
      role="img"
      aria-label={`Off the design height: ${words}`}
      className="hidden sm:block"
    >
      {WALK.map((corner, i) => {
        const x = 4 + i * 23
        return (
          <g key={corner}>
            <rect x={x + 4} y="1" width="6" height={H - 2} fill="var(--edge-2)" />
            <line
              x1={x + 2}
              x2={x + 12}
              y1={H / 2}
              y2={H / 2}
              stroke="var(--steel-dark)"
              strokeWidth="1"
            />
            <line
              x1={x}
              x2={x + 14}
              y1={y(off(corner))}
              y2={y(off(corner))}
              stroke="var(--ink)"
              strokeWidth="2.6"
            />
          </g>
        )
      })}
    </svg>
  )
}

/** Something that is taken apart, unplugged or off, and has to be seen. */
const Unplugged = ({
  look,
  children,
}: {
  /** Its ground and ink. */
  readonly look: string
  readonly children: ReactNode
}): ReactNode => (
  <p
    className={clsx(
      'mt-0.5 flex w-fit items-center gap-1.5 rounded px-1.5 text-small font-semibold',
      look,
    )}
  >
    <PlugZap size={14} aria-hidden />
    {children}
  </p>
)

interface TagProps {
  readonly job: JobSummary
  readonly step: NextStep
  readonly now: number
}

function Due({ job, step, now }: TagProps): ReactNode {
  const stillOff =
    job.watch !== null &&
    job.watch.state !== 'running' &&
    job.watch.supplyIsOff &&
    step.urgency !== 'closed'
  const words = dueWords(step, now)
  const closed = step.urgency === 'closed'
  const Icon = step.urgency === 'waiting' ? Moon : Clock
  return (
    <div className="min-w-0">
      <p className="font-semibold">{STEP_WORDS[step.code]}</p>
      {words && (
        <p
          className={clsx(
            'flex items-center gap-1.5 text-small',
            step.urgency === 'overdue'
              ? 'w-fit rounded bg-chalk px-1.5 font-semibold text-[#14211f]'
              : 'text-ink-2',
          )}
        >
          <Icon size={14} aria-hidden />
          {words}
        </p>
      )}
      {job.work && job.work.lost.length > 0 && (
        <Unplugged look="bg-rust-soft text-ink">
          {job.work.lost.length === 1
            ? `no longer: ${job.work.lost[0]}`
            : `${job.work.lost.length} proofs no longer hold`}
        </Unplugged>
      )}
      {job.work && job.work.at !== 'ready' && job.work.temporary > 0 && !closed && (
        <p className="mt-0.5 text-small text-ink-2">
          {job.work.done} of {job.work.of} steps; {job.work.temporary} to put back
        </p>
      )}
      {stillOff && <Unplugged look="bg-chalk text-[#14211f]">supply still off</Unplugged>}
    </div>
  )
}

/** One job on the floor: what is due, the car, how it stands. The whole tag is the way in. */
export function JobTag({ job, step, now }: TagProps): ReactNode {
  const closed = step.urgency === 'closed'
  return (
    <li>
      <Link
        to={`/jobs/${job.id}/${step.phase}${step.code === 'walkMorning' ? '?walk=morning' : ''}`}
        className={clsx(
          'sheet grid grid-cols-[1fr_auto] items-center gap-x-5 gap-y-1 px-4 py-3',
          'hover:border-air sm:grid-cols-[230px_1fr_auto_20px]',
          closed ? 'opacity-80' : '',
        )}
      >
        <Due job={job} step={step} now={now} />
        <div className="order-last col-span-2 min-w-0 sm:order-none sm:col-span-1">
          <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <Plate plate={job.plate} simulated={job.simulated} />
            <span className="font-medium">{job.typeName}</span>
          </p>
          <p className="truncate text-small text-ink-2">
            {job.watch?.finding?.sentence ?? complaintWords(job.complaint)}
          </p>
        </div>
        <SmallStrip latest={job.latest} />
        <ChevronRight size={20} className="text-ink-3" aria-hidden />
      </Link>
    </li>
  )
}
