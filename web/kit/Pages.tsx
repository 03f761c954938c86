import type { ReactNode } from 'react'
import { Button } from './Button.tsx'

interface PagesProps {
  /** The page that is shown, from 0. */
  readonly page: number
  /** How many lines there are in all, and on one page. */
  readonly total: number
  readonly size: number
  /** What the two ways are called. */
  readonly back: string
  readonly on: string
  onPage(page: number): void
}

/** Goes through a long list page by page; nothing where there is one page only. */
export function Pages({ page, total, size, back, on, onPage }: PagesProps): ReactNode {
  const last = Math.max(0, Math.ceil(total / size) - 1)
  if (last === 0) return null
  return (
    <div className="mt-3 flex items-center gap-3">
      <Button disabled={page === 0} onClick={() => onPage(page - 1)}>
        {back}
      </Button>
      <span className="num">
        {page + 1} of {last + 1}
      </span>
      <Button disabled={page >= last} onClick={() => onPage(page + 1)}>
        {on}
      </Button>
    </div>
  )
}
