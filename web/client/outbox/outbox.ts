import type { QueryClient } from '@tanstack/react-query'

const RETRY_MS = 2500

/** What waits on this device until the server has it, in lanes that do not wait for each other. */
export interface Tray {
  /** Lanes in which something waits. */
  lanes(): readonly string[]
  /**
   * Sends what waits in a lane, in its order, and takes out what the server has or refuses.
   * @throws whatever keeps it from arriving: it is tried again
   */
  deliver(lane: string, client: QueryClient): Promise<void>
  /** Calls back when something is put in. */
  subscribe(changed: () => void): void
}

/** Delivers what lies in a tray until the server has it: now, on every change, and once back online. */
export function runOutbox(tray: Tray, client: QueryClient): void {
  const busy = new Set<string>()
  const again = new Set<string>()
  const run = async (lane: string): Promise<void> => {
    // What is put in while a lane is on its way may have been too late for it.
    if (busy.has(lane)) return void again.add(lane)
    busy.add(lane)
    try {
      do {
        again.delete(lane)
        await tray.deliver(lane, client)
      } while (again.has(lane))
    } catch {
      setTimeout(() => void run(lane), RETRY_MS)
    } finally {
      busy.delete(lane)
    }
  }
  const all = (): void => {
    for (const lane of tray.lanes()) void run(lane)
  }
  tray.subscribe(all)
  window.addEventListener('online', all)
  all()
}
