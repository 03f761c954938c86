import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { Sheet } from '../../kit/Sheet.tsx'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, usePeople } from '../../client/queries.ts'
import { useSession } from '../../client/state/session.ts'
import { Button, Tap } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

/** Adds a person by name. */
export function AddPerson({ onAdded }: { onAdded(personId: string): void }): ReactNode {
  const [name, setName] = useState('')
  const [id, setId] = useState(() => crypto.randomUUID())
  const add = useCommand('person.add')
  const signer = useSession((session) => session.personId)
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    if (name.trim() === '') return
    // The first person in an empty shop signs their own entry.
    add.submit({ payload: { personId: id, name: name.trim() }, person: signer ?? id }, () => {
      onAdded(id)
      setName('')
      setId(crypto.randomUUID())
    })
  }
  return (
    <form onSubmit={submit}>
      <Field
        label="Add a name"
        beside={
          <Button look="go" type="submit" disabled={name.trim() === '' || add.isPending}>
            Add
          </Button>
        }
      >
        <Input
          maxLength={60}
          autoComplete="off"
          value={name}
          onChange={(event) => setName(event.target.value)}
          aria-invalid={add.isError}
        />
      </Field>
      {add.isError && <Refusal className="mt-2">{sentenceOf(add.error)}</Refusal>}
    </form>
  )
}

/** Asks who works on this device: every record says who. */
export function People({ open, onClose }: { readonly open: boolean; onClose(): void }): ReactNode {
  const people = usePeople()
  const { personId, choosePerson } = useSession()
  const choose = (id: string): void => {
    choosePerson(id)
    onClose()
  }
  return (
    <Sheet
      title="Who is working here?"
      open={open && !people.isPending}
      onClose={() => {
        if (personId !== null) onClose()
      }}
    >
      <p className="mb-3 text-ink-2">Every reading is signed with a name.</p>
      <div className="mb-4 flex flex-wrap gap-2">
        {people.data?.map(({ id, name }) => (
          <Tap key={id} on={id === personId} onClick={() => choose(id)}>
            {name}
          </Tap>
        ))}
      </div>
      {people.isError && <Refusal className="mb-3">{sentenceOf(people.error)}</Refusal>}
      <AddPerson onAdded={choose} />
    </Sheet>
  )
}
