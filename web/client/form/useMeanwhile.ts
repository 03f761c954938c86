import { useEffect, useEffectEvent, useState } from 'react'
import type { Clash, Meeting } from './meanwhile.ts'
import { meet, same } from './meanwhile.ts'

/** A choice between what is typed and what somebody else wrote. */
export interface Meanwhile {
  readonly clashes: readonly Clash[]
  keepMine(): void
  takeTheirs(): void
}

/** A record as the fields of a form show it. */
interface Shown<Typed> {
  readonly begin: Typed
  /** Null: there is no such record yet. */
  readonly version: number | null
}

/**
 * What a form is typed against, while others may change the same record. What they change and nobody
 * types at is taken into the fields; where both did, nothing moves until one is chosen.
 * @param record as it is now
 * @param sending How what was sent goes: its own answer moves the record.
 * @param put Puts something into the fields.
 * @returns `origin`, what is typed against; `meanwhile`, the choice where both changed the same, null
 * while there is none; `isMerged`, that what was refused stands against a newer version by now; `note`
 * tells what is sent, `arrived` what became of it; `restart` types against the record as it is.
 */
export function useMeanwhile<Typed extends object>({
  record,
  typed,
  sending: { isPending, isError, reset },
  put,
}: {
  readonly record: Shown<Typed>
  readonly typed: Typed
  readonly sending: { readonly isPending: boolean; readonly isError: boolean; reset(): void }
  put(typed: Partial<Typed>): void
}) {
  const [origin, start] = useState(record)
  // What was sent, and against which version, until it is known what it became.
  const [sent, setSent] = useState<Shown<Typed> | null>(null)
  const isAnswered = !isPending && (isError || sent === null)
  const moved = record.version !== null && record.version !== origin.version && isAnswered
  const meeting: Meeting<Typed> | null = moved ? meet(origin.begin, typed, record.begin) : null
  const clashes = meeting !== null && meeting.clashes.length > 0
  const settles = meeting !== null && !clashes
  const settle = useEffectEvent(() => {
    if (meeting && !same(meeting.mine, typed)) put(meeting.mine)
    start(record)
  })
  useEffect(() => {
    if (settles) settle()
  }, [settles])
  const choose = (chosen: Typed) => (): void => {
    put(chosen)
    start(record)
    reset()
  }
  const meanwhile: Meanwhile | null = clashes
    ? {
        clashes: meeting.clashes,
        keepMine: choose(meeting.mine),
        takeTheirs: choose(meeting.theirs),
      }
    : null
  return {
    origin,
    meanwhile,
    isMerged: sent !== null && sent.version !== origin.version && meeting === null,
    note: (begin: Typed): void => setSent({ begin, version: origin.version }),
    arrived: (begin: Typed, version: number | null): void => {
      setSent(null)
      // A form that makes records makes the next one.
      start({ begin, version: origin.version === null ? null : version })
    },
    restart: (): void => start(record),
  }
}
