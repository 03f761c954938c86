import { risen } from './model.ts'
import type { Job } from '@anklet/contract'
import { liftTime } from '@anklet/core/physics/compressor'
import type { Lift } from '@anklet/core/measuring/guided'
import { findLifts, judgeLift } from '@anklet/core/measuring/guided'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, WALK } from '@anklet/core/base/vehicle'
import { Play, Square } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useLog } from '../../client/devices.ts'
import { useUnits } from '../../client/queries.ts'
import { useFigures } from '../../kit/Figures.tsx'
import { PUMP_ASKS, WARMTH_ASK } from '../../kit/pumpAsks.ts'
import { Taps } from '../../kit/Taps.tsx'
import { liftSaid } from '@anklet/language/causes/checks'
import { refusalWords } from '@anklet/language/repair/refusals'
import { secondsWords } from '@anklet/language/plain/times'
import { channelAt } from '../job/link/signals.ts'
import { readingsOf, useCapture } from '../job/guided/capture.ts'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { useLinked } from '../job/guided/linked.ts'
import { Button } from '../../kit/Button.tsx'

const ASKS = {
  ...PUMP_ASKS,
  temperatureC: WARMTH_ASK,
  measuredS: {
    words: 'Took, by a watch',
    kind: 'plain',
    unit: 's (0: listen to the link)',
    least: 0,
    most: 3600,
    start: 0,
  },
  tapeMm: {
    words: 'Lifted, by the tape',
    kind: 'plain',
    unit: 'mm',
    least: 0,
    most: 200,
    start: 30,
  },
} as const
type PumpKnown = 'no' | 'good' | 'weak'
const PUMP_SHARE: Readonly<Record<PumpKnown, number | null>> = { no: null, good: 1, weak: 0.6 }

/** Begins to listen to a lift, and ends it. */
function Listen({ onTap, running }: { onTap(): void; readonly running: boolean }): ReactNode {
  return (
    <Button className="justify-self-start" onClick={onTap}>
      {running ? (
        <>
          <Square size={16} aria-hidden />
          It stands: stop listening
        </>
      ) : (
        <>
          <Play size={18} aria-hidden />
          Listen to a lift
        </>
      )}
    </Button>
  )
}

/** How far each corner rose, and in what time. */
function LiftsSeen({
  lifts,
  units,
}: {
  readonly lifts: readonly (Lift & { readonly corner: Corner })[]
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <p className="num text-body">
      {lifts
        .map(
          ({ corner, fromMm, toMm, fromS, toS }) =>
            `${corner} ${formatQuantity(toMm - fromMm, 'height', units)} ` +
            `${UNIT_LABEL[units.length]} in ${secondsWords(toS - fromS)}`,
        )
        .join(', ')}
    </p>
  )
}

/** A lift timed, and held against what a good pump needs for it. */
export function LiftCheck({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const linked = useLinked(job)
  const capture = useCapture(linked?.identity.id ?? null)
  const { read, fields } = useFigures(ASKS, units)
  const [pump, setPump] = useState<PumpKnown>('no')
  const vehicle = completeGeometry(job.vehicleType.geometry)
  const withAir = WALK.filter((corner) => hasAir(vehicle.corners[corner]))
  const logs = job.logs.filter(
    ({ endedAt, channels }) => endedAt !== null && channels.some(({ kind }) => kind === 'height'),
  )
  const [logId, setLogId] = useState<string | null>(null)
  const log = useLog(logId)
  const channels = logId === null ? linked?.identity.channels : log.data?.head.channels
  const lifts = withAir.flatMap((corner) => {
    const channel = channels && channelAt(channels, 'height', corner)
    const told =
      channel &&
      (logId === null
        ? readingsOf(capture.frames, channel.id)
        : { atS: log.data?.trace.atS ?? [], values: log.data?.trace.values[channel.id] ?? [] })
    const lift = told ? findLifts(told).at(-1) : undefined
    return lift ? [{ corner, ...lift }] : []
  })
  const byLink = lifts.length > 0 && !capture.running
  const measuredS = byLink
    ? Math.max(...lifts.map(({ toS }) => toS)) - Math.min(...lifts.map(({ fromS }) => fromS))
    : read.ok
      ? read.value.measuredS
      : 0
  const byTape = (corner: Corner): [Corner, number] => [corner, read.ok ? read.value.tapeMm : 0]
  const liftMm = Object.fromEntries(byLink ? lifts.map(risen) : withAir.map(byTape))
  const expected = read.ok ? liftTime({ ...read.value, vehicle, liftMm }) : null
  const said =
    expected?.ok && measuredS > 0
      ? liftSaid(
          judgeLift(expected.value.seconds, measuredS, PUMP_SHARE[pump]),
          expected.value.seconds,
          measuredS,
        )
      : null
  return (
    <CheckFrame
      job={job}
      kind="lift"
      sources={byLink && logId === null ? [linked?.identity.id] : []}
      logId={logId}
      said={said}
      wanting={
        expected && !expected.ok
          ? refusalWords(expected.error)
          : read.ok
            ? 'Lift it, by the link or by a watch.'
            : read.sentence
      }
      caution="It moves: nobody under it, hands clear of wheels and bellows."
      steps={[
        'Isolate the reservoir, or it is the tank that is tested.',
        'Let it stand at its level, engine running, doors shut.',
        'Ask for the next level up and time it until it stands.',
      ]}
    >
      {fields}
      <Taps<PumpKnown>
        legend="The pump, tested dead-ended"
        chosen={[pump]}
        onTap={setPump}
        options={[
          { value: 'no', words: 'not yet' },
          { value: 'good', words: 'brings its flow' },
          { value: 'weak', words: 'is weak' },
        ]}
      />
      {logs.length > 0 && (
        <Taps<string>
          legend="Out of a log"
          chosen={logId === null ? [] : [logId]}
          onTap={(id) => setLogId(id === logId ? null : id)}
          options={logs.map(({ id, title }) => ({ value: id, words: title }))}
        />
      )}
      {linked && logId === null && (
        <Listen onTap={capture.running ? capture.stop : capture.start} running={capture.running} />
      )}
      {lifts.length > 0 && <LiftsSeen lifts={lifts} units={units} />}
    </CheckFrame>
  )
}
