import type { Architecture, Job, LevelVisit } from '@anklet/contract'
import { sensorsOf, stopsOf } from '@anklet/core/calibration'
import { lastOf } from '@anklet/core/proof'
import type { DisplayUnits } from '@anklet/core/units'
import { formatDifference, formatQuantity, UNIT_LABEL } from '@anklet/core/units'
import type { PerCorner } from '@anklet/core/vehicle'
import { AXLE_OF, CORNERS, WALK } from '@anklet/core/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Link } from 'react-router'
import { usePersonName, useUnits } from '../../../data/queries.ts'
import { CornerFields } from '../../../parts/CornerFields.tsx'
import { Taps } from '../../../parts/Taps.tsx'
import type { CalibrationDraft } from '../../../state/calibrations.ts'
import { EMPTY_CALIBRATION, useCalibrations } from '../../../state/calibrations.ts'
import { withSource } from '../../../state/drafts.ts'
import { useGauge } from '../../../state/useGauge.ts'
import { capital, CORNER_WORDS } from '../../../words/corners.ts'
import { momentWords } from '../../../words/times.ts'
import { useModule } from '../dock/useModule.ts'
import type { CarLive } from '../run/carLive.ts'
import { useCarLive } from '../run/carLive.ts'
import { Move } from './Move.tsx'
import { readoutOf, Sensors, typedHeights } from './Sensors.tsx'

import { reportedNow } from './reportedNow.ts'
import { Teach } from './Teach.tsx'

const WHYS = [
  ['sensor', 'A sensor was changed'],
  ['module', 'The module was changed'],
  ['disagrees', 'Tape and module disagree'],
  ['wanted', 'To be sure'],
] as const

/** What the plan itself gives as the reason. */
function whyOf({ plans }: Job): CalibrationDraft['why'] {
  const jobs = plans.at(-1)?.jobs.map(({ job }) => job) ?? []
  return jobs.includes('module') ? 'module' : jobs.includes('sensor') ? 'sensor' : null
}

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
        <p className="num text-[15px]">
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
        <button
          type="button"
          className="btn-quiet min-h-[44px] w-fit underline"
          onClick={() => onTyping(!typing)}
        >
          {typing ? 'Take them off the link' : 'Type what another tool shows'}
        </button>
      )}
    </div>
  )
}

