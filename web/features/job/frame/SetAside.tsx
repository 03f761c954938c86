import { SET_ASIDE_WORDS } from '@anklet/language/work/record'
import type { Job } from '@anklet/contract'
import type { ReactNode } from 'react'
import { usePersonName } from '../../../client/queries.ts'
import { momentWords } from '@anklet/language/plain/times'
import { Disclosure } from '../../../kit/Disclosure.tsx'

/** What a simulated vehicle told of this real car: it stays in the history, and counts for nothing. */
export function SetAside({ job }: { readonly job: Pick<Job, 'setAside'> }): ReactNode {
  const nameOf = usePersonName()
  const { setAside } = job
  if (setAside.length === 0) return null
  return (
    <Disclosure
      className="simulated mx-4 mt-3 rounded-md md:mx-6"
      summary={
        <>
          {setAside.length === 1 ? 'One entry' : `${setAside.length} entries`} from a simulated
          vehicle. This car is real, so {setAside.length === 1 ? 'it counts' : 'they count'} for
          nothing.
        </>
      }
      summaryClass="bg-sheet px-4 text-small"
    >
      <ul className="grid gap-1 bg-sheet px-4 pb-3 text-small">
        {setAside.map(({ id, at, person, kind, words }) => (
          <li key={id}>
            {momentWords(at, new Date())}, {nameOf(person)}: {SET_ASIDE_WORDS[kind]}
            {words ? `, ${words}` : ''}
          </li>
        ))}
      </ul>
    </Disclosure>
  )
}
