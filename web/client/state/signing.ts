import { create } from 'zustand'
import { useSession } from './session.ts'

/** Nobody said who works here: without a name nothing is written. */
export class Unsigned extends Error {
  readonly sentence =
    'Nothing is written yet: it needs the name of whoever works here. What you entered stands.'
}

interface Signing {
  /** Whether somebody is being asked who works here. */
  readonly asking: boolean
  /** Asks who works here. */
  ask(): void
  /** Ends the asking: with a name in the session, or without. */
  close(): void
}

interface Waiting {
  signed(personId: string): void
  unsigned(reason: Unsigned): void
}

let waiting: readonly Waiting[] = []

/** Whether the page asks who works here: at the first thing that is written, or when it is tapped. */
export const useSigning = create<Signing>()((set) => ({
  asking: false,
  ask: () => set({ asking: true }),
  close: () => {
    set({ asking: false })
    const asked = waiting
    waiting = []
    const { personId } = useSession.getState()
    for (const { signed, unsigned } of asked)
      if (personId === null) unsigned(new Unsigned())
      else signed(personId)
  },
}))

/**
 * Who signs what is written now; asked for where nobody said it yet.
 * @throws Unsigned where the asking was closed without a name.
 */
export function signer(): Promise<string> {
  const { personId } = useSession.getState()
  if (personId !== null) return Promise.resolve(personId)
  return new Promise((signed, unsigned) => {
    waiting = [...waiting, { signed, unsigned }]
    useSigning.getState().ask()
  })
}
