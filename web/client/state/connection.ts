import { create } from 'zustand'

declare const ANKLET_BUILD: string | undefined
// Nobody says it where there was no build.
const OWN_BUILD = typeof ANKLET_BUILD === 'string' ? ANKLET_BUILD : ''

interface Connection {
  /** The server was away at the last question: what is shown is what was kept on this device. */
  readonly away: boolean
  /** The server has a newer interface than this page. */
  readonly stale: boolean
  /** The server tells at once what others write. */
  readonly live: boolean
}

export const useConnection = create<Connection>()(() => ({
  away: false,
  stale: false,
  live: false,
}))

/** Said on a page that is older than its server. */
export const RELOAD =
  'There is a newer Anklet on the server than on this page. Reload the page: ' +
  'what was typed and done here is kept.'

/** Notes how the last question went. */
export const noteConnection = (away: boolean): void => {
  if (useConnection.getState().away !== away) useConnection.setState({ away })
}

/**
 * Notes what the server's interface was made from.
 * @param build null: the server does not say
 * @param own what this page was made from; empty while it is being developed
 */
export function noteBuild(build: string | null, own = OWN_BUILD): void {
  if (build === null || own === '') return
  const stale = build !== own
  if (useConnection.getState().stale !== stale) useConnection.setState({ stale })
}

/**
 * Keeps page and answers on this device from now on, where the browser can.
 * @param askAgain called once the first keeper has taken over: what was asked before it is not kept yet.
 */
export function keepForAbsence(askAgain: () => void): void {
  if (!('serviceWorker' in navigator)) return
  if (!navigator.serviceWorker.controller)
    navigator.serviceWorker.addEventListener('controllerchange', askAgain, { once: true })
  navigator.serviceWorker.register('/keep.js').catch(() => undefined)
}
