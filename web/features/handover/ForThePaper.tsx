import { FormSays } from '../../client/form/FormSays.tsx'
import checkProof from 'virtual:check/proof.record'
import { FormLines } from '../../client/form/FormFields.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import type { Job } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { isProved } from '@anklet/core/work/proof'
import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Written } from '../../client/state/handovers.ts'
import { useHandovers } from '../../client/state/handovers.ts'
import { proofHeadline } from '@anklet/language/work/proof'
import { handOver, WRITTEN_AT } from './commands.ts'
import { Button, Tap } from '../../kit/Button.tsx'

const MOST_PHOTOS = 4

function PhotoChoice({
  job,
  chosen,
  onChoose,
}: {
  readonly job: Job
  readonly chosen: readonly string[]
  onChoose(ids: readonly string[]): void
}): ReactNode {
  if (job.photos.length === 0) return null
  return (
    <fieldset>
      <legend className="label">Photos on the paper, {MOST_PHOTOS} at most</legend>
      <div className="flex flex-wrap gap-2">
        {job.photos.map(({ id, caption }) => {
          const on = chosen.includes(id)
          return (
            <Button
              look="bare"
              className={`overflow-hidden rounded-md border-2 ${on ? 'border-ink' : 'border-edge'} disabled:opacity-40`}
              key={id}
              aria-pressed={on}
              disabled={!on && chosen.length >= MOST_PHOTOS}
              onClick={() => onChoose(on ? chosen.filter((each) => each !== id) : [...chosen, id])}
            >
              <img
                src={`/api/photos/${id}/small`}
                loading="lazy"
                decoding="async"
                alt={caption || 'Photo without words'}
                className="h-[64px] w-[84px] object-cover"
              />
            </Button>
          )
        })}
      </div>
    </fieldset>
  )
}

/** Texts of the paper, by the field of the record that holds them. */
const TEXTS = [
  ['watchFor', 'What to watch, one thing a line'],
  ['notDone', 'What was not done, and why'],
  ['conditions', 'Conditions of the parts (warranty), as their maker states them'],
] as const

/** What the technician adds to the owner's paper, and the handover. @param items null: nothing was repaired */
export function ForThePaper({
  job,
  items,
  draft,
}: {
  readonly job: Job
  readonly items: readonly ProofItem[] | null
  readonly draft: Written
}): ReactNode {
  const proved = items !== null && isProved(items)
  const form = useCommandForm({
    command: 'proof.record',
    check: checkProof,
    begin: draft,
    fields: WRITTEN_AT,
    onTyped: (typed) => useHandovers.getState().patch(job.id, typed),
    payloadOf: (typed, id) => handOver(id, job.id, items, typed),
    onDone: () => useHandovers.getState().drop(job.id),
  })
  const { withTorques, photoIds } = form.typed
  return (
    <form aria-label="For the paper" className="no-print grid gap-3" onSubmit={form.onSubmit}>
      <p className="say-small">
        {items ? proofHeadline(items) : 'Nothing was repaired: this paper says what was found.'}{' '}
        {items && !proved && (
          <Link className="underline" to={`/jobs/${job.id}/proof`}>
            Show the rest first
          </Link>
        )}
      </p>
      {TEXTS.map(([field, words]) => (
        <FormLines key={field} form={form} field={field} words={words} rows={2} />
      ))}
      {items && (
        <Tap
          className="w-fit"
          on={withTorques}
          onClick={() => form.set({ withTorques: !withTorques })}
        >
          {withTorques && <Check size={18} strokeWidth={3} aria-hidden />}With the torques
        </Tap>
      )}
      <PhotoChoice
        job={job}
        chosen={photoIds}
        onChoose={(chosen) => form.set({ photoIds: chosen })}
      />
      {!proved && (
        <FormLines
          form={form}
          field="reason"
          rows={2}
          words={items ? 'It goes although not all is shown, because' : 'Why it goes as it is'}
        />
      )}
      <Button look="go" big type="submit" disabled={form.isPending}>
        {proved ? 'Hand it over, proved' : 'Hand it over, not proved'}
      </Button>
      <FormSays form={form} />
    </form>
  )
}
