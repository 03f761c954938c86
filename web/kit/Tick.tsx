import type { ReactNode } from 'react'

/** Something that is said to be so by a tick. */
export function Tick({
  on,
  disabled = false,
  children,
  onTick,
}: {
  readonly on: boolean
  readonly disabled?: boolean
  readonly children: ReactNode
  onTick(on: boolean): void
}): ReactNode {
  return (
    <label className="flex min-h-touch items-center gap-3">
      <input
        type="checkbox"
        className="h-6 w-6"
        checked={on}
        disabled={disabled}
        onChange={(event) => onTick(event.target.checked)}
      />
      {children}
    </label>
  )
}
