import type { DeviceEvents, DeviceStatus, Frame, Press } from '@anklet/contract'
import { create } from 'zustand'
import type { StreamEvent } from './stream.ts'
import { stream } from './stream.ts'

/** Frames kept for the live pictures: some ten minutes. */
const KEPT = 2400

interface Link {
  /** Devices listened to; empty: the link is shut. */
  readonly ids: readonly string[]
  readonly open: boolean
  readonly statuses: Readonly<Record<string, DeviceStatus>>
  /** Newest last. */
  readonly frames: Readonly<Record<string, readonly Frame[]>>
  /** The newest press of any gauge, with a count that tells two equal ones apart. */
  readonly press: {
    readonly device: string
    readonly value: number
    readonly channel: Press['channel']
    readonly count: number
  } | null
  /** Listens to devices for somebody on the page; all that anybody asked for share one stream. */
  listen(ids: readonly string[], who?: string): void
  hang(who?: string): void
}

/** Who on the page listens to what. */
const wanted = new Map<string, readonly string[]>()
let ending: (() => void) | null = null

type Taken = {
  readonly [Name in keyof DeviceEvents]: (event: DeviceEvents[Name]) => void
}

/** What devices tell, live: one stream for all that are listened to. It reconnects by itself. */
export const useLink = create<Link>((set, get) => {
  const take: Taken = {
    status: (status) =>
      set(({ statuses }) => ({ statuses: { ...statuses, [status.device]: status } })),
    frame: ({ device, ...frame }) =>
      set(({ frames }) => ({
        frames: { ...frames, [device]: addFrame(frames[device] ?? [], frame) },
      })),
    press: ({ device, value, channel }) =>
      set(({ press }) => ({ press: { device, value, channel, count: (press?.count ?? 0) + 1 } })),
  }
  const hear = ({ name, data }: StreamEvent): void => {
    if (!Object.hasOwn(take, name)) return
    const event = JSON.parse(data) as DeviceEvents[keyof DeviceEvents]
    // Other pages of this browser may listen to other devices.
    if (get().ids.includes(event.device)) take[name as keyof DeviceEvents](event as never)
  }
  const tune = (): void => {
    const ids = [...new Set([...wanted.values()].flat())].sort()
    if (ids.join() === get().ids.join()) return
    set(ids.length === 0 ? { ids, open: false, frames: {}, press: null } : { ids })
    stream.want(ids)
    if (ids.length > 0) ending ??= stream.listen({ event: hear, open: (open) => set({ open }) })
    else {
      ending?.()
      ending = null
    }
  }
  return {
    ids: [],
    open: false,
    statuses: {},
    frames: {},
    press: null,
    listen: (ids, who = 'page') => {
      wanted.set(who, ids)
      tune()
    },
    hang: (who = 'page') => {
      wanted.delete(who)
      tune()
    },
  }
})

/**
 * Frames with one more; a device whose clock ran back begins anew, and one told twice counts once.
 */
export function addFrame(frames: readonly Frame[], frame: Frame): readonly Frame[] {
  const last = frames.at(-1)
  if (last && frame.atS < last.atS) return [frame]
  if (last && frame.atS === last.atS) return [...frames.slice(0, -1), frame]
  return [...(frames.length >= KEPT ? frames.slice(-KEPT + 1) : frames), frame]
}
