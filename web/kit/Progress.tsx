import type { ReactNode } from 'react'

/** How far something long has come. */
export function Progress({
  label,
  share,
  children,
}: {
  readonly label: string
  /** 0 to 1; null: nobody can tell how far it is. */
  readonly share: number | null
  /** What is being done, over the bar. */
  readonly children?: ReactNode
}): ReactNode {
  return (
    <div role="status">
      {children}
      <progress
        className="progress h-3 w-full"
        max={1}
        {...(share === null ? {} : { value: share })}
        aria-label={label}
      />
    </div>
  )
}
