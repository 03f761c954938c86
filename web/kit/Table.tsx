import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** A column: its head, with the unit in it where it holds figures. */
export interface Column {
  readonly head: ReactNode
  /** It holds figures: they stand under each other by their ends. */
  readonly figures?: boolean
  /** The whole word, where the head is an abbreviation. */
  readonly title?: string
}

/** A column of figures. */
export const figures = (head: ReactNode, title?: string): Column => ({
  head,
  figures: true,
  ...(title === undefined ? {} : { title }),
})

/** The heads of a table's columns: words, figures, or none over a column of keys. */
export const Heads = ({
  columns,
}: {
  readonly columns: readonly (Column | string)[]
}): ReactNode => (
  <thead>
    <tr>
      {columns
        .map((column) => (typeof column === 'string' ? { head: column } : column))
        .map(({ head, figures: isFigures, title }: Column, i) =>
          head === '' ? (
            <td key={i} />
          ) : (
            <th key={i} scope="col" className={isFigures ? 'n' : undefined} title={title}>
              {head}
            </th>
          ),
        )}
    </tr>
  </thead>
)

/** A table that is only read; with little room it scrolls, by keyboard as well. */
export function Table({
  label,
  columns,
  rows,
  room,
}: {
  readonly label: string
  readonly columns: readonly Column[]
  readonly rows: readonly (readonly ReactNode[])[]
  /** How much room it has, as a class; left out: as much as it needs. */
  readonly room?: string
}): ReactNode {
  const table = (
    <table className="table" aria-label={room === undefined ? label : undefined}>
      <Heads columns={columns} />
      <tbody>
        {rows.map((cells, i) => (
          <tr key={i}>
            {cells.map((cell, k) => (
              <td key={k} className={columns[k]?.figures ? 'n num' : undefined}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
  return room === undefined ? (
    table
  ) : (
    <div className={clsx('overflow-auto', room)} tabIndex={0} role="region" aria-label={label}>
      {table}
    </div>
  )
}
