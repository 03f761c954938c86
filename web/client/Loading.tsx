import type { UseQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { sentenceOf } from './api.ts'
import { useArrived } from './slices.ts'
import { Button } from '../kit/Button.tsx'

interface LoadingProps<Data> {
  readonly query: UseQueryResult<Data>
  readonly what: string
  readonly children: (data: Data) => ReactNode
}

/** Shows what a query brought; until then says what is coming, and if it fails, why and what to do. */
export function Loading<Data>({ query, what, children }: LoadingProps<Data>): ReactNode {
  const arrived = useArrived(query.data !== undefined)
  if (query.data !== undefined && arrived) return <>{children(query.data)}</>
  if (query.isError) {
    return (
      <div className="p-6" role="alert">
        <p className="say-small mb-3">{sentenceOf(query.error)}</p>
        <Button onClick={() => void query.refetch()}>Try again</Button>
      </div>
    )
  }
  return (
    <p className="p-6 text-ink-3" role="status">
      Fetching {what} …
    </p>
  )
}
