import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** Whether there is anything to say: what a condition left out is nothing. */
export const isSaid = (words: ReactNode): boolean =>
  words !== null && words !== undefined && words !== '' && words !== false

/** Why something was not done; nothing is shown while there is nothing to say. */
export function Refusal({
  className,
  children,
}: {
  readonly className?: string
  readonly children: ReactNode
}): ReactNode {
  if (!isSaid(children)) return null
  return (
    <p className={clsx('wrong', className)} role="alert">
      {children}
    </p>
  )
}

/** What is to be known before a hand moves: a caution for what can hurt, a wait for what is not yet. */
export function Notice({
  kind,
  urgent = false,
  className,
  children,
}: {
  readonly kind: 'caution' | 'wait'
  /** Read out at once to those who listen. */
  readonly urgent?: boolean
  readonly className?: string
  readonly children: ReactNode
}): ReactNode {
  return (
    <div
      className={clsx(kind === 'caution' ? 'caution' : 'hint', className)}
      role={urgent ? 'alert' : undefined}
    >
      {children}
    </div>
  )
}
