import type { Job } from '@anklet/contract'
import { figureToAsk } from '@anklet/core/base/starting'
import { FILL_IN, narrowsWords } from '@anklet/language/shop/fillIn'
import type { ReactNode } from 'react'
import { Link } from 'react-router'

/** That an answer rests on guesses, and which figure would narrow it most. */
export function Guessed({ job }: { readonly job: Job }): ReactNode {
  const { guesses } = job.vehicleType
  const next = figureToAsk(guesses)
  if (!next) return null
  return (
    <p className="text-small text-ink-2">
      {guesses.length} figures of this car are guesses from its size, and the answer is as much
      wider. Most would be gained by its {FILL_IN[next.figure].field.toLowerCase()}:{' '}
      {narrowsWords(next.left)}{' '}
      <Link className="underline" to={`/vehicles/${job.vehicle.id}`}>
        Enter it
      </Link>
    </p>
  )
}
