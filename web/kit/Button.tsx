import { clsx } from 'clsx'
import type { ButtonHTMLAttributes, ReactNode } from 'react'
import type { LinkProps } from 'react-router'
import { Link } from 'react-router'

interface Looks {
  /**
   * `go`: what one comes here for, once on a page. `quiet`: beside the matter. `bare`: only the
   * target, for a row or a sign that looks like itself.
   */
  readonly look?: 'plain' | 'go' | 'quiet' | 'bare' | undefined
  /** For a thumb in a glove. */
  readonly big?: boolean | undefined
  /** Where it stands and how wide it is, nothing of its look. */
  readonly className?: string | undefined
}

const LOOKS = {
  plain: 'btn',
  go: 'btn btn-go',
  quiet: 'btn-quiet min-h-touch',
  bare: '',
} as const

const classesOf = ({ look = 'plain', big = false, className }: Looks): string =>
  clsx(LOOKS[look], big && 'btn-big', className)

/** Something to press. */
export function Button({
  look,
  big,
  className,
  type = 'button',
  ...rest
}: Looks & ButtonHTMLAttributes<HTMLButtonElement>): ReactNode {
  return <button type={type} className={classesOf({ look, big, className })} {...rest} />
}

/** A way to another place that looks like something to press. */
export function ButtonLink({ look, big, className, ...rest }: Looks & LinkProps): ReactNode {
  return (
    <Link
      className={classesOf({
        look,
        big,
        className: clsx(look === 'quiet' && 'inline-flex items-center', className),
      })}
      {...rest}
    />
  )
}

/** A big answer to tap; given `on`, it stays down until it is tapped again. */
export function Tap({
  on,
  className,
  ...rest
}: { readonly on?: boolean } & ButtonHTMLAttributes<HTMLButtonElement>): ReactNode {
  return (
    <button
      type="button"
      className={clsx('tap', className)}
      data-on={on}
      aria-pressed={on}
      {...rest}
    />
  )
}
