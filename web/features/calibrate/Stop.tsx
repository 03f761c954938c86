import type { TypedHeights } from './model.ts'
import { visitAt, typedHeights } from './model.ts'
import type { Architecture, Job } from '@anklet/contract'
import { stopsOf } from '@anklet/core/measuring/calibration'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { AXLE_OF, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { CornerFields } from '../../kit/CornerFields.tsx'
import type { CalibrationDraft } from '../../client/state/calibrations.ts'
import { EMPTY_CALIBRATION } from '../../client/state/calibrations.ts'
import { withSource } from '../../client/state/drafts.ts'
import { useGauge } from '../../client/state/useGauge.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import type { CarLive } from '../job/link/carLive.ts'
import { Move } from './Move.tsx'
import { reportedNow } from './reportedNow.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

interface StopProps {
  readonly job: Job
  readonly draft: CalibrationDraft
  readonly car: CarLive | null
  readonly change: (next: Partial<CalibrationDraft>) => void
  readonly at: number
  /** Another tool's figures are typed although the link says some. */ readonly typing: boolean
  onTyping(typing: boolean): void
}

/** What the module reports: off the link, or typed from another tool. */
function ReportedHeights({
  now,
  architecture,
  units,
  draft,
  change,
  heard,
  onTyping,
  typing,
}: {
  readonly now: PerCorner<number | null> | null
  readonly architecture: Architecture
  readonly units: DisplayUnits
  readonly draft: CalibrationDraft
  change(next: Partial<CalibrationDraft>): void
  readonly heard: PerCorner<number | null> | null
  onTyping(typing: boolean): void
  readonly typing: boolean
}): ReactNode {
  return (
    <div className={now ? 'flex flex-wrap items-center justify-between gap-x-4' : 'grid'}>
      {now ? (
        <p className="num text-body">
          <span className="text-ink-2">The module reports </span>
          {WALK.filter((corner) => architecture.sensors[AXLE_OF[corner]] !== 'none')
            .map(
              (corner) =>
                `${corner} ${now[corner] === null ? '–' : formatQuantity(now[corner], 'height', units)}`,
            )
            .join(', ')}
        </p>
      ) : (
        <CornerFields
          legend={`What the module reports, ${UNIT_LABEL[units.length]}`}
          values={draft.reported}
          onType={(reported) => change({ reported })}
        />
      )}
      {heard && (
        <Button look="quiet" className="w-fit" onClick={() => onTyping(!typing)}>
          {typing ? 'Take them off the link' : 'Type what another tool shows'}
        </Button>
      )}
    </div>
  )
}

/** A level that is visited: brought there, measured, and what the module says of it. */
export function Stop({ job, draft, car, change, at, typing, onTyping }: StopProps): ReactNode {
  const units = useUnits()
  const { architecture } = job.vehicleType
  const { level, direction } = stopsOf(architecture)[at]!
  const [wrong, setWrong] = useState('')
  /** Where tape or module say another level: it is taken only when somebody insists. */
  const [unlike, setUnlike] = useState(false)
  const heard = reportedNow(car)
  const now = typing ? null : heard
  const reportedBy = (): TypedHeights => now ?? typedHeights(draft.reported, units)
  // The gauge's button fills the first empty field, in walking order.
  useGauge('heightGauge', (mm, deviceId) => {
    const next = WALK.find((corner) => draft.tape[corner].trim() === '')
    if (next)
      change({
        tape: {
          ...draft.tape,
          [next]: formatQuantity(mm, 'height', units, units.length === 'mm' ? 1 : 2),
        },
        sources: withSource(draft.sources, deviceId),
      })
  })
  const take = (insists: boolean): void => {
    const read = visitAt(job, { level, direction }, typedHeights(draft.tape, units), reportedBy())
    const doubted = read.ok && read.doubt !== null && !insists
    setUnlike(doubted)
    setWrong(read.ok ? (doubted ? read.doubt : '') : read.sentence)
    if (!read.ok || doubted) return
    change({
      visits: [...draft.visits.slice(0, at), read.visit, ...draft.visits.slice(at + 1)],
      tape: EMPTY_CALIBRATION.tape,
      reported: EMPTY_CALIBRATION.reported,
      sources: now && car ? withSource(draft.sources, car.status.identity.id) : draft.sources,
      stop: null,
    })
  }
  return (
    <section aria-label={`${capital(level.id)} level`} className="grid gap-4">
      <p className="say">
        {capital(level.id)} level
        {direction === 'up'
          ? ', come to from below'
          : direction === 'down'
            ? ', come to from above'
            : ''}
        .
      </p>
      <p className="sub">
        Nobody under it, doors shut. Let it settle, then the tape around the walk:{' '}
        {WALK.map((corner) => CORNER_WORDS[corner]).join(', ')}.
      </p>
      {car && <Move car={car} jobId={job.id} levelId={level.id} />}
      <CornerFields
        legend={`The tape, ${UNIT_LABEL[units.length]}`}
        values={draft.tape}
        onType={(tape) => change({ tape })}
      />
      <ReportedHeights
        now={now}
        architecture={architecture}
        units={units}
        draft={draft}
        change={change}
        heard={heard}
        onTyping={onTyping}
        typing={typing}
      />
      <Refusal>{wrong}</Refusal>
      <div className="flex flex-wrap gap-3">
        <Button look="go" big onClick={() => take(false)}>
          Take this level
        </Button>
        {unlike && (
          <Button onClick={() => take(true)}>It was brought to {level.id}: take it so</Button>
        )}
      </div>
    </section>
  )
}
