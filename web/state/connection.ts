import { create } from 'zustand'

/** Whether the server was away at the last question: what is shown then is what was kept on this device. */
export const useConnection = create<{ readonly away: boolean }>(() => ({ away: false }))

/** Notes how the last question went. */
export const noteConnection = (away: boolean): void => {
  if (useConnection.getState().away !== away) useConnection.setState({ away })
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
