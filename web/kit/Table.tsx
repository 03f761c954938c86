import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** A column: its head, with the unit in it where it holds figures. */
export interface Column {
  readonly head: ReactNode
  /** It holds figures: they stand under each other by their ends. */
  readonly figures?: boolean
}

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
      <thead>
        <tr>
          {columns.map(({ head, figures }, i) => (
            <th key={i} scope="col" className={figures ? 'n' : undefined}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
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
