import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { figures, Heads } from './Table.tsx'

/** The head of a table with a column for each corner, in walking order. @param first above the rows */
export const CornersHead = ({ first }: { readonly first: string }): ReactNode => (
  <Heads
    columns={[first, ...WALK.map((corner) => figures(corner, capital(CORNER_WORDS[corner])))]}
  />
)
