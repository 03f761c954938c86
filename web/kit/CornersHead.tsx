import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'

/** The head of a table with a column for each corner, in walking order. @param first above the rows */
export const CornersHead = ({ first }: { readonly first: string }): ReactNode => (
  <thead>
    <tr>
      <th scope="col">{first}</th>
      {WALK.map((corner) => (
        <th key={corner} scope="col" className="n" title={capital(CORNER_WORDS[corner])}>
          {corner}
        </th>
      ))}
    </tr>
  </thead>
)
