import type { ReactNode } from 'react'
import { Refused, sentenceOf } from '../../client/api.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

const STILL_HERE = 'The job moved on meanwhile. What you answered stands here still: keep it again.'

/** Why an answer was not kept, and the way to what stands on the job where somebody changed it. */
export function NotKept({
  form: { moved, take },
  keep: { error, reset },
}: {
  /** What is typed, and whether it was changed elsewhere meanwhile. */
  readonly form: { readonly moved: boolean; take(): void }
  /** The command that keeps it. */
  readonly keep: { readonly error: Error | null; reset(): void }
}): ReactNode {
  if (error === null) return null
  // The job has one version for all its fields: a refused version says only that one of them changed.
  const elsewhere = error instanceof Refused && error.code === 'stale' && !moved
  return (
    <Refusal>
      {elsewhere ? STILL_HERE : sentenceOf(error)}{' '}
      {moved && (
        <Button
          look="quiet"
          onClick={() => {
            take()
            reset()
          }}
        >
          Show what is on the job now
        </Button>
      )}
    </Refusal>
  )
}
