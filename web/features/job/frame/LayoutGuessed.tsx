import type { Job } from '@anklet/contract'
import { LAYOUT_GUESS } from '@anklet/core/base/starting'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Notice } from '../../../kit/Notice.tsx'

/**
 * Said where something rests on how the air of a car is laid out and nobody entered that: its
 * valves, reservoir, sensors and modes are those of the usual layout.
 */
export function LayoutGuessed({ job }: { readonly job: Job }): ReactNode {
  if (!job.vehicleType.guesses.includes(LAYOUT_GUESS)) return null
  return (
    <Notice kind="caution">
      Nobody entered how the air of this car is laid out. What stands here is for the usual layout:
      valves, reservoir, sensors and lifting mode of this car may be others. Look at the car and
      into the maker’s instructions, and{' '}
      <Link className="underline" to={`/shelf/types/${job.vehicleType.id}`}>
        enter what it has
      </Link>{' '}
      before anything is opened.
    </Notice>
  )
}
