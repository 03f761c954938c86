import { Refused, send } from '../api.ts'
import { useDrafts } from '../state/drafts.ts'
import type { Tray } from './outbox.ts'

/** Finished rounds, each a lane of its own; what the server refuses comes back to be corrected. */
export const finishedRounds: Tray = {
  lanes: () =>
    Object.values(useDrafts.getState().byKey).flatMap(({ key, sealed }) => (sealed ? [key] : [])),
  deliver: async (key, client) => {
    const { byKey, patch, drop } = useDrafts.getState()
    const command = byKey[key]?.sealed
    if (!command) return
    try {
      await send(command)
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      return patch(key, { sealed: null, refusal: error.sentence })
    }
    // The page must have the saved round before the one in progress goes, or it would offer to walk
    // it again.
    await client.invalidateQueries()
    drop(key)
  },
  subscribe: (changed) => void useDrafts.subscribe(changed),
}
