import { useQueryClient } from '@tanstack/react-query'
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
  onDone(): void
}

/** A new PIN, typed twice. */
export function NewPin({ personId, name, first = false, onDone }: NewPinProps): ReactNode {
  const client = useQueryClient()
  const isOwn = useAccess(({ me }) => me?.id === personId)
  const [own, setOwn] = useState('')
  const [pin, setPinTyped] = useState('')
  const [again, setAgain] = useState('')
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const differs = again !== '' && !pin.startsWith(again)
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault()
    if (busy) return
    setBusy(true)
    try {
      if (first) await makeFirst(personId, pin, client)
      else await setPin(personId, pin, isOwn ? own : null)
      await client.invalidateQueries({ queryKey: ['accounts'] })
      onDone()
    } catch (error) {
      setWrong(sentenceOf(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <form
      className="grid gap-3"
      aria-label={`A PIN for ${name}`}
      onSubmit={(event) => void submit(event)}
    >
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
        hint="At least 6 signs of three different ones."
        value={pin}
        refusal={wrong}
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
        disabled={busy || pin === '' || pin !== again || (isOwn && !first && own === '')}
      >
        {first ? 'Set it and sign in' : 'Set it'}
      </Button>
    </form>
  )
}
