import { clsx } from 'clsx'
import type { DetailsHTMLAttributes, ReactNode } from 'react'

interface DisclosureProps extends Omit<DetailsHTMLAttributes<HTMLDetailsElement>, 'children'> {
  /** What is read while it is folded. */
  readonly summary: ReactNode
  /** How the summary looks, where it is not as usual. */
  readonly summaryClass?: string
  readonly children: ReactNode
}

/** Something folded away until somebody wants it. */
export function Disclosure({
  summary,
  summaryClass = 'font-medium',
  children,
  ...rest
}: DisclosureProps): ReactNode {
  return (
    <details {...rest}>
      <summary className={clsx('min-h-touch cursor-pointer py-2.5', summaryClass)}>
        {summary}
      </summary>
      {children}
    </details>
  )
}
