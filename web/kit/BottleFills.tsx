import type { ReactNode } from 'react'
import { Figure } from './Figure.tsx'

/** How many such fills are left in a bottle. @param fills null: there is no bottle */
export function BottleFills({ fills }: { readonly fills: number | null }): ReactNode {
  if (fills === null) return null
  const value = fills < 1 ? 'less than one' : String(Math.floor(fills))
  return <Figure words="such fills in the bottle" value={value} unit="" />
}
