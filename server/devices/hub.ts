import { DEVICE_STOPS } from '@anklet/language/problems/devices'
import { randomBytes, timingSafeEqual } from 'node:crypto'
import type {
  DeviceIdentity,
  DeviceStatus,
  Frame,
  Holder,
  LinkCommand,
  LinkHello,
  LinkMessage,
  Press,
  StandInChange,
  VehicleType,
} from '@anklet/contract'
import { isStandIn, LINK_VERSION } from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import { STAND_IN_GAUGES } from './standInGauges.ts'
import { standInId, StandInVehicle } from './standInVehicle.ts'

/** Something a device told, or that was learned of it. */
export type DeviceEvent =
  | { readonly event: 'status'; readonly data: DeviceStatus }
  | { readonly event: 'frame'; readonly data: Frame }
  | { readonly event: 'press'; readonly data: Press }
type Listener = (event: DeviceEvent) => void

interface Entry {
  identity: DeviceIdentity
  vehicle: StandInVehicle | null
  typeVersion: number
  /** Of the adapter behind it; null for a stand-in. */
  token: string | null
  lastHeardMs: number | null
  attached: boolean
  heldBy: (Holder & { readonly since: string; readonly untilMs: number }) | null
  codes: DeviceStatus['codes']
  readonly listeners: Set<Listener>
  readonly adapters: Set<(command: LinkCommand) => void>
  readonly waiting: Map<string, (refusal: string | null) => void>
  readonly done: string[]
}

/** Stand-ins tell this often, ms. */
const TICK_MS = 250
/** An adapter not heard of for so long is away, ms. */
const SILENT_MS = 5000
/** A hold not renewed for so long is over, ms. */
const HOLD_MS = 30_000
/** An adapter says how a command went within this, ms. */
const ANSWER_MS = 6000
const REMEMBERED = 100

/** Every device of the shop: stand-ins that run here, and whatever adapters attach. */
export class DeviceHub {
  private readonly entries = new Map<string, Entry>()
  private readonly timer: NodeJS.Timeout
  private tickedMs: number

  constructor(private readonly clock: () => number = Date.now) {
    this.tickedMs = clock()
    this.timer = setInterval(() => this.tick(), TICK_MS)
    this.timer.unref()
  }

  private enter(identity: DeviceIdentity, change: Partial<Entry> = {}): Entry {
    const entry: Entry = {
      identity,
      vehicle: null,
      typeVersion: 0,
      token: null,
      lastHeardMs: null,
      attached: true,
      heldBy: null,
      codes: null,
      listeners: new Set(),
      adapters: new Set(),
      waiting: new Map(),
      done: [],
      ...change,
    }
    this.entries.set(identity.id, entry)
    return entry
  }

  private entry(id: string): Entry {
    const found = this.entries.get(id)
    if (!found) throw new AppError('notFound', { what: 'device' })
    return found
  }

  /**
   * Keeps one stand-in for each type that a simulated vehicle is of, and the gauges to hold to it;
   * one whose type was changed begins anew. Without a simulated vehicle there is none.
   */
  standInsFor(types: readonly VehicleType[]): void {
    if (types.length > 0)
      for (const identity of STAND_IN_GAUGES)
        if (!this.entries.has(identity.id)) this.enter(identity)
    for (const type of types) {
      const known = [...this.entries.values()].find(
        ({ vehicle, identity }) => vehicle !== null && identity.vehicleTypeId === type.id,
      )
      if (known?.typeVersion === type.version) continue
      // Two names may come to the same id: the later one takes its own along.
      const wanted = standInId(type.name)
      const id =
        known?.identity.id ??
        (this.entries.has(wanted) ? `${wanted.slice(0, 50)}-${type.id.slice(0, 8)}` : wanted)
      try {
        const vehicle = new StandInVehicle(type, id)
        if (known)
          Object.assign(known, {
            vehicle,
            identity: vehicle.identity,
            typeVersion: type.version,
            codes: null,
          })
        else this.enter(vehicle.identity, { vehicle, typeVersion: type.version })
      } catch {
        /* A type whose figures find no rest has no stand-in; its own page says what is wrong with it. */
      }
    }
  }

  private statusOf(entry: Entry): DeviceStatus {
    const { identity, token, attached, lastHeardMs, codes, vehicle } = entry
    const heldBy = this.holderOf(entry)
    const { untilMs: _until, ...held } = heldBy ?? { untilMs: 0 }
    return {
      identity,
      standIn: token === null,
      attached,
      lastHeardAt: lastHeardMs === null ? null : new Date(lastHeardMs).toISOString(),
      heldBy: heldBy ? (held as DeviceStatus['heldBy']) : null,
      codes,
      standInNow: vehicle?.now() ?? null,
    }
  }

