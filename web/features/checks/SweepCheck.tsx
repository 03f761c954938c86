import type { Job } from '@anklet/contract'
import { judgeSweep } from '@anklet/core/measuring/guided'
import { Play, Square } from 'lucide-react'
import type { ReactNode } from 'react'
import { sweepSaid } from '@anklet/language/causes/checks'
import { readingsOf, useCapture } from '../job/guided/capture.ts'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { LINK_FIRST, useLinked } from '../job/guided/linked.ts'
import { Button } from '../../kit/Button.tsx'

/** Every height sensor listened to while the body goes up and down. */
export function SweepCheck({ job }: { readonly job: Job }): ReactNode {
  const linked = useLinked(job)
  const capture = useCapture(linked?.identity.id ?? null)
  const sensors = linked?.identity.channels.filter(({ kind }) => kind === 'signal') ?? []
  const verdicts = judgeSweep(
    sensors.map((channel) => {
      const { atS, values } = readingsOf(capture.frames, channel.id)
      // What cannot be is no signal.
      return {
        id: channel.id,
        signal: {
          atS,
          values: values.map((value) =>
            value !== null && value > channel.least && value < channel.most ? value : null,
          ),
        },
      }
    }),
  ).map((verdict, i) => ({ ...verdict, place: sensors[i]!.place }))
  const said =
    capture.frames.length > 10 && !capture.running && sensors.length > 0
      ? sweepSaid(verdicts)
      : null
  return (
    <CheckFrame
      job={job}
      kind="sweep"
      sources={[linked?.identity.id]}
      said={said}
      wanting={
        !linked
          ? LINK_FIRST
          : capture.running
            ? `Listening: ${capture.frames.length} readings.`
            : 'Start listening, then raise it and let it down again.'
      }
      caution="It moves: nobody under it, hands clear of wheels and links."
      steps={[
        'Start listening.',
        'Raise it to its highest level, then let it down to its lowest.',
        'Stop listening when it stands. Wiggle a plug meanwhile where one is doubted.',
      ]}
    >
      {linked && (
        <Button
          className="justify-self-start"
          onClick={capture.running ? capture.stop : capture.start}
        >
          {capture.running ? (
            <>
              <Square size={16} aria-hidden />
              Stop listening
            </>
          ) : (
            <>
              <Play size={18} aria-hidden />
              Start listening
            </>
          )}
        </Button>
      )}
    </CheckFrame>
  )
}
