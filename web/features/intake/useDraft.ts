import type { Job } from '@anklet/contract'
import { canonicalJson } from '@anklet/core/measuring/exchange'
import { useEffect, useState } from 'react'
import { readKept, writeKept } from '../../kit/keptTyped.ts'

/** What is answered and not kept yet, through a reload and a wrong turn. */
interface Begun<Field> {
  readonly draft: Field
  readonly from: { readonly version: number; readonly text: string }
}

/** A field of the job under way, see `useDraft`. */
export type JobDraft<Field> = ReturnType<typeof useDraft<Field>>

/**
 * One field of the job while it is being answered.
 * Others write on the same job meanwhile, and so did the page before this one. Where they left this
 * field alone the draft goes on from their version; where they changed it, the draft shows theirs if
 * it is untouched, and otherwise keeps its own and leaves it to the server to refuse.
 * @param name What it is called, the same after a reload.
 * @param kept The field as it stands on the job.
 * @returns `base`, the version the draft started from; `shown`, the version whose field was last put
 * in; `moved`, whether somebody changed the field under the draft; `take` shows the job's own field;
 * `saved` tells the version the draft was kept as.
 */
export function useDraft<Field>(job: Job, name: string, kept: Field) {
  const [begun] = useState(() => readKept<Begun<Field>>(name))
  const [draft, setDraft] = useState(() => begun?.draft ?? kept)
  const [from, setFrom] = useState(
    () => begun?.from ?? { version: job.version, text: canonicalJson(kept) },
  )
  const [shown, setShown] = useState(job.version)
  const text = canonicalJson(kept)
  const changed = canonicalJson(draft) !== text
  useEffect(() => {
    writeKept(name, changed ? ({ draft, from } satisfies Begun<Field>) : null)
  }, [name, changed, draft, from])
  const take = (): void => {
    setDraft(kept)
    setFrom({ version: job.version, text })
    setShown(job.version)
  }
  const behind = job.version !== from.version
  if (behind && !changed) take()
  else if (behind && text === from.text) setFrom({ version: job.version, text })
  return {
    draft,
    setDraft,
    changed,
    base: from.version,
    shown,
    moved: behind && text !== from.text,
    take,
    saved: (field: Field, version: number | null): void =>
      setFrom({ version: version ?? from.version, text: canonicalJson(field) }),
  }
}
