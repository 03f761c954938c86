import type { ReactNode } from 'react'
import { useState } from 'react'
import { usePeople } from '../../client/queries.ts'
import { Taps } from '../../kit/Taps.tsx'
import { useSession } from '../../client/state/session.ts'
import { Button } from '../../kit/Button.tsx'

/** Begins the work: whether a second hand is there is asked here, once, where some step wants one. */
export function BeginWork({
  asks,
  onBegin,
}: {
  readonly asks: boolean
  onBegin(second: string | undefined): void
}): ReactNode {
  const people = usePeople().data ?? []
  const me = useSession((session) => session.personId)
  const [second, setSecond] = useState<string | null>(null)
  return (
    <div className="grid w-full gap-3">
      {asks && (
        <Taps<string>
          legend="Some steps want a second hand. Who is there?"
          chosen={second ? [second] : []}
          onTap={setSecond}
          options={[
            ...people
              .filter(({ id }) => id !== me)
              .map(({ id, name }) => ({ value: id, words: name })),
            { value: 'alone', words: 'Nobody: I am alone' },
          ]}
        />
      )}
      <Button
        look="go"
        className="w-fit"
        disabled={asks && second === null}
        onClick={() => onBegin(second ?? undefined)}
      >
        Begin the work at the car
      </Button>
    </div>
  )
}
