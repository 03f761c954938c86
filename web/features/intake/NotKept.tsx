import type { ReactNode } from 'react'
import { Refused } from '../../client/api.ts'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

const STILL_HERE = 'The job moved on meanwhile. What you answered stands here still: keep it again.'

/** Why an answer was not kept, and the way to what stands on the job where somebody changed it. */
export function NotKept({
  draft: { moved, take },
  keep: { complaint, error, reset },
}: {
  /** What is answered, and whether it was changed elsewhere meanwhile. */
  readonly draft: { readonly moved: boolean; take(): void }
  /** The command that keeps it. */
  readonly keep: Pick<CommandForm<unknown>, 'complaint' | 'error' | 'reset'>
}): ReactNode {
  if (complaint === '') return null
  // The job has one version for all its fields: a refused version says only that one of them changed.
  const elsewhere = error instanceof Refused && error.code === 'stale' && !moved
  return (
    <Refusal>
      {elsewhere ? STILL_HERE : complaint}{' '}
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
