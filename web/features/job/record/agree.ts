import type { WorkRecord } from '@anklet/contract'
import { askAgreement } from '../../../client/access.ts'
import { sendAgreed } from '../../../client/api.ts'
import { envelope } from '../../../client/envelope.ts'

/** A lead's word on what was done otherwise. */
export type LeadsWord = Extract<WorkRecord['content'], { readonly kind: 'approved' | 'declined' }>

interface Agreeing {
  readonly jobId: string
  readonly leadId: string
  readonly device: string
  readonly atMs: number
}

/**
 * Records a lead's word, given by their own PIN at this tablet. It is the lead's entry, whoever is
 * signed in here.
 * @throws {Refused} or {Unreachable}
 */
export async function giveWord(
  content: LeadsWord,
  secret: string,
  { jobId, leadId, device, atMs }: Agreeing,
): Promise<void> {
  const id = crypto.randomUUID()
  const agreement = await askAgreement(leadId, secret, id)
  const command = envelope(
    'work.record',
    { entryId: crypto.randomUUID(), jobId, content },
    { id, person: leadId, device, baseVersion: null, atMs },
  )
  await sendAgreed(command, agreement)
}
