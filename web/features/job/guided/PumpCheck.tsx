import { whileRunning, asReadings, gaugesOf } from './model.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import { judgePump } from '@anklet/core/measuring/guided'
import { Play } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useOrder } from '../../../client/devices.ts'
import { useUnits } from '../../../client/queries.ts'
import { useFigures } from '../../../kit/Figures.tsx'
import { PUMP_ASKS, WARMTH_ASK } from '../../../kit/pumpAsks.ts'
import { pumpSaid } from '@anklet/language/causes/checks'
import { readingsOf, useCapture } from './capture.ts'
import { CheckFrame } from './CheckFrame.tsx'
import type { PressurePoint } from './model.ts'
import { useLinked } from './linked.ts'
import { PressurePoints } from './PressurePoints.tsx'
import { Button } from '../../../kit/Button.tsx'

const ASKS = {
  ...PUMP_ASKS,
  volumeL: {
    words: 'Volume it fills',
    kind: 'plain',
    unit: 'L',
    least: 0.02,
    most: 200,
    start: null,
  },
  volumeShare: {
    words: 'Known to within',
    kind: 'plain',
    unit: '%',
    least: 0,
    most: 100,
    start: 10,
  },
  supplyV: {
    words: 'At the pump while it runs',
    kind: 'plain',
    unit: 'V',
    least: 5,
    most: 32,
    start: null,
  },
  altitudeM: {
    words: 'Height of the site',
    kind: 'plain',
    unit: 'm',
    least: -400,
    most: 5000,
    start: 0,
  },
  temperatureC: WARMTH_ASK,
} as const
const RUN_S = 25
/** A pump that is run longer against a shut volume was timed in another unit. */
const LONGEST_RUN_S = 300

/**
 * The pump run against a known volume that is shut off: does it bring its flow?
 * @param job null: on the bench.
 */
export function PumpCheck({ job }: { readonly job: Job | null }): ReactNode {
  const units = useUnits()
  const { read, fields } = useFigures(ASKS, units)
  const linked = useLinked(job)
  const capture = useCapture(linked?.identity.id ?? null, RUN_S)
  const order = useOrder(linked?.identity.id ?? '', job?.id ?? null)
  const [points, setPoints] = useState<readonly PressurePoint[]>([])
  const senses = linked?.identity.channels.some(({ id }) => id === 'gallery') ?? false
  const live = whileRunning(
    readingsOf(capture.frames, 'gallery'),
    readingsOf(capture.frames, 'runs'),
  )
  const pressure = senses && live.atS.length > 0 ? live : asReadings(points)
  const outcome =
    read.ok && pressure.atS.length > 0 && !capture.running
      ? judgePump({
          pressure,
          volumeL: read.value.volumeL,
          volumeShare: read.value.volumeShare / 100,
          temperatureC: read.value.temperatureC,
          supplyV: read.value.supplyV,
          altitudeM: read.value.altitudeM,
          rating: read.value,
        })
      : null
  const run = (): void =>
    order.mutate({ action: 'pump', forS: RUN_S }, { onSuccess: capture.start })
  const wanting = capture.running
    ? `Listening: ${live.atS.length} readings.`
    : outcome && !outcome.ok
      ? outcome.error.code === 'tooFewPoints'
        ? 'Too few readings: take at least five while it rises.'
        : 'The pressure hardly rose. Is everything shut, and does the pump turn?'
      : read.ok
        ? 'Run it, or take the pressures.'
        : read.sentence
  return (
    <CheckFrame
      job={job}
      kind="pump"
      sources={[senses ? linked?.identity.id : undefined, ...gaugesOf(points)]}
      said={outcome?.ok ? pumpSaid(outcome.value, units) : null}
      wanting={wanting}
      caution={
        'Never above the lowest working pressure of what is shut in; a relief valve on ' +
        'the test piece. The pump grows hot: let it rest between runs.'
      }
      steps={[
        'Isolate the reservoir: on a car with one a lift tests the tank.',
        'Shut every corner valve, or end the pump’s line in a test piece of known volume with a gauge.',
        'Read the voltage at the pump while it runs.',
        'Let it run and take the pressure as it rises.',
      ]}
    >
      {fields}
      {senses && (
        <Button
          className="justify-self-start"
          disabled={order.isPending || capture.running}
          onClick={run}
        >
          <Play size={18} aria-hidden />
          Run it for {RUN_S} s and listen
        </Button>
      )}
      <RefusalOf asked={order} />
      {!senses && (
        <PressurePoints points={points} usualUnit="s" mostS={LONGEST_RUN_S} onChange={setPoints} />
      )}
    </CheckFrame>
  )
}
