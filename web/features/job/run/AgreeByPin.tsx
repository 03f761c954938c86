import type { DoneStep } from '@anklet/core/work/record'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { usePeople } from '../../../client/queries.ts'
import { useSession } from '../../../client/state/session.ts'
import { steadyNow } from '../../../client/state/steadyClock.ts'
import { Button } from '../../../kit/Button.tsx'
import { Field, Input } from '../../../kit/Field.tsx'
import { PinField } from '../../../kit/PinField.tsx'
import { Taps } from '../../../kit/Taps.tsx'
import type { LeadsWord } from '../record/agree.ts'
import { giveWord } from '../record/agree.ts'

/** A lead comes to this tablet, looks at what was done otherwise, and says so with their own PIN. */
export function AgreeByPin({
  done,
  jobId,
}: {
  readonly done: DoneStep
  readonly jobId: string
}): ReactNode {
  const client = useQueryClient()
  const device = useSession((session) => session.device)
  const leads = (usePeople().data ?? []).filter(
    ({ id, role }) => role === 'lead' && id !== done.person,
  )
  const [chosen, setChosen] = useState<string | null>(null)
  const [words, setWords] = useState('')
  const [secret, setSecret] = useState('')
  const leadId = leads.length === 1 ? leads[0]!.id : chosen
  const saying = useMutation({
    mutationFn: ({ kind, by }: { readonly kind: LeadsWord['kind']; readonly by: string }) => {
      const content = { kind, of: done.id, words: words.trim() }
      return giveWord(content, secret, { jobId, leadId: by, device, atMs: steadyNow() })
    },
    onSuccess: () => client.invalidateQueries(),
    onSettled: () => setSecret(''),
  })
  const say = (kind: LeadsWord['kind']) => (): void => {
    if (!saying.isPending && leadId !== null) saying.mutate({ kind, by: leadId })
  }
  if (leads.length === 0)
    return <p className="text-small text-ink-2">Another lead agrees to it; there is none yet.</p>
  const waits = saying.isPending || leadId === null || secret === ''
  return (
    <div className="grid gap-3">
      {leads.length > 1 && (
        <Taps<string>
          legend="Which lead looks at it"
          options={leads.map(({ id, name }) => ({ value: id, words: name }))}
          chosen={leadId === null ? [] : [leadId]}
          onTap={setChosen}
        />
      )}
      <PinField
        label={leads.length === 1 ? `PIN of ${leads[0]!.name}` : 'Their PIN'}
        value={secret}
        refusal={saying.error && sentenceOf(saying.error)}
        onText={setSecret}
        autoComplete="off"
      />
      <Field label="Words, if any">
        <Input maxLength={500} value={words} onText={setWords} />
      </Field>
      <div className="flex flex-wrap gap-2">
        <Button look="go" disabled={waits} onClick={say('approved')}>
          Agree
        </Button>
        <Button disabled={waits} onClick={say('declined')}>
          Once more, as it stands there
        </Button>
      </div>
    </div>
  )
}
