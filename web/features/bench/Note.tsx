import type { ReactNode } from 'react'

/** The formula behind a tool and where it ends. */
export function Note({
  formula,
  limits,
}: {
  readonly formula: string
  readonly limits: string
}): ReactNode {
  return (
    <div className="border-t border-edge pt-3 text-small text-ink-2">
      <p className="mb-1 font-medium text-ink">{formula}</p>
      <p>{limits}</p>
    </div>
  )
}
