import type { QueryClient } from '@tanstack/react-query'
import { useDrafts } from './state/drafts.ts'
import { Refused, send } from './api.ts'

const RETRY_MS = 2500
const sending = new Set<string>()

async function deliver(key: string, client: QueryClient): Promise<void> {
  const { byKey, patch, drop } = useDrafts.getState()
  const command = byKey[key]?.sealed
  if (!command || sending.has(key)) return
  sending.add(key)
  try {
    await send(command)
    // The page must have the saved round before the one in progress goes, or it would offer to walk it again.
    await client.invalidateQueries()
    drop(key)
  } catch (error) {
    if (error instanceof Refused) patch(key, { sealed: null, refusal: error.sentence })
    else setTimeout(() => void deliver(key, client), RETRY_MS)
  } finally {
    sending.delete(key)
  }
}

/** Sends every finished round until the server has it; what it refuses comes back to be corrected. */
export function runOutbox(client: QueryClient): void {
  const all = (): void => {
    for (const key of Object.keys(useDrafts.getState().byKey)) void deliver(key, client)
  }
  useDrafts.subscribe(all)
  window.addEventListener('online', all)
  all()
}
