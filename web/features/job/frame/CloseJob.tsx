import type { Job } from '@anklet/contract'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import { closeJob } from './commands.ts'
import { summaryFacts } from '../model/watchState.ts'
import { Refusal } from '../../../kit/Notice.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

interface CloseProps {
  readonly job: Job
  readonly words?: string
  /** Nothing else is more to the point here. */
  readonly prominent?: boolean
  /** What is told first. */
  before?(then: () => void): void
}

/** Closes a job. With its finding open it asks why, and the reason stands on the record. */
export function CloseJob({
  job,
  words = 'Close the job',
  prominent = false,
  before = (then) => then(),
}: CloseProps): ReactNode {
  const close = useCommand('job.close')
  const [reason, setReason] = useState<string | null>(null)
  const { found, handedOver } = summaryFacts(job)
  const open = found && !handedOver
  const send = (): void => before(() => close.submit(closeJob(job, open ? (reason ?? '') : null)))
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    send()
  }
  return (
    <form className="no-print grid gap-2" onSubmit={submit}>
      {reason !== null && (
        <Field label="Why it is closed with its finding open">
          <Input
            maxLength={500}
            autoComplete="off"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Field>
      )}
      <Button
        look={prominent ? 'go' : 'plain'}
        big={prominent}
        type={open && reason === null ? 'button' : 'submit'}
        disabled={close.isPending || (reason !== null && reason.trim() === '')}
        onClick={open && reason === null ? () => setReason('') : undefined}
      >
        {words}
      </Button>
      {close.isError && <Refusal>{sentenceOf(close.error)}</Refusal>}
    </form>
  )
}
