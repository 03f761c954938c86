import type { Vehicle } from '@anklet/contract'
import { momentWords } from '@anklet/language/plain/times'
import { useMutation } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useIsLead } from '../../client/access.ts'
import { ask } from '../../client/api.ts'
import { useCommand } from '../../client/queries.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import { Button } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Field, Input } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { carFile, saveFile } from '../../kit/saveFile.ts'
import { eraseOwner } from './commands.ts'

function SaveIt({ vehicle }: { readonly vehicle: Vehicle }): ReactNode {
  const saving = useMutation({
    mutationFn: () => ask('/api/vehicles/:id/personal', vehicle.id),
    onSuccess: (personal) =>
      saveFile(
        carFile(vehicle, 'owner.json'),
        'application/json',
        JSON.stringify(personal, null, 2),
      ),
  })
  return (
    <>
      <Button
        className="justify-self-start"
        disabled={saving.isPending}
        onClick={() => saving.mutate()}
      >
        Save it as a file
      </Button>
      <RefusalOf asked={saving} />
    </>
  )
}

function EraseIt({ vehicle }: { readonly vehicle: Vehicle }): ReactNode {
  const erase = useCommand('vehicle.erase')
  const [reason, setReason] = useState('')
  const [sure, setSure] = useState(false)
  return (
    <div className="grid gap-3">
      <Field label="Why it is erased" id="erase-reason">
        <Input maxLength={200} value={reason} onText={setReason} />
      </Field>
      {sure ? (
        <Notice kind="caution" urgent className="grid gap-3">
          <p>
            Plate, VIN, notes, the customer’s words, who agreed, and every photo of this car go for
            good, here and in the journal. Readings, findings and work stay. Backups made before
            still hold it until they are dropped.
          </p>
          <div className="flex flex-wrap gap-2">
            <Button
              look="go"
              disabled={erase.isPending}
              onClick={() => erase.submit(eraseOwner(vehicle, reason))}
            >
              Erase it for good
            </Button>
            <Button onClick={() => setSure(false)}>Leave it</Button>
          </div>
        </Notice>
      ) : (
        <Button
          className="justify-self-start"
          disabled={reason.trim() === ''}
          onClick={() => setSure(true)}
        >
          Erase it
        </Button>
      )}
      <RefusalOf asked={erase} />
    </div>
  )
}

/** What is on record of a car's owner: given to them, or erased. For leads. */
export function OwnerData({ vehicle }: { readonly vehicle: Vehicle }): ReactNode {
  const isLead = useIsLead()
  if (!isLead) return null
  const { erasedAt } = vehicle
  return (
    <Disclosure summary="The owner’s data">
      <div className="grid max-w-[640px] gap-4 pb-2">
        {typeof erasedAt === 'string' ? (
          <p className="text-ink-2">
            What told whose this car is was erased {momentWords(erasedAt, new Date())}.
          </p>
        ) : (
          <>
            <SaveIt vehicle={vehicle} />
            <EraseIt vehicle={vehicle} />
          </>
        )}
      </div>
    </Disclosure>
  )
}
