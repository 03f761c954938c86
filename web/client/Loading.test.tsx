import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import { fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { renderToString } from 'react-dom/server'
import { expect, test, vi } from 'vitest'
import { Unreachable } from './api.ts'
import { Loading } from './Loading.tsx'

function Place({ fetch }: { readonly fetch: () => Promise<string> }): ReactNode {
  const query = useQuery({ queryKey: ['words'], queryFn: fetch, staleTime: Infinity })
  return (
    <Loading query={query} what="the words">
      {(words) => <p>{words}</p>}
    </Loading>
  )
}

const placed = (client: QueryClient, fetch: () => Promise<string>): ReactNode => (
  <QueryClientProvider client={client}>
    <Place fetch={fetch} />
  </QueryClientProvider>
)
const never = (): Promise<string> => new Promise(() => undefined)
const newClient = (): QueryClient =>
  new QueryClient({ defaultOptions: { queries: { retry: false } } })

test('what is fetched is said to be coming, and drawn when it is here', async () => {
  let bring: (words: string) => void = () => undefined
  render(placed(newClient(), () => new Promise((resolve) => (bring = resolve))))
  expect(screen.getByRole('status').textContent).toBe('Fetching the words …')
  bring('Here they are.')
  expect(await screen.findByText('Here they are.')).toBeTruthy()
  expect(screen.queryByRole('status')).toBe(null)
})

test('what is here from the start is drawn at once, and so is what it changes to', async () => {
  const client = newClient()
  client.setQueryData(['words'], 'Known.')
  // The first drawing alone, as it is before anything else is thought of.
  expect(renderToString(placed(client, never))).toBe('<p>Known.</p>')
  render(placed(client, never))
  client.setQueryData(['words'], 'Changed.')
  expect(await screen.findByText('Changed.')).toBeTruthy()
})

test('what does not come says why, and is asked for again by a tap', async () => {
  const fetch = vi.fn(() => Promise.reject<string>(new Unreachable('The server is away.')))
  render(placed(newClient(), fetch))
  expect((await screen.findByRole('alert')).textContent).toContain('The server is away.')
  fetch.mockResolvedValue('Back again.')
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
  expect(await screen.findByText('Back again.')).toBeTruthy()
})
