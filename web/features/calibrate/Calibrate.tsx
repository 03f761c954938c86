import { whyOf, readoutOf } from './model.ts'
import type { Job } from '@anklet/contract'
import { sensorsOf, stopsOf } from '@anklet/core/measuring/calibration'
import { lastOf } from '@anklet/core/work/proof'
import { formatDifference, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { usePersonName, useUnits } from '../../client/queries.ts'
import { Taps } from '../../kit/Taps.tsx'
import type { CalibrationDraft } from '../../client/state/calibrations.ts'
import { EMPTY_CALIBRATION, useCalibrations } from '../../client/state/calibrations.ts'
import { capital } from '@anklet/language/plain/corners'
import { momentWords } from '@anklet/language/plain/times'
import { useModule } from '../job/link/useModule.ts'
import { useCarLive } from '../job/link/carLive.ts'
import { Sensors } from './Sensors.tsx'

import { Stop } from './Stop.tsx'
import { Teach } from './Teach.tsx'
import { Button, ButtonLink } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

const WHYS = [
  ['sensor', 'A sensor was changed'],
  ['module', 'The module was changed'],
  ['disagrees', 'Tape and module disagree'],
  ['wanted', 'To be sure'],
] as const

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
          <Button
            look="bare"
            className="figure min-h-touch w-full text-left"
            aria-pressed={i === present}
            disabled={i > draft.visits.length}
            onClick={() => onGo(i)}
          >
            <span className={i === present ? 'font-bold' : ''}>
              {capital(level.id)}
              {direction === 'up' ? ', rising' : direction === 'down' ? ', falling' : ''}
            </span>
            <span className="text-small text-ink-2">
              {draft.visits[i] ? 'taken' : i === present ? 'now' : ''}
            </span>
          </Button>
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
      <p className="text-body">
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
          <ButtonLink className="w-fit" to={`/jobs/${job.id}/proof`}>
            A fresh round is walked: on to the proof
          </ButtonLink>
        ) : (
          <>
            <Notice kind="wait">
              It counts when a fresh round says so: walk one, with what the module reports.
            </Notice>
            <ButtonLink look="go" big to={`/jobs/${job.id}/heights`}>
              Walk the fresh round
            </ButtonLink>
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
        <Button className="w-fit" onClick={() => onEnough(!enough)}>
          {enough ? 'Visit the rest' : 'That is enough'}
        </Button>
      )}
      {draft.visits.length > 0 && (
        <Button className="w-fit" onClick={onAnew}>
          Begin anew
        </Button>
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
    job.vehicleType,
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
          <Notice kind="wait">
            The work is not at its proof yet. What is taught to a car that hangs, or stands on a
            lift, is wrong on the road.
          </Notice>
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
