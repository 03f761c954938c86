import type { DeviceEvents, DeviceStatus, Frame, Press } from '@anklet/contract'
import { create } from 'zustand'

/** Frames kept for the live pictures: some ten minutes. */
const KEPT = 2400

/**
 * A page nobody looks at for so long lets its stream go, so that many open pages do not use up the
 * few connections a browser has to one server, ms.
 */
const PARKED_MS = 10 * 60_000

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

let source: EventSource | null = null
/** Who on the page listens to what. */
const wanted = new Map<string, readonly string[]>()
let parking: ReturnType<typeof setTimeout> | undefined

/** What devices tell, live: one stream for all that are listened to. It reconnects by itself. */
export const useLink = create<Link>((set, get) => {
  const take = <Name extends keyof DeviceEvents>(
    name: Name,
    with_: (event: DeviceEvents[Name]) => void,
  ): void =>
    source?.addEventListener(name, (event) =>
      with_(JSON.parse((event as MessageEvent<string>).data) as DeviceEvents[Name]),
    )
  const open = (): void => {
    source = new EventSource(`/api/devices/stream?ids=${get().ids.join(',')}`)
    source.onopen = () => set({ open: true })
    source.onerror = () => set({ open: false })
    take('status', (status) =>
      set(({ statuses }) => ({ statuses: { ...statuses, [status.device]: status } })),
    )
    take('frame', ({ device, ...frame }) =>
      set(({ frames }) => ({
        frames: { ...frames, [device]: addFrame(frames[device] ?? [], frame) },
      })),
    )
    take('press', ({ device, value, channel }) =>
      set(({ press }) => ({ press: { device, value, channel, count: (press?.count ?? 0) + 1 } })),
    )
  }
  const shut = (): void => {
    source?.close()
    source = null
  }
  const tune = (): void => {
    const ids = [...new Set([...wanted.values()].flat())].sort()
    if (source && ids.join() === get().ids.join()) return
    shut()
    if (ids.length === 0) return set({ ids: [], open: false, frames: {}, press: null })
    set({ ids, open: false })
    open()
  }
  globalThis.document?.addEventListener('visibilitychange', () => {
    clearTimeout(parking)
    if (document.hidden)
      parking = setTimeout(() => {
        shut()
        set({ open: false })
      }, PARKED_MS)
    else if (!source && get().ids.length > 0) open()
  })
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
