import { SHORTEST_SECRET } from '@anklet/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { makeFirst, setPin } from '../../../client/access.ts'
import { sentenceOf } from '../../../client/api.ts'
import { useAccess } from '../../../client/state/access.ts'
import { Button } from '../../../kit/Button.tsx'
import { PinField } from '../../../kit/PinField.tsx'

interface NewPinProps {
  readonly personId: string
  readonly name: string
  /** The shop's first: from then on everybody signs in. */
  readonly first?: boolean
  onDone?(): void
}

/** A new PIN, typed twice. */
export function NewPin({ personId, name, first = false, onDone }: NewPinProps): ReactNode {
  const client = useQueryClient()
  const isOwn = useAccess(({ me }) => me?.id === personId)
  const [own, setOwn] = useState('')
  const [pin, setPinTyped] = useState('')
  const [again, setAgain] = useState('')
  const differs = again !== '' && !pin.startsWith(again)
  const setting = useMutation({
    mutationFn: (): Promise<unknown> =>
      first ? makeFirst(personId, pin, client) : setPin(personId, pin, isOwn ? own : null),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['accounts'] })
      onDone?.()
    },
  })
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    if (!setting.isPending) setting.mutate()
  }
  return (
    <form className="grid gap-3" aria-label={`A PIN for ${name}`} onSubmit={submit}>
      {isOwn && !first && (
        <PinField
          label="Your present PIN"
          value={own}
          onText={setOwn}
          autoComplete="current-password"
        />
      )}
      <PinField
        label={`New PIN or password for ${name}`}
        hint={`At least ${SHORTEST_SECRET} signs of three different ones.`}
        value={pin}
        refusal={setting.error && sentenceOf(setting.error)}
        onText={setPinTyped}
        autoComplete="new-password"
      />
      <PinField
        label="The same again"
        value={again}
        refusal={differs ? 'That is not the same.' : null}
        onText={setAgain}
        autoComplete="new-password"
      />
      <Button
        look="go"
        type="submit"
        disabled={
          setting.isPending || pin === '' || pin !== again || (isOwn && !first && own === '')
        }
      >
        {first ? 'Set it and sign in' : 'Set it'}
      </Button>
    </form>
  )
}
