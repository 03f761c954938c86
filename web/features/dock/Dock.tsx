import type { DeviceStatus, Job } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import { ChevronDown, ChevronUp, Circle, Square } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { sentenceOf } from '../../client/api.ts'
import { useDevices } from '../../client/devices.ts'
import { useCommand, useUnits } from '../../client/queries.ts'
import { useNow } from '../../kit/useNow.ts'
import { useLink } from '../../client/state/link.ts'
import { moduleWords } from '@anklet/language/shop/devices'
import { Doing } from '../job/link/Doing.tsx'
import { Live } from '../job/link/Live.tsx'
import { valueAt } from '../job/link/signals.ts'
import { belongsTo } from '../job/link/moduleFor.ts'
import { useModule } from '../job/link/useModule.ts'
import { useKeptFromLink } from './useKeptFromLink.ts'
import { startLog, stopLog } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

/** Records what the module tells into a log of the job, on the server. */
function Record({ job, deviceId }: { readonly job: Job; readonly deviceId: string }): ReactNode {
  const [start, stop] = [useCommand('log.start'), useCommand('log.stop')]
  const running = job.logs.find(({ endedAt }) => endedAt === null)
  const now = useNow(1000)
  const error = start.error ?? stop.error
  if (running) {
    const seconds = Math.max(0, Math.round((now - Date.parse(running.at)) / 1000))
    return (
      <Button look="go" disabled={stop.isPending} onClick={() => stop.submit(stopLog(running.id))}>
        <Square size={16} fill="currentColor" aria-hidden />
        Stop recording, {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
      </Button>
    )
  }
  return (
    <>
      <Button disabled={start.isPending} onClick={() => start.submit(startLog(job.id, deviceId))}>
        <Circle size={16} fill="var(--rust)" stroke="var(--rust)" aria-hidden />
        Record
      </Button>
      {error && (
        <span className="wrong" role="alert">
          {sentenceOf(error)}
        </span>
      )}
    </>
  )
}

function Values({ status }: { readonly status: DeviceStatus }): ReactNode {
  const units = useUnits()
  const frame = useLink((link) => link.frames[status.identity.id]?.at(-1))
  const { channels } = status.identity
  const gallery = frame?.values['gallery']
  return (
    <>
      <span className="min-w-0 font-semibold" aria-live="polite">
        {!status.attached ? 'Away.' : frame?.module ? moduleWords(frame.module) : 'Listening …'}
      </span>
      <span className="num flex gap-x-4">
        {WALK.map((corner) => {
          const value = valueAt(channels, frame, 'height', corner)
          return (
            <span key={corner}>
              <span className="text-ink-2">{corner} </span>
              {value === null ? '–' : formatQuantity(value, 'height', units)}
            </span>
          )
        })}
      </span>
      {gallery !== undefined && gallery !== null && (
        <span className="num">
          <span className="text-ink-2">gallery </span>
          {formatQuantity(gallery, 'pressure', units)} {UNIT_LABEL[units.pressure]}
        </span>
      )}
    </>
  )
}

/**
 * The link to the car, docked in a job: what the module tells, live; recording; and behind a tap
 * circuit, orders and codes.
 */
export function Dock({ job }: { readonly job: Job }): ReactNode {
  const devices = useDevices().data
  const { listen, hang } = useLink()
  const live = useLink((link) => link.statuses)
  const [more, setMore] = useState(false)
  const found = useModule(job)
  const ids =
    devices && found
      ? [
          found.identity.id,
          ...devices
            .filter((device) => device.identity.kind !== 'module' && belongsTo(job, device))
            .map(({ identity }) => identity.id),
        ].join()
      : ''
  useEffect(() => {
    listen(ids === '' ? [] : ids.split(','))
  }, [ids, listen])
  useEffect(() => hang, [hang])
  useKeptFromLink(
    job,
    found && (live[found.identity.id] ?? found),
    devices?.find(
      (device) =>
        device.identity.kind === 'currentClamp' && device.attached && belongsTo(job, device),
    )?.identity.id ?? null,
  )
  if (!devices || !found)
    return devices ? (
      <Notice kind="wait" className="mx-4 mt-3 md:mx-6">
        {job.vehicle.simulated
          ? 'No stand-in for this vehicle type is running.'
          : 'No module is attached to this car. Measure with tape and gauge, and type what your tool says.'}
      </Notice>
    ) : null
  const status = live[found.identity.id] ?? found
  return (
    <section
      aria-label="Link to the car"
      className="no-print mx-4 mt-3 rounded-md border border-edge bg-sheet px-4 py-2 md:mx-6"
    >
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <Values status={status} />
        <span className="flex-1" />
        <Record job={job} deviceId={status.identity.id} />
        <Button
          look="quiet"
          className="flex items-center gap-1"
          aria-expanded={more}
          onClick={() => setMore(!more)}
        >
          {more ? 'Less' : 'Circuit and orders'}
          {more ? <ChevronUp size={18} aria-hidden /> : <ChevronDown size={18} aria-hidden />}
        </Button>
      </div>
      {more && (
        <div className="mt-2 grid gap-x-8 gap-y-4 border-t border-edge pt-3 lg:grid-cols-[minmax(0,1fr)_340px]">
          <Live status={status} type={job.vehicleType} heightPx={150} />
          <Doing status={status} type={job.vehicleType} jobId={job.id} />
        </div>
      )}
    </section>
  )
}
