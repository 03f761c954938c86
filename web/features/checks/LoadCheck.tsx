import type { Job } from '@anklet/contract'
import { judgeLoad } from '@anklet/core/measuring/guided'
import { hasAirOnAxle } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { useFigures } from '../../kit/Figures.tsx'
import { loadSaid } from '@anklet/language/causes/checks'
import { channelAt } from '../job/link/signals.ts'
import { readingsOf, useCapture } from '../job/guided/capture.ts'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { LINK_FIRST, useLinked } from '../job/guided/linked.ts'
import { Button } from '../../kit/Button.tsx'

const ASKS = {
  loadKg: {
    words: 'Load put over the axle',
    kind: 'plain',
    unit: 'kg',
    least: 1,
    most: 5000,
    start: null,
  },
  withinMm: {
    words: 'Counts as level within',
    kind: 'plain',
    unit: 'mm',
    least: 1,
    most: 50,
    start: 8,
  },
} as const

interface LoadMarks {
  readonly in: number | null
  readonly out: number | null
}

/** Says when the load went in and when it came out. */
function Marks({
  capture,
  onMarks,
  marks,
  nowS,
}: {
  readonly capture: ReturnType<typeof useCapture>
  onMarks(next: LoadMarks): void
  readonly marks: LoadMarks
  readonly nowS: number
}): ReactNode {
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        onClick={() => {
          if (capture.running) capture.stop()
          else {
            onMarks({ in: null, out: null })
            capture.start()
          }
        }}
      >
        {capture.running ? 'Stop listening' : 'Start listening'}
      </Button>
      <Button
        disabled={!capture.running || marks.in !== null}
        onClick={() => onMarks({ ...marks, in: nowS })}
      >
        The load is in
      </Button>
      <Button
        disabled={!capture.running || marks.in === null || marks.out !== null}
        onClick={() => onMarks({ ...marks, out: nowS })}
      >
        The load is out
      </Button>
    </div>
  )
}

/** A known load in and out again, on a levelling axle. */
export function LoadCheck({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const linked = useLinked(job)
  const capture = useCapture(linked?.identity.id ?? null)
  const { read, fields } = useFigures(ASKS, units)
  const [marks, setMarks] = useState<LoadMarks>({
    in: null,
    out: null,
  })
  const axle = hasAirOnAxle(job.vehicleType.architecture, 'rear')
    ? (['RL', 'RR'] as const)
    : (['FL', 'FR'] as const)
  const sides = axle.map((corner) => {
    const channel = linked && channelAt(linked.identity.channels, 'height', corner)
    return channel ? readingsOf(capture.frames, channel.id) : null
  })
  const [left, right] = sides
  const height =
    left && right
      ? {
          atS: left.atS,
          values: left.values.map((value, i) =>
            value === null || right.values[i] === null || right.values[i] === undefined
              ? null
              : (value + right.values[i]) / 2,
          ),
        }
      : null
  const now = capture.frames.at(-1)?.atS ?? 0
  const said =
    read.ok && height && marks.in !== null && marks.out !== null
      ? loadSaid(
          judgeLoad({
            height,
            loadedAtS: marks.in,
            unloadedAtS: marks.out,
            withinMm: read.value.withinMm,
          }),
          units,
        )
      : null
  const withLoad =
    said && read.ok ? { ...said, lines: [`Load: ${read.value.loadKg} kg.`, ...said.lines] } : null
  return (
    <CheckFrame
      job={job}
      kind="load"
      sources={[linked?.identity.id]}
      said={withLoad}
      wanting={
        !linked
          ? LINK_FIRST
          : read.ok
            ? 'Start listening, put the load in, wait, take it out, wait.'
            : read.sentence
      }
      caution="A load put in by hand: keep fingers out from under the body, and secure the load."
      steps={[
        'Engine running, doors as the car wants them for levelling.',
        'Start listening; after ten seconds put the load in and say so.',
        'When it stands again, take the load out and say so.',
        'Stop when it stands.',
      ]}
    >
      {fields}
      {linked && <Marks capture={capture} onMarks={setMarks} marks={marks} nowS={now} />}
    </CheckFrame>
  )
}
