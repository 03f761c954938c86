import './app.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { Unreachable } from './data/api.ts'
import { runOutbox } from './data/outbox.ts'
import { router } from './router.tsx'
import { loadDrafts } from './state/drafts.ts'
import { followTheme } from './state/session.ts'

const client = new QueryClient({
  defaultOptions: { queries: { staleTime: 5_000, retry: (count, error) => error instanceof Unreachable && count < 2, networkMode: 'always' }, mutations: { networkMode: 'always' } },
})

followTheme()
void loadDrafts().then(() => runOutbox(client))

createRoot(document.getElementById('root')!).render(
  <QueryClientProvider client={client}>
    <RouterProvider router={router} />
  </QueryClientProvider>,
)
