import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { RouterProvider } from 'react-router'
import { SignedOut, Unreachable } from '../client/api.ts'
import { followSession } from '../client/access.ts'
import { followChanges } from '../client/changes.ts'
import { runOutbox } from '../client/outbox/outbox.ts'
import { finishedRounds } from '../client/outbox/rounds.ts'
import { doneWork } from '../client/outbox/work.ts'
import { fetchPlacesIdly, router } from './router.tsx'
import { keepForAbsence } from '../client/state/connection.ts'
import { loadDrafts } from '../client/state/drafts.ts'
import { loadWorkQueue } from '../client/state/workQueue.ts'

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) =>
        error instanceof Unreachable && !(error instanceof SignedOut) && count < 2,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
})

keepForAbsence(() => void client.invalidateQueries())
void followSession(client)
followChanges(client)
void loadDrafts().then(() => runOutbox(finishedRounds, client))
void loadWorkQueue().then(() => runOutbox(doneWork, client))
// After the first load has settled: on a slow line the floor comes first.
setTimeout(fetchPlacesIdly, 2_000)

/** The whole interface. */
export function App(): ReactNode {
  return (
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  )
}
