import type { DeviceStatus, LinkCommand } from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import type { DeviceEvent, DeviceHub } from './hub.ts'
import type { Leader } from './leader.ts'

/** How often a process says that it still listens, ms. */
const RENEW_MS = 2000
/** A process not heard of for so long listens no more, ms. */
const LENT_MS = 8000

/** Refusals of a source that whoever leads does not know. */
const NOT_KNOWN: ReadonlySet<string> = new Set(['notFound', 'adapterUnknown'])

/** What is listened to: what a device tells, or what its adapter is asked to do. */
export type Source =
  | { readonly of: 'events'; readonly id: string }
  | { readonly of: 'commands'; readonly id: string; readonly token: string | undefined }

/** What comes from a source; `gone`: it is no longer known, and the adapter attaches anew. */
export type Told =
  | DeviceEvent
  | { readonly event: 'command'; readonly data: LinkCommand }
  | { readonly event: 'gone'; readonly data: null }
type Listener = (told: Told) => void

interface Followed {
  readonly source: Source
  readonly listeners: Set<Listener>
  /** The last of each kind, for whoever begins to listen later. */
  readonly last: Map<'status' | 'frame', Told>
  /** Ends listening in this process; null: another leads and tells it. */
  end: (() => void) | null
}

interface Lent {
  readonly end: () => void
  untilMs: number
}

/** What the process that leads does so that others can listen. */
export type FollowActs = {
  readonly follow: (by: string, key: string, source: Source) => Promise<null>
  readonly leave: (by: string, key: string) => null
}

const nameOf = (by: string, key: string): string => `${by} ${key}`

/** At the process that leads: tells those that listen what comes from its devices. */
export class Lending {
  private readonly lent = new Map<string, Lent>()

  constructor(
    private readonly hub: DeviceHub,
    private readonly tell: (to: string, key: string, told: Told) => void,
  ) {}

  /** Goes on with what a process listens to. @returns false: it does not listen to that yet. */
  renews(by: string, key: string): boolean {
    const known = this.lent.get(nameOf(by, key))
    if (known) known.untilMs = Date.now() + LENT_MS
    return known !== undefined
  }

  /** Tells a process what comes from a source from now on. @throws {AppError} `notFound`, `adapterUnknown` */
  lend(by: string, key: string, source: Source): void {
    // Two questions of one process may have been on their way at once.
    if (this.renews(by, key)) return
    const end = open(this.hub, source, (told) => this.tell(by, key, told))
    this.lent.set(nameOf(by, key), { end, untilMs: Date.now() + LENT_MS })
  }

  drop(by: string, key: string): void {
    this.end(nameOf(by, key))
  }

  /** Ends what nobody has renewed. @param all everything: this process leads no more */
  look({ all }: { readonly all: boolean }): void {
    for (const [name, { untilMs }] of this.lent) if (all || untilMs < Date.now()) this.end(name)
  }

  private end(name: string): void {
    this.lent.get(name)?.end()
    this.lent.delete(name)
  }
}

function open(hub: DeviceHub, source: Source, listener: Listener): () => void {
  if (source.of === 'events') return hub.listen(source.id, listener)
  return hub.commandsFor(source.id, source.token, (data) => listener({ event: 'command', data }))
}

/** Listens to devices wherever they are: in this process, or in the one that leads. */
export class Following {
  private readonly followed = new Map<string, Followed>()
  private readonly clock: NodeJS.Timeout | undefined

  constructor(
    private readonly hub: DeviceHub,
    private readonly leader: Leader<FollowActs>,
  ) {
    if (!leader.isShared) return
    leader.hear((key, told) => {
      const entry = this.followed.get(key)
      if (entry) this.pass(entry, told as Told)
    })
    this.clock = setInterval(() => {
      for (const [key, entry] of this.followed) void this.renew(key, entry)
    }, RENEW_MS)
    this.clock.unref()
  }

  /**
   * Hears a source from now on, what it last told first.
   * @returns what ends that.
   * @throws {AppError} `notFound`, `adapterUnknown`, `devicesAway`
   */
  async follow(source: Source, listener: Listener): Promise<() => void> {
    if (!this.leader.isShared) return open(this.hub, source, listener)
    const key = JSON.stringify(source)
    const entry: Followed = this.followed.get(key) ?? {
      source,
      listeners: new Set(),
      last: new Map(),
      end: null,
    }
    this.followed.set(key, entry)
    const leave = (): void => this.leave(key, entry, listener)
    // One that is told all along asks nobody: what was told last is as new as an answer.
    const isTold = entry.listeners.size > 0
    entry.listeners.add(listener)
    for (const told of entry.last.values()) listener(told)
    try {
      if (!isTold) await this.reach(key, entry)
    } catch (error) {
      leave()
      throw error
    }
    return leave
  }

  close(): void {
    clearInterval(this.clock)
    for (const { end } of this.followed.values()) end?.()
    this.followed.clear()
  }

  private leave(key: string, entry: Followed, listener: Listener): void {
    entry.listeners.delete(listener)
    if (entry.listeners.size > 0 || this.followed.get(key) !== entry) return
    this.followed.delete(key)
    if (entry.end) return entry.end()
    this.leader.ask('leave', this.leader.own, key).catch(() => undefined)
  }

  private pass({ listeners, last }: Followed, told: Told): void {
    if (told.event === 'status' || told.event === 'frame') last.set(told.event, told)
    for (const listener of listeners) listener(told)
  }

  // Whoever leads may be another one than before, with none of what was asked of it.
  private async reach(key: string, entry: Followed): Promise<void> {
    if (this.leader.leads) {
      entry.end ??= open(this.hub, entry.source, (told) => this.pass(entry, told))
      return
    }
    entry.end?.()
    entry.end = null
    await this.leader.ask('follow', this.leader.own, key, entry.source)
  }

  private async renew(key: string, entry: Followed): Promise<void> {
    try {
      await this.reach(key, entry)
    } catch (error) {
      // Anything else, a database that is away too, is tried again.
      if (error instanceof AppError && NOT_KNOWN.has(error.code)) this.miss(entry)
    }
  }

  // Not known to whoever leads now: it is shown as away until it is attached again.
  private miss(entry: Followed): void {
    if (entry.source.of === 'commands') return this.pass(entry, { event: 'gone', data: null })
    const told = entry.last.get('status')
    const status = told?.data as DeviceStatus | undefined
    if (status?.attached)
      this.pass(entry, { event: 'status', data: { ...status, attached: false } })
  }
}
