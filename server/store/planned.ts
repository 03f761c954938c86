import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import { isPlannable } from './statements.ts'

/** So many statements are remembered as having come before. */
const MOST = 250

const isConfig = (asked: unknown): asked is pg.QueryConfig =>
  typeof asked === 'object' && asked !== null && 'text' in asked && !('submit' in asked)

/**
 * Has the connections of a pool plan what is asked again and again once: to read and plan a statement
 * takes most of its time. A server knows a planned statement by its name.
 */
export function planAgain(pool: pg.Pool): void {
  const known = new LRUCache<string, string>({ max: MOST })
  const nameOf = (text: string): string | null => {
    if (!isPlannable(text)) return null
    const name = known.get(text)
    if (name !== undefined) return name
    known.set(text, `anklet_${createHash('sha256').update(text).digest('hex').slice(0, 24)}`)
    return null
  }
  const named = (asked: unknown): unknown => {
    if (!isConfig(asked) || asked.name !== undefined) return asked
    const name = nameOf(asked.text)
    return name === null ? asked : { ...asked, name }
  }
  pool.on('connect', (client) => {
    const query = client.query.bind(client) as (...args: readonly unknown[]) => unknown
    client.query = ((asked: unknown, ...rest: readonly unknown[]) =>
      query(named(asked), ...rest)) as typeof client.query
  })
}
