import type { Job, Round } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useRepeatability, useUnits, useVehicle } from '../../client/queries.ts'
import { holdsWords } from '@anklet/language/night/outlook'
import { momentWords } from '@anklet/language/plain/times'
import { sinceHandover } from '../job/model/outlook.ts'
import { Notice } from '../../kit/Notice.tsx'

/** What a round says of the repair the car was last handed over with; nothing where there is none to compare. */
export function SinceHandover({
  job,
  round,
}: {
  readonly job: Job
  readonly round: Round
}): ReactNode {
  const units = useUnits()
  const { repeatabilityMm } = useRepeatability()
  const detail = useVehicle(job.vehicle.id).data
  const since = detail ? sinceHandover(detail, repeatabilityMm) : null
  if (!since || since.nowAt !== round.endedAt) return null
  return (
    <Notice kind="wait" className="mt-2">
      {holdsWords(since, units)}{' '}
      <span className="text-small">
        Handed over {momentWords(since.handedAt, new Date())}; if it was not driven since.
      </span>
    </Notice>
  )
}
