import { FormSays } from '../../../client/form/FormSays.tsx'
import type { Job } from '@anklet/contract'
import type { SubmitEvent, ReactNode } from 'react'
import { useState } from 'react'
import checkClose from 'virtual:check/job.close'
import { FormField } from '../../../client/form/FormFields.tsx'
import { useCommandForm } from '../../../client/form/useCommandForm.ts'
import { closeJob } from './commands.ts'
import { summaryFacts } from '../model/watchState.ts'
import { Button } from '../../../kit/Button.tsx'

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
  const [asking, setAsking] = useState(false)
  const { found, handedOver } = summaryFacts(job)
  const open = found !== null && !handedOver
  const form = useCommandForm({
    command: 'job.close',
    check: checkClose,
    begin: { reason: '' },
    baseVersion: job.version,
    payloadOf: ({ reason }) => closeJob(job.id, open ? reason : null),
  })
  const submit = (event: SubmitEvent): void => {
    event.preventDefault()
    before(() => form.onSubmit())
  }
  return (
    <form className="no-print grid gap-2" onSubmit={submit}>
      {asking && (
        <FormField
          form={form}
          field="reason"
          label="Why it is closed with its finding open"
          maxLength={500}
          autoComplete="off"
        />
      )}
      <Button
        look={prominent ? 'go' : 'plain'}
        big={prominent}
        type={open && !asking ? 'button' : 'submit'}
        disabled={form.isPending || (asking && form.typed.reason.trim() === '')}
        onClick={open && !asking ? () => setAsking(true) : undefined}
      >
        {words}
      </Button>
      <FormSays form={form} />
    </form>
  )
}
