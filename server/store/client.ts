import type { QueryOptions, Results, Transaction } from '@electric-sql/pglite'
import { PGlite, types } from '@electric-sql/pglite'

const asWritten = (text: string): string => text

// Moments stay as PostgreSQL writes them, as the query builder wants them.
const PARSERS = {
  [types.TIMESTAMP]: asWritten,
  [types.TIMESTAMPTZ]: asWritten,
  [types.INTERVAL]: asWritten,
  [types.DATE]: asWritten,
}

// A shop's records are some ten megabytes. PostgreSQL's usual 128 are written through at every
// start, which is half of the time it takes.
const MEMORY = ['-c', 'shared_buffers=32MB']

function withoutParsers(options: QueryOptions | undefined): QueryOptions {
  const { parsers: _known, ...rest } = options ?? {}
  return rest
}

/**
 * PostgreSQL in a folder. The query builder brings the same parsers with every query, and each time
 * they would be laid over PostgreSQL's three hundred: a fifth of a small query's time. Here they are
 * known from the start.
 */
export class Client extends PGlite {
  private constructor(folder: string) {
    super(folder, { parsers: PARSERS, startParams: [...PGlite.defaultStartParams, ...MEMORY] })
  }

  /** Opens a folder, and makes it first where there is none. */
  static async open(folder: string): Promise<Client> {
    const client = new Client(folder)
    await client.waitReady
    return client
  }

  override query<T>(text: string, values?: unknown[], options?: QueryOptions): Promise<Results<T>> {
    return super.query<T>(text, values, withoutParsers(options))
  }

  override transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
    return super.transaction((tx) => {
      const query: Transaction['query'] = (text, values, options) =>
        tx.query(text, values, withoutParsers(options))
      return work(Object.assign(Object.create(tx) as Transaction, { query }))
    })
  }
}
