import type { ReactNode } from 'react'

/** A figure on a line: what it is, its value, its unit. */
export function Figure({
  words,
  value,
  unit,
}: {
  readonly words: string
  readonly value: string
  readonly unit: string
}): ReactNode {
  return (
    <p className="figure">
      <span className="text-ink-2">{words}</span>
      <span className="num">
        {value}
        <span className="unit">{unit}</span>
      </span>
    </p>
  )
}
