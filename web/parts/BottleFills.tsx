import type { ReactNode } from 'react'

/** How many such fills are left in a bottle. @param fills null: there is no bottle */
export function BottleFills({ fills }: { readonly fills: number | null }): ReactNode {
  if (fills === null) return null
  return (
    <p className="figure">
      <span className="text-ink-2">such fills in the bottle</span>
      <span className="num">{fills < 1 ? 'less than one' : Math.floor(fills)}</span>
    </p>
  )
}
