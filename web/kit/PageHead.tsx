import type { ReactNode } from 'react'

/** What a page is, at its head, with what can be done on all of it. */
export function PageHead({
  title,
  sub,
  tools,
}: {
  readonly title: ReactNode
  readonly sub?: ReactNode
  readonly tools?: ReactNode
}): ReactNode {
  return (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <div>
        <h1>{title}</h1>
        {sub !== undefined && <p className="sub">{sub}</p>}
      </div>
      {tools}
    </div>
  )
}

/** A list that holds nothing yet: what will be there, and what brings it. */
export function Empty({ children }: { readonly children: ReactNode }): ReactNode {
  return <p className="text-ink-2">{children}</p>
}
