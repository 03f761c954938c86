import type { ReactNode } from 'react'
import { useState } from 'react'
import type { Draft } from '../../../client/state/drafts.ts'
import { Button } from '../../../kit/Button.tsx'

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
  if (count === 0) return <Button onClick={onThrow}>Leave it</Button>
  const words = count === 1 ? '1 reading' : `${count} readings`
  return sure ? (
    <>
      <Button className="wrong" onClick={onThrow}>
        Yes, throw {words} away
      </Button>
      <Button onClick={() => setSure(false)}>Keep them</Button>
    </>
  ) : (
    <Button onClick={() => setSure(true)}>Throw this round away</Button>
  )
}