  private holderOf(entry: Entry): Entry['heldBy'] {
    if (entry.heldBy && entry.heldBy.untilMs < this.clock()) entry.heldBy = null
    return entry.heldBy
  }

  list(): DeviceStatus[] {
    return [...this.entries.values()].map((entry) => this.statusOf(entry))
  }

  /** @throws {AppError} `notFound` */
  status(id: string): DeviceStatus {
    return this.statusOf(this.entry(id))
  }

  /** Whether a device is there and heard; one that nobody knows is not. */
  isAttached(id: string): boolean {
    return this.entries.get(id)?.attached ?? false
  }

  private tell(entry: Entry, event: DeviceEvent): void {
    for (const listener of entry.listeners) listener(event)
  }

  private tellStatus(entry: Entry): void {
    this.tell(entry, { event: 'status', data: this.statusOf(entry) })
  }

  /** Hears everything a device tells from now on. @returns what ends that. */
  listen(id: string, listener: Listener): () => void {
    const entry = this.entry(id)
    entry.listeners.add(listener)
    listener({ event: 'status', data: this.statusOf(entry) })
    if (entry.vehicle) this.hear(entry, entry.vehicle.frame())
    return () => entry.listeners.delete(listener)
  }

  /**
   * Takes a device for a person at a tablet, or renews that.
   * @throws {AppError} `deviceHeld` by whom.
   */
  hold(id: string, holder: Holder): DeviceStatus {
    const entry = this.entry(id)
    const now = this.clock()
    const held = this.holderOf(entry)
    if (held && (held.device !== holder.device || held.person !== holder.person))
      throw new AppError('deviceHeld', { ...held }, '/holder')
    const since = held?.since ?? new Date(now).toISOString()
    const fresh = held?.jobId !== holder.jobId || !held
    entry.heldBy = { ...holder, since, untilMs: now + HOLD_MS }
    if (fresh) this.tellStatus(entry)
    return this.statusOf(entry)
  }

  /** Lets a device go; somebody else's hold stays. */
  release(id: string, holder: Holder): DeviceStatus {
    const entry = this.entry(id)
    if (this.holderOf(entry)?.device === holder.device) {
      entry.heldBy = null
      this.tellStatus(entry)
    }
    return this.statusOf(entry)
  }

  /**
   * Carries a command out on a device. The same id again does nothing again.
   * @throws {AppError} `moduleRefuses`, `deviceSilent`, `notFound`
   */
  async order(id: string, command: LinkCommand): Promise<void> {
    const entry = this.entry(id)
    if (entry.done.includes(command.commandId)) return
    if (!entry.identity.actions.includes(command.action))
      throw new AppError('moduleRefuses', { reason: DEVICE_STOPS.cannot() }, '/action')
    const refusal = entry.vehicle
      ? entry.vehicle.command(command)
      : await this.askAdapter(entry, command)
    if (refusal !== null) throw new AppError('moduleRefuses', { reason: refusal }, '/action')
    entry.done.push(command.commandId)
    if (entry.done.length > REMEMBERED) entry.done.shift()
  }

