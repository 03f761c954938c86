import { RefusalOf } from '../../client/RefusalOf.tsx'
import { ROLE_WORDS } from '@anklet/language/shop/people'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import checkPerson from 'virtual:check/person.add'
import { Sheet } from '../../kit/Sheet.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { usePeople } from '../../client/queries.ts'
import { signOut } from '../../client/access.ts'
import { useAccess } from '../../client/state/access.ts'
import { useSession } from '../../client/state/session.ts'
import { addPerson } from './commands.ts'
import { Button, Tap } from '../../kit/Button.tsx'
import { Field, Input } from '../../kit/Field.tsx'
import { SignInForm } from './access/SignInForm.tsx'

/** Adds a person by name. */
export function AddPerson({ onAdded }: { onAdded(personId: string): void }): ReactNode {
  const signer = useSession((session) => session.personId)
  const form = useCommandForm({
    command: 'person.add',
    check: checkPerson,
    begin: { name: '' },
    // The first person in an empty shop signs their own entry.
    person: (id) => signer ?? id,
    payloadOf: (typed, id) => addPerson(id, typed),
    empties: true,
    onDone: onAdded,
  })
  const { name } = form.typed
  return (
    <form onSubmit={form.onSubmit}>
      <Field
        label="Add a name"
        refusal={form.refusals.name ?? form.complaint}
        beside={
          <Button look="go" type="submit" disabled={name.trim() === '' || form.isPending}>
            Add
          </Button>
        }
      >
        <Input
          maxLength={60}
          autoComplete="off"
          value={name}
          onText={(text) => form.set({ name: text })}
        />
      </Field>
    </form>
  )
}

/** Names to tap, where nobody has a PIN. */
function ByName({ onClose }: { onClose(): void }): ReactNode {
  const people = usePeople()
  const { personId, choosePerson } = useSession()
  const choose = (id: string): void => {
    choosePerson(id)
    onClose()
  }
  return (
    <>
      <p className="mb-3 text-ink-2">What is written down is signed with a name.</p>
      <div className="mb-4 flex flex-wrap gap-2">
        {people.data?.map(({ id, name }) => (
          <Tap key={id} on={id === personId} onClick={() => choose(id)}>
            {name}
          </Tap>
        ))}
      </div>
      <RefusalOf asked={people} className="mb-3" />
      <AddPerson onAdded={choose} />
    </>
  )
}

/** Another person comes to this tablet, or whoever is in leaves it. */
function BySignIn({ onClose }: { onClose(): void }): ReactNode {
  const client = useQueryClient()
  const me = useAccess((access) => access.me)
  const leaving = useMutation({ mutationFn: () => signOut(client), onSuccess: onClose })
  return (
    <div className="grid gap-4">
      {me && (
        <div className="flex flex-wrap items-center justify-between gap-3">
          <p>
            <b className="font-semibold">{me.name}</b>, {ROLE_WORDS[me.role].toLowerCase()}
          </p>
          <Button disabled={leaving.isPending} onClick={() => leaving.mutate()}>
            Sign out
          </Button>
        </div>
      )}
      <RefusalOf asked={leaving} />
      <SignInForm onDone={onClose} />
    </div>
  )
}

/** Asks who works on this device: every record says who. */
export function People({ open, onClose }: { readonly open: boolean; onClose(): void }): ReactNode {
  const people = usePeople()
  const accounts = useAccess((access) => access.accounts)
  return (
    <Sheet
      title="Who is working here?"
      open={open && (accounts || !people.isPending)}
      onClose={onClose}
    >
      {accounts ? <BySignIn onClose={onClose} /> : <ByName onClose={onClose} />}
    </Sheet>
  )
}
