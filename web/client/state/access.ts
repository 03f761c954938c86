import type { Me, SessionState } from '@anklet/contract'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { useSession } from './session.ts'

interface Access {
  /** Whether one has to sign in; what was last heard, until the server says anew. */
  readonly accounts: boolean
  /** Who is signed in; null: nobody. */
  readonly me: Me | null
  /** Goes with whatever changes something; only this page's memory holds it. */
  readonly token: string | null
  /** At the machine that Anklet runs on. */
  readonly atMachine: boolean
  /** Names that signed in on this device, the latest first: they are tapped, not typed. */
  readonly names: readonly string[]
}

const MOST_NAMES = 12

/** Who is in on this device. */
export const useAccess = create<Access>()(
  persist((): Access => ({ accounts: false, me: null, token: null, atMachine: false, names: [] }), {
    name: 'anklet.access',
    version: 1,
    // The token is the server's to give; what is kept only bridges a time without it.
    partialize: ({ accounts, me, names }) => ({ accounts, me, names }),
  }),
)

/** Other pages of this browser hold the same cookie: they learn who it is for now. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('anklet.in')

/** Takes over what the server said of who is in. */
export function takeSession({ accounts, atMachine, me, token }: SessionState): void {
  const { names } = useAccess.getState()
  useAccess.setState({
    accounts,
    atMachine,
    me,
    token,
    names: me ? [me.name, ...names.filter((name) => name !== me.name)].slice(0, MOST_NAMES) : names,
  })
  if (accounts) useSession.getState().choosePerson(me?.id ?? null)
}

/** The session is over, or never was. */
export function nobodyIn(): void {
  useAccess.setState({ accounts: true, me: null, token: null })
  useSession.getState().choosePerson(null)
}

/** Tells the other pages of this browser that somebody came or went. */
export const tellPages = (): void => channel?.postMessage('changed')

/** Calls back when another page of this browser let somebody in or out. */
export function hearPages(changed: () => void): void {
  if (channel) channel.onmessage = changed
}