function Stop({ job, draft, car, change, at, typing, onTyping }: StopProps): ReactNode {
  const units = useUnits()
  const { architecture } = job.vehicleType
  const { level, direction } = stopsOf(architecture)[at]!
  const [wrong, setWrong] = useState('')
  const heard = reportedNow(car)
  const now = typing ? null : heard
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
  const take = (): void => {
    const tape = typedHeights(draft.tape, units)
    const reported = now ?? typedHeights(draft.reported, units)
    const bad = WALK.find((corner) => tape[corner] === null || Number.isNaN(tape[corner]))
    if (bad) return setWrong(`${capital(CORNER_WORDS[bad])}: type what the tape says there.`)
    if (CORNERS.some((corner) => Number.isNaN(reported[corner])))
      return setWrong(
        'Type figures only for what the module reports; leave a field empty where it reports nothing.',
      )
    if (CORNERS.every((corner) => reported[corner] === null))
      return setWrong(
        'Nothing of what the module reports: connect the link, or type what the tool shows.',
      )
    setWrong('')
    const visit: LevelVisit = {
      levelId: level.id,
      direction,
      tapeMm: tape as LevelVisit['tapeMm'],
      reportedMm: reported,
    }
    change({
      visits: [...draft.visits.slice(0, at), visit, ...draft.visits.slice(at + 1)],
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
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <button type="button" className="btn btn-go btn-big" onClick={take}>
        Take this level
      </button>
    </section>
  )
}

function Visits({
  job,
  draft,
  present,
  onGo,
}: {
  readonly job: Job
  readonly draft: CalibrationDraft
  readonly present: number
  onGo(stop: number): void
}): ReactNode {
  const stops = stopsOf(job.vehicleType.architecture)
  return (
    <ol aria-label="Levels to visit" className="grid gap-1">
      {stops.map(({ level, direction }, i) => (
        <li key={`${level.id}${String(direction)}`}>
          <button
            type="button"
            className="figure min-h-[44px] w-full text-left"
            aria-pressed={i === present}
            disabled={i > draft.visits.length}
            onClick={() => onGo(i)}
          >
            <span className={i === present ? 'font-bold' : ''}>
              {capital(level.id)}
              {direction === 'up' ? ', rising' : direction === 'down' ? ', falling' : ''}
            </span>
            <span className="text-[14px] text-ink-2">
              {draft.visits[i] ? 'taken' : i === present ? 'now' : ''}
            </span>
          </button>
        </li>
      ))}
    </ol>
  )
}

function Last({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const nameOf = usePersonName()
  const last = lastOf(job.proof, 'calibrated')
  if (!last) return null
  const { taught, typedMm, visits } = last.content
  const fresh = job.rounds.findLast(
    ({ jobId, purpose, endedAt }) => jobId === job.id && purpose === 'heights' && endedAt > last.at,
  )
  return (
    <section aria-label="Last calibration" className="grid gap-2">
      <h2>
        {taught === 'no' ? 'Looked at' : 'Taught'}, {momentWords(last.at, new Date())}
      </h2>
      <p className="text-[15px]">
        {visits.length === 1 ? 'One level' : `${visits.length} levels`} by {nameOf(last.person)}
        {typedMm.length > 0
          ? '; typed ' +
            `${typedMm.map(({ sensor, mm }) => `${sensor} ${formatDifference(mm, units)}`).join(', ')} ` +
            `${UNIT_LABEL[units.length]}`
          : ''}
        .
      </p>
      {taught !== 'no' &&
        !job.closedAt &&
        (fresh ? (
          <Link className="btn w-fit" to={`/jobs/${job.id}/proof`}>
            A fresh round is walked: on to the proof
          </Link>
        ) : (
          <>
            <p className="hint">
              It counts when a fresh round says so: walk one, with what the module reports.
            </p>
            <Link className="btn btn-go btn-big" to={`/jobs/${job.id}/heights`}>
              Walk the fresh round
            </Link>
          </>
        ))}
    </section>
  )
}

/** Why it is calibrated, and the levels that were visited. */
function Beside({
  job,
  draft,
  change,
  present,
  more,
  enough,
  onEnough,
  onAnew,
}: {
  readonly job: Job
  readonly draft: CalibrationDraft
  change(next: Partial<CalibrationDraft>): void
  readonly present: number
  readonly more: boolean
  readonly enough: boolean
  onEnough(enough: boolean): void
  onAnew(): void
}): ReactNode {
  return (
    <aside aria-label="Beside the calibration" className="grid min-w-0 content-start gap-5">
      <Last job={job} />
      {!job.closedAt && (
        <Taps<NonNullable<CalibrationDraft['why']>>
          legend="Why"
          chosen={draft.why ? [draft.why] : []}
          onTap={(why) => change({ why })}
          options={WHYS.map(([value, words]) => ({ value, words }))}
        />
      )}
      {!job.closedAt && (
        <Visits
          job={job}
          draft={draft}
          present={present}
          onGo={(stop) => change({ stop: stop === draft.visits.length ? null : stop })}
        />
      )}
      {draft.visits.length > 0 && more && !job.closedAt && (
        <button type="button" className="btn w-fit" onClick={() => onEnough(!enough)}>
          {enough ? 'Visit the rest' : 'That is enough'}
        </button>
      )}
      {draft.visits.length > 0 && (
        <button type="button" className="btn w-fit" onClick={onAnew}>
          Begin anew
        </button>
      )}
    </aside>
  )
}

/**
 * Levels rising and falling, the tape at each; what each sensor does, what to type, and whether a
 * fresh round says so.
 */
export function Calibrate({ job }: { readonly job: Job }): ReactNode {
  const draft: CalibrationDraft = {
    ...EMPTY_CALIBRATION,
    why: whyOf(job),
    ...useCalibrations((state) => state.byKey[job.id]),
  }
  const { patch, drop } = useCalibrations.getState()
  const module = useModule(job)
  const car = useCarLive(
    job.closedAt === null ? (module?.identity.id ?? null) : null,
    job.vehicleType.geometry,
    'calibrate',
  )
  const [enough, setEnough] = useState(false)
  const [typing, setTyping] = useState(false)
  const stops = stopsOf(job.vehicleType.architecture)
  if (sensorsOf(job.vehicleType.architecture).length === 0)
    return (
      <p className="sub">This vehicle type has no height sensors: there is nothing to calibrate.</p>
    )
  const change = (next: Partial<CalibrationDraft>): void => patch(job.id, { ...draft, ...next })
  const present = Math.min(draft.stop ?? draft.visits.length, stops.length - 1)
  const readout = draft.visits.length > 0 ? readoutOf(job, draft.visits) : null
  const unfinished =
    job.workNow !== null &&
    job.workNow.at !== 'ready' &&
    job.workNow.at !== 'proving' &&
    job.workNow.at !== 'finished'
  const going = !enough && (draft.stop !== null || draft.visits.length < stops.length)
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_310px]">
      <div className="grid min-w-0 content-start gap-5">
        {!job.closedAt && unfinished && (
          <p className="hint">
            The work is not at its proof yet. What is taught to a car that hangs, or stands on a
            lift, is wrong on the road.
          </p>
        )}
        {!job.closedAt && going && (
          <Stop
            key={present}
            job={job}
            draft={draft}
            car={car}
            change={change}
            at={present}
            typing={typing}
            onTyping={setTyping}
          />
        )}
        {!job.closedAt && !going && (
          <p className="say">
            {draft.visits.length < stops.length
              ? 'Not every level is visited.'
              : 'Every level is visited.'}
          </p>
        )}
        {readout && <Sensors job={job} readout={readout} />}
        {readout && !job.closedAt && !going && (
          <Teach job={job} draft={draft} readout={readout} car={car} onKept={() => drop(job.id)} />
        )}
        {job.closedAt && !job.proof.some(({ content }) => content.kind === 'calibrated') && (
          <p className="sub">Nothing was calibrated on this job.</p>
        )}
      </div>
      <Beside
        job={job}
        draft={draft}
        change={change}
        present={present}
        more={draft.visits.length < stops.length}
        enough={enough}
        onEnough={setEnough}
        onAnew={() => {
          setEnough(false)
          drop(job.id)
        }}
      />
    </div>
  )
}
