import type { Account, Person, Role } from '@anklet/contract'
import { ROLES } from '@anklet/contract'
import { momentWords } from '@anklet/language/plain/times'
import { ROLE_MEANS, ROLE_WORDS } from '@anklet/language/shop/people'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { dropPin, useAccounts, useIsLead } from '../../../client/access.ts'
import { Loading } from '../../../client/Loading.tsx'
import { useCommand, usePeople } from '../../../client/queries.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import { useAccess } from '../../../client/state/access.ts'
import { Button, ButtonLink, Tap } from '../../../kit/Button.tsx'
import { Field, Select } from '../../../kit/Field.tsx'
import { Notice } from '../../../kit/Notice.tsx'
import { PageHead } from '../../../kit/PageHead.tsx'
import { giveRole } from '../commands.ts'
import { AddPerson } from '../People.tsx'
import { NewPin } from './NewPin.tsx'

/** The first PIN of a shop, which makes its holder the lead. */
function FirstPin({ people }: { readonly people: readonly Person[] }): ReactNode {
  const atMachine = useAccess((access) => access.atMachine)
  const [chosen, setChosen] = useState<string | null>(null)
  const person = people.find(({ id }) => id === chosen)
  return (
    <section aria-label="The first PIN" className="grid gap-4">
      <p>
        Nobody has a PIN, so whoever opens Anklet on this machine signs with any name, and no other
        tablet gets in. Give the lead a PIN, and from then on everybody signs in.
      </p>
      {!atMachine && <p>The first PIN is given at the computer that Anklet runs on.</p>}
      {atMachine && people.length > 0 && (
        <>
          <fieldset>
            <legend className="label">Who is the lead</legend>
            <div className="flex flex-wrap gap-2">
              {people.map(({ id, name }) => (
                <Tap key={id} on={id === chosen} onClick={() => setChosen(id)}>
                  {name}
                </Tap>
              ))}
            </div>
          </fieldset>
          {person && <NewPin key={person.id} personId={person.id} name={person.name} first />}
        </>
      )}
    </section>
  )
}

function stateWords(account: Account | undefined): string {
  if (!account) return 'No PIN: cannot sign in'
  const { devices, setAt } = account
  const where =
    devices === 0
      ? 'not signed in'
      : devices === 1
        ? 'in on one tablet'
        : `in on ${devices} tablets`
  return `PIN set ${momentWords(setAt, new Date())}, ${where}`
}

interface RowProps {
  readonly person: Person
  readonly account: Account | undefined
}

/** Somebody who works here: what they do, and their PIN. */
function PersonRow({ person: { id, name, role = 'technician' }, account }: RowProps): ReactNode {
  const client = useQueryClient()
  const change = useCommand('person.role')
  const isLead = useIsLead()
  const isMe = useAccess(({ me }) => me?.id === id)
  const [setting, setSetting] = useState(false)
  const dropping = useMutation({
    mutationFn: () => dropPin(id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['accounts'] }),
  })
  return (
    <li className="sheet grid gap-2 px-4 py-3">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <span>
          <b className="font-semibold">{name}</b>
          {isLead && <span className="block text-small text-ink-2">{stateWords(account)}</span>}
        </span>
        {isLead ? (
          <Field label={`What ${name} does here`} quiet>
            <Select
              className="w-auto"
              value={role}
              disabled={change.isPending}
              onChange={({ target }) => change.submit(giveRole(id, target.value as Role))}
            >
              {ROLES.map((each) => (
                <option key={each} value={each}>
                  {ROLE_WORDS[each]}
                </option>
              ))}
            </Select>
          </Field>
        ) : (
          <span className="text-ink-2">{ROLE_WORDS[role]}</span>
        )}
      </div>
      {account && account.waitsUntil !== null && (
        <Notice kind="wait">Too many wrong tries from somewhere: there it waits a while.</Notice>
      )}
      {(isLead || isMe) && (
        <div className="flex flex-wrap gap-2">
          <Button aria-expanded={setting} onClick={() => setSetting(!setting)}>
            {account || isMe ? 'New PIN' : 'Give a PIN'}
          </Button>
          {isLead && account && !isMe && (
            <Button disabled={dropping.isPending} onClick={() => dropping.mutate()}>
              Take the PIN away
            </Button>
          )}
        </div>
      )}
      {setting && <NewPin personId={id} name={name} onDone={() => setSetting(false)} />}
      <RefusalOf asked={change} />
      <RefusalOf asked={dropping} />
    </li>
  )
}

function SignedIn({ people }: { readonly people: readonly Person[] }): ReactNode {
  const isLead = useIsLead()
  const accounts = useAccounts(isLead).data
  return (
    <>
      <ul className="grid gap-2">
        {people.map((person) => (
          <PersonRow
            key={person.id}
            person={person}
            account={accounts?.find(({ personId }) => personId === person.id)}
          />
        ))}
      </ul>
      {isLead && (
        <>
          <AddPerson onAdded={() => undefined} />
          <dl className="grid gap-1 text-small text-ink-2">
            {ROLES.map((role) => (
              <div key={role} className="flex gap-2">
                <dt className="w-24 shrink-0 font-medium">{ROLE_WORDS[role]}</dt>
                <dd>{ROLE_MEANS[role]}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
    </>
  )
}

/** Who works here, what each does, and who may sign in. */
export function PeoplePage(): ReactNode {
  const accounts = useAccess((access) => access.accounts)
  const isLead = useIsLead()
  return (
    <div className="mx-auto grid max-w-[720px] gap-6 px-4 py-6">
      <PageHead
        title="People who sign in"
        tools={isLead && accounts && <ButtonLink to="/shop/audit">Who did what</ButtonLink>}
      />
      <Loading query={usePeople()} what="people">
        {(people) =>
          accounts ? (
            <SignedIn people={people} />
          ) : (
            <>
              <FirstPin people={people} />
              {people.length === 0 && <AddPerson onAdded={() => undefined} />}
            </>
          )
        }
      </Loading>
    </div>
  )
}
