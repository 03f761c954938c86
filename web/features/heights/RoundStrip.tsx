import type { Job, Round } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { mapCorners, perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { Strip } from '../../kit/Strip.tsx'
import { allJoins } from '@anklet/language/heights/joins'
import { momentWords } from '@anklet/language/plain/times'
import { verdictWords } from '@anklet/language/heights/verdicts'
import type { JudgedRound } from '../job/model/judged.ts'
import { bandOf } from '../job/model/judged.ts'
import { designAt, isRideRound, meansOf } from '../job/model/rounds.ts'

interface RoundStripProps {
  readonly job: Job
  readonly round: Round
  readonly earlier: Round | null
  readonly units: DisplayUnits
  readonly verdict: JudgedRound | null
}

/** A round on record as a strip, with the one before it as fainter ticks. */
export function RoundStrip({ job, round, earlier, units, verdict }: RoundStripProps): ReactNode {
  const ride = isRideRound(round)
  const means = meansOf(round)
  const design = ride ? designAt(job, round.levelOffsetMm) : null
  const before = earlier && meansOf(earlier)
  const offWords = (corner: Corner): string => {
    if (!design) return ''
    const off = means[corner] - design[corner]
    const shown = formatQuantity(Math.abs(off), 'height', units)
    return Number(shown) === 0 ? 'at design' : `${off < 0 ? '▼' : '▲'} ${shown} off design`
  }
  const corners = perCorner((corner) => {
    const judged = verdict?.answer.corners[corner]
    return {
      designMm: verdict || !design ? null : design[corner],
      ...(verdict && judged ? { band: bandOf(verdict.specification, corner, judged.guardMm) } : {}),
      marks: [
        ...(before ? [{ mm: before[corner], kind: 'earlier' as const }] : []),
        {
          mm: means[corner],
          kind: 'now' as const,
          label: formatQuantity(means[corner], 'height', units),
          ...(judged
            ? {
                verdict: judged.verdict,
                under: verdictWords(judged.verdict, judged.deviationMm, units),
              }
            : design
              ? { under: offWords(corner) }
              : {}),
        },
      ],
    }
  })
  const joined = mapCorners(means, (mm, corner) => mm - (design?.[corner] ?? 0))
  return (
    <Strip
      corners={corners}
      joins={allJoins(joined, units, { acrossOnly: ride && design === null })}
      units={units}
      heightPx={390}
      label={`Round of ${momentWords(round.endedAt, new Date())}`}
    />
  )
}
