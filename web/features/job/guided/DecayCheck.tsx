import type { Job } from '@anklet/contract'
import { judgeDecay } from '@anklet/core/measuring/guided'
import type { Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { CornerGlyph } from '../../../kit/CornerGlyph.tsx'
import { useFigures } from '../../../kit/Figures.tsx'
import { WARMTH_ASK } from '../../../kit/pumpAsks.ts'
import { Taps } from '../../../kit/Taps.tsx'
import { decaySaid } from '@anklet/language/causes/checks'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { CheckFrame } from './CheckFrame.tsx'
import type { PressurePoint } from './model.ts'
import { asReadings, gaugesOf } from './model.ts'
import { PressurePoints } from './PressurePoints.tsx'

const asksFor = (volumeL: number | null) =>
  ({
    volumeL: {
      words: 'Volume shut in',
      kind: 'plain',
      unit: 'L',
      least: 0.01,
      most: 200,
      start: volumeL,
    },
    temperatureC: WARMTH_ASK,
    gauge: {
      words: 'The gauge is good to',
      kind: 'plain',
      unit: 'bar',
      least: 0.001,
      most: 1,
      start: 0.02,
    },
  }) as const

const TEXT = {
  shopAir: {
    caution:
      'Vent that corner first and prove it empty before its line comes off. ' +
      'Regulated air, never above that spring’s working pressure; nobody near the ' +
      'bellows while it takes pressure, and no car’s weight on an empty spring.',
    steps: [
      'Take the line off at the strut and screw the gauge in with a shut-off.',
      'A little workshop air in, then shut it off.',
      'Take the pressure now and again: a good one holds, a torn one never builds.',
      'Let it out slowly; it blows back out when let go.',
    ],
  },
  hold: {
    caution:
      'Line and port under pressure: eye protection, and vent before anything is opened further.',
    steps: [
      'Seal the port or block the line at the valve block, with the gauge in.',
      'Bring it to its working pressure and shut it off.',
      'Wait ten minutes for the air to cool, then take the first pressure.',
      'Take it again over half an hour or longer.',
    ],
  },
} as const

/** The decay of one shut volume. @param job null: on the bench. */
export function Decay({
  job,
  kind,
  corner,
  volumeL,
}: {
  readonly job: Job | null
  readonly kind: 'shopAir' | 'hold'
  readonly corner: Corner
  readonly volumeL: number | null
}): ReactNode {
  const units = useUnits()
  const { read, fields } = useFigures(asksFor(volumeL), units)
  const [points, setPoints] = useState<readonly PressurePoint[]>([])
  const outcome =
    read.ok && points.length > 0
      ? judgeDecay({
          pressure: asReadings(points),
          volumeL: read.value.volumeL,
          temperatureC: read.value.temperatureC,
          gaugeBar: read.value.gauge,
        })
      : null
  const torn = outcome && !outcome.ok && outcome.error.code === 'neverBuilt'
  const said = outcome?.ok
    ? decaySaid(
        outcome.value,
        kind === 'shopAir' ? capital(CORNER_WORDS[corner]) : 'What was shut in',
        units,
      )
    : torn
      ? {
          verdict: 'bad' as const,
          sentence: 'It never built pressure: torn, or open.',
          lines: ['Less than 0.3 bar.'],
          speaksFor: 'a torn spring, an open line or fitting',
        }
      : null
  // A shut port is no corner: only workshop air on a spring says something of it.
  const found =
    kind !== 'shopAir'
      ? null
      : torn
        ? 'never'
        : outcome?.ok && outcome.value.verdict !== 'cannotTell'
          ? outcome.value.verdict === 'holds'
            ? 'holds'
            : 'falls'
          : null
  return (
    <CheckFrame
      job={job}
      kind={kind}
      sources={gaugesOf(points)}
      corner={kind === 'shopAir' ? corner : null}
      said={
        said && { ...said, finds: found ? [{ check: `shopAir.${corner}`, outcome: found }] : [] }
      }
      wanting={read.ok ? 'Take at least three pressures.' : read.sentence}
      {...TEXT[kind]}
    >
      {fields}
      <PressurePoints points={points} usualUnit="min" onChange={setPoints} />
    </CheckFrame>
  )
}

/** A volume shut off under pressure and watched: one corner on workshop air, or a sealed port. */
export function DecayCheck({
  job,
  kind,
}: {
  readonly job: Job
  readonly kind: 'shopAir' | 'hold'
}): ReactNode {
  const { architecture, geometry } = job.vehicleType
  const corners = WALK.filter((corner) => hasAirAtCorner(architecture, corner))
  const [corner, setCorner] = useState<Corner>(corners[0] ?? 'RL')
  return (
    <div className="grid gap-4">
      {kind === 'shopAir' && (
        <div className="flex items-center gap-4">
          <CornerGlyph lit={[corner]} size={58} />
          <Taps<Corner>
            legend="Which corner?"
            options={corners.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
            chosen={[corner]}
            onTap={setCorner}
          />
        </div>
      )}
      <Decay
        key={`${kind}${corner}`}
        job={job}
        kind={kind}
        corner={corner}
        volumeL={kind === 'shopAir' ? geometry.corners[corner].volumeAtDesignL : null}
      />
    </div>
  )
}
