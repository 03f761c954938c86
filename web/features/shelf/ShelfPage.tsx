import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import { PageHead } from '../../kit/PageHead.tsx'

const PARTS = [
  ['/shelf', 'Vehicle types'],
  ['/shelf/causes', 'Causes'],
  ['/shelf/checks', 'Checks'],
  ['/shelf/codes', 'Codes'],
  ['/shelf/parts', 'Parts'],
  ['/shelf/coils', 'Coils'],
  ['/shelf/procedures', 'Procedures'],
  ['/shelf/torques', 'Torques'],
] as const

/** One part of the shop's own knowledge, with the way to the others. */
export function ShelfPage({
  title,
  tools,
  children,
}: {
  readonly title: string
  readonly tools?: ReactNode
  readonly children: ReactNode
}): ReactNode {
  return (
    <div className="mx-auto max-w-[980px] px-4 py-6 md:px-6">
      <nav aria-label="Shelf" className="mb-4 flex flex-wrap gap-2">
        {PARTS.map(([to, words]) => (
          <NavLink
            key={to}
            to={to}
            end
            className={clsx(
              'tap no-underline aria-[current=page]:border-ink aria-[current=page]:bg-ink',
              'aria-[current=page]:text-paper',
            )}
          >
            {words}
          </NavLink>
        ))}
      </nav>
      <div className="mb-5">
        <PageHead
          title={title}
          tools={tools && <div className="flex flex-wrap gap-3">{tools}</div>}
        />
      </div>
      {children}
    </div>
  )
}