  private askAdapter(entry: Entry, command: LinkCommand): Promise<string | null> {
    if (!entry.attached || entry.adapters.size === 0)
      throw new AppError('deviceSilent', { name: entry.identity.name })
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => {
        entry.waiting.delete(command.commandId)
        reject(new AppError('deviceSilent', { name: entry.identity.name }))
      }, ANSWER_MS)
      entry.waiting.set(command.commandId, (refusal) => {
        clearTimeout(timer)
        resolve(refusal)
      })
      for (const send of entry.adapters) send(command)
    })
  }

  /**
   * Does to a stand-in what only somebody at the car can do.
   * @throws {AppError} `notFound` for a real device
   */
  changeStandIn(id: string, change: StandInChange): DeviceStatus {
    const entry = this.entry(id)
    if (!entry.vehicle) throw new AppError('notFound', { what: 'stand-in' })
    entry.vehicle.change(change)
    if (change.press) this.press(entry.vehicle, change.press)
    this.hear(entry, entry.vehicle.frame())
    this.tellStatus(entry)
    return this.statusOf(entry)
  }

  private press(
    vehicle: StandInVehicle,
    { gauge, corner }: NonNullable<StandInChange['press']>,
  ): void {
    const entry = [...this.entries.values()].find(
      ({ identity, token }) => token === null && identity.kind === gauge,
    )
    const value = vehicle.gauge(gauge, corner)
    if (!entry || value === null)
      throw new AppError('moduleRefuses', { reason: DEVICE_STOPS.nothingToMeasure() }, '/press')
    entry.lastHeardMs = this.clock()
    this.tell(entry, {
      event: 'press',
      data: { kind: 'press', channel: entry.identity.channels[0]!.id, value },
    })
  }

  /**
   * Attaches an adapter's device, or again after it was away.
   * @throws {AppError} `newerFormat`, `adapterUnknown` when the name is somebody else's
   */
  attach({ formatVersion, identity, token }: LinkHello): string {
    if (formatVersion > LINK_VERSION)
      throw new AppError(
        'newerFormat',
        { version: formatVersion, newest: LINK_VERSION },
        '/formatVersion',
      )
    if (isStandIn(identity.id))
      throw new AppError('adapterUnknown', { id: identity.id }, '/identity/id')
    const known = this.entries.get(identity.id)
    // A name whose adapter went silent is free again: a restarted one need not remember its token.
    const taken = known && (known.token === null || known.attached)
    if (known && taken && !this.isToken(known, token))
      throw new AppError('adapterUnknown', { id: identity.id }, '/identity/id')
    const entry = known ?? this.enter(identity)
    if (!this.isToken(entry, token)) entry.token = randomBytes(24).toString('hex')
    entry.identity = identity
    this.heard(entry)
    this.tellStatus(entry)
    return entry.token!
  }

  private isToken(entry: Entry, token: string | undefined): boolean {
    const [mine, theirs] = [Buffer.from(entry.token ?? ''), Buffer.from(token ?? '')]
    return entry.token !== null && mine.length === theirs.length && timingSafeEqual(mine, theirs)
  }

  private adapterEntry(id: string, token: string | undefined): Entry {
    const entry = this.entry(id)
    if (!this.isToken(entry, token)) throw new AppError('adapterUnknown', { id })
    return entry
  }

  private heard(entry: Entry): void {
    entry.lastHeardMs = this.clock()
    if (entry.attached) return
    entry.attached = true
    this.tellStatus(entry)
  }

  /** Takes what an adapter sends. @throws {AppError} `adapterUnknown` */
  receive(id: string, token: string | undefined, messages: readonly LinkMessage[]): void {
    const entry = this.adapterEntry(id, token)
    this.heard(entry)
    for (const message of messages) this.hear(entry, message)
  }

  private hear(entry: Entry, message: LinkMessage): void {
    switch (message.kind) {
      case 'frame':
        this.tell(entry, { event: 'frame', data: message })
        return
      case 'press':
        this.tell(entry, { event: 'press', data: message })
        return
      case 'codes':
        entry.codes = [...message.codes]
        this.tellStatus(entry)
        return
      case 'done':
        entry.waiting.get(message.commandId)?.(
          message.ok ? null : message.reason || DEVICE_STOPS.noReason(),
        )
        entry.waiting.delete(message.commandId)
    }
  }

  /**
   * Sends an adapter its commands from now on.
   * @returns what ends that.
   * @throws {AppError} `adapterUnknown`
   */
  commandsFor(
    id: string,
    token: string | undefined,
    send: (command: LinkCommand) => void,
  ): () => void {
    const entry = this.adapterEntry(id, token)
    entry.adapters.add(send)
    return () => entry.adapters.delete(send)
  }

  private tick(): void {
    const now = this.clock()
    const elapsedS = Math.max(0, (now - this.tickedMs) / 1000)
    this.tickedMs = now
    for (const entry of this.entries.values()) {
      // Nobody looks at it and nobody works with it: its clock rests.
      if (entry.vehicle && (entry.listeners.size > 0 || this.holderOf(entry))) {
        entry.vehicle.advance(Math.min(elapsedS, 2))
        this.hear(entry, entry.vehicle.frame())
        const codes = entry.vehicle.newCodes()
        if (codes) this.hear(entry, codes)
      }
      if (
        entry.token !== null &&
        entry.attached &&
        entry.lastHeardMs !== null &&
        now - entry.lastHeardMs > SILENT_MS
      ) {
        entry.attached = false
        this.tellStatus(entry)
      }
    }
  }

  close(): void {
    clearInterval(this.timer)
  }
}
