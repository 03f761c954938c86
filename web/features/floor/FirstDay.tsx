import { UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useUnits } from '../../client/queries.ts'

const WAYS = [
  {
    to: '/jobs/new',
    words: 'A car is here now',
    told: 'Its plate, where it has air and how large it is: then walk round it with the tape.',
  },
  {
    to: '/devices',
    words: 'Practise first',
    told: 'On a simulated car that answers like a real one. Nothing can break.',
  },
  {
    to: '/shop',
    words: 'Read in a shop’s file',
    told: 'People, cars and jobs of another shop, or a backup of this one.',
  },
] as const

/** What a shop sees that has no car yet: three ways to begin. */
export function FirstDay(): ReactNode {
  const { length, pressure } = useUnits()
  return (
    <div className="mx-auto max-w-[860px] px-4 py-8 md:px-6">
      <h1 className="say mb-2">No car here yet.</h1>
      <p className="sub mb-6">How do you want to begin?</p>
      <ul className="grid gap-3">
        {WAYS.map(({ to, words, told }) => (
          <li key={to}>
            <Link
              to={to}
              className="sheet grid min-h-touch gap-1 px-5 py-4 hover:border-air"
              aria-label={words}
            >
              <span className="text-lead font-semibold">{words}</span>
              <span className="text-ink-2">{told}</span>
            </Link>
          </li>
        ))}
      </ul>
      <p className="mt-6 text-ink-2">
        Heights are in {length === 'mm' ? 'mm' : 'inches'}, pressures in {UNIT_LABEL[pressure]}.{' '}
        <Link to="/shop" className="underline">
          Use other units
        </Link>
      </p>
    </div>
  )
}
