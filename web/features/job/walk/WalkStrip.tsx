import type { Job, Round } from '@anklet/contract'
import { isLevelled } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { CORNERS, hasAir, perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import type { StripMark } from '../../../kit/stripCorner.ts'
import { Strip } from '../../../kit/Strip.tsx'
import type { Draft } from '../../../client/state/drafts.ts'
import type { Stop } from '../../../client/state/walk.ts'
import { allJoins } from '@anklet/language/heights/joins'
import { bandWhileWalking, specificationAt } from '../model/judged.ts'
import { designAt, isRideRound, meansOf } from '../model/rounds.ts'

interface WalkStripProps {
  readonly job: Job
  readonly draft: Draft
  readonly earlier: Round | null
  readonly stop: Stop | null
  readonly units: DisplayUnits
  readonly repeatabilityMm: number
  onPick(corner: Corner): void
}

/** The strip while a round is walked: what is read, what was there before, where one is. */
export function WalkStrip({
  job,
  draft,
  earlier,
  stop,
  units,
  repeatabilityMm,
  onPick,
}: WalkStripProps): ReactNode {
  const offset =
    job.vehicleType.architecture.levels.find(({ id }) => id === draft.levelId)?.offsetMm ?? 0
  const design = designAt(job, offset)
  const specification = isLevelled(draft) ? specificationAt(job, draft.levelId, draft.method) : null
  const before = earlier && meansOf(earlier)
  const means = perCorner((corner) => {
    const list = draft.readings.filter((taken) => taken.corner === corner)
    return list.length === 0
      ? null
      : list.reduce((sum, { heightMm }) => sum + heightMm, 0) / list.length
  })
  const write = (mm: number): string =>
    formatQuantity(mm, 'height', units, Number.isInteger(mm) ? 0 : 1)
  const corners = perCorner((corner) => {
    const mean = means[corner]
    const marks: StripMark[] = [
      ...(before ? [{ mm: before[corner], kind: 'earlier' as const }] : []),
      ...(mean === null ? [] : [{ mm: mean, kind: 'now' as const, label: write(mean) }]),
    ]
    const active = stop?.corner === corner && !draft.sealed
    const taken = draft.readings.filter((reading) => reading.corner === corner).length
    return {
      marks,
      designMm: specification || !isRideRound(draft) ? null : (design?.[corner] ?? null),
      ...(specification
        ? { band: bandWhileWalking(specification, corner, taken, repeatabilityMm) }
        : {}),
      state: active
        ? ('active' as const)
        : mean !== null
          ? ('reading' as const)
          : ('empty' as const),
      ...(hasAir(job.vehicleType.geometry.corners[corner]) ? {} : { note: 'coil, no air' }),
    }
  })
  // Left against right and front against rear: over the design heights where these are ride heights and those are known, plainly otherwise.
  const level = (isRideRound(draft) ? design : null) ?? perCorner(() => 0)
  const off = Object.fromEntries(
    CORNERS.flatMap((corner) =>
      means[corner] === null ? [] : [[corner, means[corner] - level[corner]]],
    ),
  )
  return (
    <Strip
      corners={corners}
      joins={allJoins(off, units, { acrossOnly: isRideRound(draft) && design === null })}
      units={units}
      heightPx={390}
      phoneHeightPx={84}
      onPick={draft.sealed ? undefined : onPick}
      label="The round so far, in walking order"
    />
  )
}
