import { useUnits } from '../../../client/queries.ts'
import type { Job, LogRecord } from '@anklet/contract'
import type { ParkedStretch } from '@anklet/core/measuring/guided'
import { endsOf, findParked } from '@anklet/core/measuring/guided'
import { CORNERS, perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useFigures } from '../../../kit/Figures.tsx'
import { hoursWords } from '@anklet/language/plain/times'
import { knownVehicle } from '../../job/model/knownVehicle.ts'
import { AwakeAnswer } from '../../job/night/AwakeAnswer.tsx'
import { Notice } from '../../../kit/Notice.tsx'
import { Tap } from '../../../kit/Button.tsx'

const ASKS = {
  startC: { words: 'At its begin', kind: 'temperature', least: -60, most: 60, start: null },
  endC: { words: 'At its end', kind: 'temperature', least: -60, most: 60, start: null },
} as const
/** A module's own figure of a height is about as good as this, mm. */
const MODULE_MM = 1

function Weigh({
  job,
  log,
  stretch,
}: {
  readonly job: Job
  readonly log: LogRecord
  readonly stretch: ParkedStretch
}): ReactNode {
  const { read, fields } = useFigures(ASKS, useUnits())
  const ends = perCorner((corner) =>
    endsOf({ atS: log.trace.atS, values: log.trace.values[`height.${corner}`] ?? [] }, stretch),
  )
  const whole = CORNERS.every(
    (corner) => ends[corner].before !== null && ends[corner].after !== null,
  )
  if (!whole) return <Notice kind="wait">This needs all four heights at both ends of it.</Notice>
  const { vehicle } = knownVehicle(job)
  const level = [...job.vehicleType.architecture.levels].sort((a, b) => {
    const off = (offsetMm: number): number =>
      CORNERS.reduce(
        (sum, corner) =>
          sum + Math.abs(ends[corner].before! - vehicle.corners[corner].designHeightMm - offsetMm),
        0,
      )
    return off(a.offsetMm) - off(b.offsetMm)
  })[0]!
  return (
    <div className="grid gap-3">
      <p className="text-ink-2">How warm was the air at the springs?</p>
      {fields}
      {read.ok && (
        <AwakeAnswer
          job={job}
          levelId={level.id}
          request={{
            vehicle,
            hours: (stretch.toS - stretch.fromS) / 3600,
            startC: read.value.startC,
            endC: read.value.endC,
            before: perCorner((corner) => [ends[corner].before!]),
            after: perCorner((corner) => [ends[corner].after!]),
            repeatabilityMm: MODULE_MM,
          }}
        />
      )}
    </div>
  )
}

/** The stretches of a log in which the car stood alone, each to be weighed as a night with the module awake. */
export function ParkedStretches({
  job,
  log,
}: {
  readonly job: Job
  readonly log: LogRecord
}): ReactNode {
  const [chosen, choose] = useState<number | null>(null)
  const heights = log.head.channels
    .filter(({ kind }) => kind === 'height')
    .map(({ id }) => ({ atS: log.trace.atS, values: log.trace.values[id] ?? [] }))
  const stretches =
    heights.length === 0
      ? []
      : findParked(
          heights,
          log.trace.values['runs']
            ? { atS: log.trace.atS, values: log.trace.values['runs'] }
            : null,
        )
  if (stretches.length === 0) return null
  const stretch = chosen === null ? undefined : stretches[chosen]
  return (
    <section aria-label="Stood alone" className="grid gap-2">
      <h2>Stood alone</h2>
      <div className="flex flex-wrap gap-2">
        {stretches.map(({ fromS, toS }, i) => (
          <Tap on={i === chosen} key={fromS} onClick={() => choose(i === chosen ? null : i)}>
            {hoursWords((toS - fromS) / 3600)}, from {hoursWords(fromS / 3600)} into the log
          </Tap>
        ))}
      </div>
      {stretch && <Weigh key={chosen} job={job} log={log} stretch={stretch} />}
    </section>
  )
}
