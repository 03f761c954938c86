import type { ReactNode } from 'react'
import { useState } from 'react'
import { Button } from './Button.tsx'

/** The first few of a long list, and a key to the rest. */
export function Few<Item>({
  items,
  few,
  of,
  children,
}: {
  readonly items: readonly Item[]
  /** So many stand there at first; one more is no reason for a key. */
  readonly few: number
  /** What they are, in the plural. */
  readonly of: string
  /** Draws one of them, as an item of a list. */
  children(item: Item): ReactNode
}): ReactNode {
  const [all, setAll] = useState(false)
  const shown = all || items.length <= few + 1 ? items : items.slice(0, few)
  const left = items.length - shown.length
  return (
    <>
      <ul>{shown.map(children)}</ul>
      {left > 0 && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show {left} more {of}
        </Button>
      )}
    </>
  )
}
