import pg from 'pg'
import type { Topic, Wire } from './database.ts'
import type { Piece } from './pieces.ts'
import { Joining, piecesOf } from './pieces.ts'

/** What processes tell each other goes by this name. */
const CHANNEL = 'anklet'
/** Held by the one process that does what the clock asks for. */
const LEADS = 7_204_002
/** How often a process looks whether the one that leads has died, and mends a broken connection, ms. */
const LOOK_MS = 2000

interface Heard {
  readonly from: string
  readonly topic: Topic
  readonly piece: Piece
}

/**
 * One connection of a process that stands open: over it the process hears what the others write, and
 * by it PostgreSQL knows that it is alive. The lock of whoever leads goes with its connection.
 */
export class Standing implements Wire {
  private readonly own = crypto.randomUUID()
  private client: pg.Client | null = null
  private readonly listeners = new Map<Topic, (words: string) => void>()
  private joining = new Joining()
  private telling: Promise<void> = Promise.resolve()
  private clock: NodeJS.Timeout | undefined
  private isLeading = false
  private isEnded = false
  private looking: Promise<void> = Promise.resolve()

  constructor(private readonly settings: pg.ClientConfig) {}

  /** Whether this process does what exactly one does. */
  get leads(): boolean {
    return this.isLeading
  }

  async begin(): Promise<void> {
    await this.look()
    this.clock = setInterval(() => {
      this.looking = this.telling.then(() => this.look())
      this.telling = this.looking
    }, LOOK_MS)
    this.clock.unref()
  }

  tell(topic: Topic, words: string): Promise<void> {
    // One after the other, in the order in which they were told: the connection takes one at a time.
    const told = this.telling.then(async () => {
      for (const piece of piecesOf(words)) {
        const notice = JSON.stringify({ from: this.own, topic, piece } satisfies Heard)
        await this.client?.query('select pg_notify($1, $2)', [CHANNEL, notice])
      }
    })
    this.telling = told.catch(() => undefined)
    return told
  }

  hear(topic: Topic, listener: (words: string) => void): void {
    this.listeners.set(topic, listener)
  }

  async end(): Promise<void> {
    this.isEnded = true
    clearInterval(this.clock)
    await this.looking
    await this.client?.end().catch(() => undefined)
    this.client = null
    this.isLeading = false
  }

  private async look(): Promise<void> {
    if (this.isEnded) return
    try {
      const client = this.client ?? (await this.connect())
      if (this.isLeading) await client.query('select 1')
      else {
        const { rows } = await client.query<{ got: boolean }>(
          'select pg_try_advisory_lock($1) as got',
          [LEADS],
        )
        this.isLeading = rows[0]!.got
      }
    } catch {
      this.lose()
    }
  }

  private async connect(): Promise<pg.Client> {
    const client = new pg.Client({ ...this.settings, keepAlive: true })
    client.on('error', () => this.lose())
    // What was under way on the connection before is not continued.
    this.joining = new Joining()
    client.on('notification', ({ payload = '' }) => this.take(JSON.parse(payload) as Heard))
    await client.connect()
    await client.query(`listen ${CHANNEL}`)
    this.client = client
    return client
  }

  private take({ from, topic, piece }: Heard): void {
    if (from === this.own) return
    const words = this.joining.take(piece)
    if (words !== null) this.listeners.get(topic)?.(words)
  }

  // The lock went with the connection: somebody else leads until it stands again.
  private lose(): void {
    this.isLeading = false
    const { client } = this
    this.client = null
    client?.end().catch(() => undefined)
  }
}
