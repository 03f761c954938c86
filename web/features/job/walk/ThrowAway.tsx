import type { ReactNode } from 'react'
import { useState } from 'react'
import type { Draft } from '../../../client/state/drafts.ts'

/** Throws a round in progress away; with readings in it, only at the second tap. */
export function ThrowAway({
  draft,
  onThrow,
}: {
  readonly draft: Draft
  onThrow(): void
}): ReactNode {
  const [sure, setSure] = useState(false)
  const count = draft.readings.length
  if (count === 0)
    return (
      <button type="button" className="btn" onClick={onThrow}>
        Leave it
      </button>
    )
  const words = count === 1 ? '1 reading' : `${count} readings`
  return sure ? (
    <>
      <button type="button" className="btn wrong" onClick={onThrow}>
        Yes, throw {words} away
      </button>
      <button type="button" className="btn" onClick={() => setSure(false)}>
        Keep them
      </button>
    </>
  ) : (
    <button type="button" className="btn" onClick={() => setSure(true)}>
      Throw this round away
    </button>
  )
}
