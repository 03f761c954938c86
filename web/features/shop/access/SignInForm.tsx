import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { signIn } from '../../../client/access.ts'
import { sentenceOf } from '../../../client/api.ts'
import { useAccess } from '../../../client/state/access.ts'
import { Button, Tap } from '../../../kit/Button.tsx'
import { Field, Input } from '../../../kit/Field.tsx'
import { PinField } from '../../../kit/PinField.tsx'

/** Name and PIN of whoever comes to this device. */
export function SignInForm({
  first,
  onDone,
}: {
  /** Whose name is chosen to begin with; left out: nobody's. */
  readonly first?: string | undefined
  onDone?(): void
}): ReactNode {
  const client = useQueryClient()
  const { names: known, me } = useAccess()
  const names = known.filter((each) => each !== me?.name)
  const [name, setName] = useState(first ?? '')
  const [other, setOther] = useState(names.length === 0)
  const [secret, setSecret] = useState('')
  const entering = useMutation({
    mutationFn: () => signIn(name, secret, client),
    onSuccess: () => onDone?.(),
    onError: () => setSecret(''),
  })
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    if (!entering.isPending) entering.mutate()
  }
  const choose = (chosen: string): void => {
    setName(chosen)
    setOther(false)
    entering.reset()
  }
  return (
    <form className="grid gap-4" onSubmit={submit}>
      {names.length > 0 && (
        <fieldset>
          <legend className="label">{me ? 'Somebody else comes here' : 'Who'}</legend>
          <div className="flex flex-wrap gap-2">
            {names.map((each) => (
              <Tap key={each} on={!other && each === name} onClick={() => choose(each)}>
                {each}
              </Tap>
            ))}
            <Tap
              on={other}
              onClick={() => {
                setOther(true)
                setName('')
              }}
            >
              {me ? 'Another name' : 'Somebody else'}
            </Tap>
          </div>
        </fieldset>
      )}
      {other && (
        <Field label="Name">
          <Input
            maxLength={60}
            autoComplete="username"
            autoCapitalize="words"
            value={name}
            onText={setName}
          />
        </Field>
      )}
      <PinField
        key={name}
        label="PIN or password"
        value={secret}
        refusal={entering.error && sentenceOf(entering.error)}
        onText={setSecret}
        autoComplete="current-password"
        {...(name !== '' && !other ? { autoFocus: true } : {})}
      />
      <Button
        look="go"
        big
        type="submit"
        disabled={entering.isPending || name.trim() === '' || secret.trim() === ''}
      >
        {entering.isPending ? 'Looking …' : 'Sign in'}
      </Button>
    </form>
  )
}
