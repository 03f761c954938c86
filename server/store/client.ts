import type { QueryOptions, Results, Transaction } from '@electric-sql/pglite'
import { PGlite, types } from '@electric-sql/pglite'
import { copyControl, copyFiles, copyLog } from './copy.ts'
import { DurableFolder } from './durableFolder.ts'
import { Statements } from './statements.ts'

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

// PGlite switches `fsync` off (-F), and its file layer knows no `fdatasync`. A transaction does not
// wait for the disk itself: those that end together share one wait, see `Client.settled`.
const DISK = ['-c', 'fsync=on', '-c', 'wal_sync_method=fsync', '-c', 'synchronous_commit=off']

/** So much write-ahead log is read again at most at a start after a kill or a power cut, bytes. */
const LOG_BYTES = 16 * 1024 * 1024

const READS = /^\s*(select|show|set)\b/i
const CHANGES_TABLES = /^\s*(create|alter|drop)\b/i

function withoutParsers(options: QueryOptions | undefined): QueryOptions {
  const { parsers: _known, ...rest } = options ?? {}
  return rest
}

const bytesOf = (position: string): number => {
  const [high = '0', low = '0'] = position.split('/')
  return parseInt(high, 16) * 2 ** 32 + parseInt(low, 16)
}

/** Who is told what becomes of a database. */
export interface Watching {
  /** All data files are on the disk, and nothing else has been written yet. */
  readonly whole?: () => void
  /** PostgreSQL has ended itself, in its own words: it takes no further question. */
  readonly broken?: (why: string) => void
}

/**
 * PostgreSQL in a folder. What its promises say is done is on the disk: a write resolves only when
 * the write-ahead log that carries it is.
 *
 * The query builder brings the same parsers with every query, and each time they would be laid over
 * PostgreSQL's three hundred: a fifth of a small query's time. Here they are known from the start, and
 * what is asked again is planned already.
 */
export class Client extends PGlite {
  private shared: Promise<void> | null = null
  /** While the files are copied, the log must go back to where the copying began. */
  private isCopied = false
  private readonly statements = new Statements({
    speak: async (message) => (await this.execProtocol(message, { syncToFs: false })).messages,
    parsers: this.parsers,
    serializers: this.serializers,
  })
  /** Place in the log of the last checkpoint of this run. */
  private shortenedAt: number | null = null

  private constructor(
    private readonly folder: string,
    private readonly whole: () => void,
    hear: (line: string) => boolean,
  ) {
    super({
      fs: new DurableFolder(folder),
      onStderr: hear,
      parsers: PARSERS,
      startParams: [
        ...PGlite.defaultStartParams.filter((part) => part !== '-F'),
        ...MEMORY,
        ...DISK,
      ],
    })
  }

  /**
   * Opens a folder, and initialises a database in it where there is none.
   * @throws {Error} with PostgreSQL's own words where it does not start.
   */
  static async open(
    folder: string,
    { whole = () => undefined, broken = () => undefined }: Watching = {},
  ): Promise<Client> {
    let why: string | null = null
    const client = new Client(folder, whole, (line) => {
      const fatal = /(?:FATAL|PANIC):\s+(.*)/.exec(line)?.[1]
      why = fatal ?? why
      if (fatal !== undefined && client.ready) broken(fatal)
      return false
    })
    try {
      await client.waitReady
    } catch (error) {
      throw why === null ? error : new Error(why, { cause: error })
    }
    return client
  }

  override async query<T>(
    text: string,
    values?: unknown[],
    options?: QueryOptions,
  ): Promise<Results<T>> {
    // What is closed says so in PGlite's own words.
    const results =
      this.ready && this.statements.returns(text)
        ? await this._runExclusiveTransaction(() => this.again<T>(text, values, options))
        : await super.query<T>(text, values, withoutParsers(options))
    if (CHANGES_TABLES.test(text)) this.statements.forget()
    if (!READS.test(text)) await this.settled()
    return results
  }

  override async exec(text: string, options?: QueryOptions): Promise<Results[]> {
    const results = await super.exec(text, options)
    this.statements.forget()
    await this.settled()
    return results
  }

  override async transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
    let wrote = false
    const answer = await super.transaction((tx) => {
      const query: Transaction['query'] = (text, values, options) => {
        wrote ||= !READS.test(text)
        return !tx.closed && this.statements.returns(text)
          ? this.again(text, values, options)
          : tx.query(text, values, withoutParsers(options))
      }
      return work(Object.assign(Object.create(tx) as Transaction, { query }))
    })
    if (wrote) await this.settled()
    return answer
  }

  /** Asks what was asked before, inside a transaction or a turn of its own. */
  private again<T>(
    text: string,
    values: unknown[] = [],
    options: QueryOptions = {},
  ): Promise<Results<T>> {
    return this._runExclusiveQuery(() => this.statements.ask<T>(text, values, options))
  }

  /**
   * Resolves when everything committed so far is on the disk. Those who come while others wait for
   * their turn at the database share one `fsync` with them.
   */
  private settled(): Promise<void> {
    if (this.shared) return this.shared
    const mine = this._checkReady()
      .then(() =>
        this._runExclusiveTransaction(async () => {
          // Whoever commits from here on comes after this turn and waits for the next one.
          this.shared = null
          const { rows } = await this.again<{ at: string }>(
            `select pg_logical_emit_message(false, 'anklet', '', true)::text as at`,
          )
          return bytesOf(rows[0]!.at)
        }),
      )
      .then((at) => this.shortenLog(at))
      .finally(() => {
        if (this.shared === mine) this.shared = null
      })
    this.shared = mine
    return mine
  }

  /** Brings the data files to the disk when much log has gathered, so that it need not be kept. */
  private shortenLog(at: number): void {
    this.shortenedAt ??= at
    if (this.isCopied || at - this.shortenedAt < LOG_BYTES) return
    this.shortenedAt = at
    // Nobody waits for it. Should it fail, PostgreSQL ends itself and the next command hears of it.
    this.checkpoint().catch(() => undefined)
  }

  /**
   * Copies the database as it stands at the end of the copying, while others read and write. The
   * copy is like one that lost its power: opened, it reads its log from where the copying began,
   * which holds every page that was written meanwhile as a whole.
   */
  async copyTo(folder: string): Promise<void> {
    this.isCopied = true
    try {
      await this.checkpoint(() => copyControl(this.folder, folder))
      await copyFiles(this.folder, folder)
      await this.settled()
      await copyLog(this.folder, folder)
    } finally {
      this.isCopied = false
    }
  }

  /**
   * Brings all data files to the disk.
   * @param then done before anything else is written.
   */
  checkpoint(then?: () => Promise<void>): Promise<void> {
    return super.transaction(async (tx) => {
      await tx.exec('checkpoint')
      this.whole()
      await then?.()
    })
  }
}
