import type { Job } from '@anklet/contract'
import { findLifts } from '@anklet/core/measuring/guided'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Loading } from '../../../client/Loading.tsx'
import { useLog } from '../../../client/devices.ts'
import { useUnits } from '../../../client/queries.ts'
import { clockWords } from '@anklet/language/plain/clock'
import { momentWords, secondsWords } from '@anklet/language/plain/times'
import { LogChart } from './LogChart.tsx'
import { LogImport } from './LogImport.tsx'
import { ParkedStretches } from './ParkedStretches.tsx'
import { Tap } from '../../../kit/Button.tsx'

function One({ job, id }: { readonly job: Job; readonly id: string }): ReactNode {
  const units = useUnits()
  return (
    <Loading query={useLog(id)} what="the log">
      {(log) => {
        const lifts = log.head.channels
          .filter(({ kind }) => kind === 'height')
          .flatMap((channel) =>
            findLifts({ atS: log.trace.atS, values: log.trace.values[channel.id] ?? [] }).map(
              (lift) => ({ ...lift, channel }),
            ),
          )
        return (
          <div className="grid gap-3">
            <LogChart log={log} vehicle={job.vehicle} units={units} />
            {lifts.length > 0 && (
              <p>
                <b>Lifts in it: </b>
                {lifts
                  .map(
                    ({ channel, fromS, toS, fromMm, toMm }) =>
                      `${channel.corner ?? channel.place} ` +
                      `${formatQuantity(toMm - fromMm, 'height', units)} ${UNIT_LABEL[units.length]} ` +
                      `in ${secondsWords(toS - fromS)} from ${clockWords(fromS)}`,
                  )
                  .join('; ')}
                .
              </p>
            )}
            <ParkedStretches job={job} log={log} />
          </div>
        )
      }}
    </Loading>
  )
}

/** The logs of a job: what the link told while it was recorded, or what came out of a file. */
export function Logs({ job }: { readonly job: Job }): ReactNode {
  const ended = job.logs.filter(({ endedAt }) => endedAt !== null)
  const [picked, pick] = useState<string | null>(null)
  const chosen = ended.find(({ id }) => id === picked) ?? ended.at(-1)
  return (
    <div className="grid gap-4">
      {ended.length === 0 ? (
        <p className="sub">
          No log yet. Dock the link and press Record: what the car tells is kept here.
        </p>
      ) : (
        <ul className="flex flex-wrap gap-2">
          {ended.map((log) => (
            <li key={log.id}>
              <Tap on={log.id === chosen?.id} onClick={() => pick(log.id)}>
                <span className="grid text-left">
                  <span>{log.title}</span>
                  <span className="text-note font-normal opacity-85">
                    {log.deviceName}, {momentWords(log.at, new Date())}, {log.rows} readings
                  </span>
                </span>
              </Tap>
            </li>
          ))}
        </ul>
      )}
      {!job.closedAt && <LogImport job={job} />}
      {chosen && <One key={chosen.id} job={job} id={chosen.id} />}
    </div>
  )
}
