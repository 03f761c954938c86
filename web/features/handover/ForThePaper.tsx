import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { isProved } from '@anklet/core/work/proof'
import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useCommand } from '../../client/queries.ts'
import type { Written } from '../../client/state/handovers.ts'
import { useHandovers } from '../../client/state/handovers.ts'
import { proofHeadline } from '@anklet/language/work/proof'
import { handOver } from './commands.ts'
import { Button, Tap } from '../../kit/Button.tsx'
import { Field, TextArea } from '../../kit/Field.tsx'

const MOST_PHOTOS = 4

function Area({
  id,
  label,
  value,
  onType,
}: {
  readonly id: string
  readonly label: string
  readonly value: string
  onType(words: string): void
}): ReactNode {
  return (
    <Field id={id} label={label}>
      <TextArea className="h-auto py-2" rows={2} maxLength={2000} value={value} onText={onType} />
    </Field>
  )
}

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

function Texts({
  draft,
  onChange,
}: {
  readonly draft: Written
  onChange(next: Partial<Written>): void
}): ReactNode {
  return (
    <>
      <Area
        id="watch-for"
        label="What to watch, one thing a line"
        value={draft.watchFor}
        onType={(watchFor) => onChange({ watchFor })}
      />
      <Area
        id="not-done"
        label="What was not done, and why"
        value={draft.notDone}
        onType={(notDone) => onChange({ notDone })}
      />
      <Area
        id="conditions"
        label="Conditions of the parts (warranty), as their maker states them"
        value={draft.conditions}
        onType={(conditions) => onChange({ conditions })}
      />
    </>
  )
}

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
  const record = useCommand('proof.record')
  const proved = items !== null && isProved(items)
  const change = (next: Partial<Written>): void =>
    useHandovers.getState().patch(job.id, { ...draft, ...next })
  const hand = (): void =>
    record.submit(handOver(job.id, items, draft), () => useHandovers.getState().drop(job.id))
  return (
    <section aria-label="For the paper" className="no-print grid gap-3">
      <p className="say-small">
        {items ? proofHeadline(items) : 'Nothing was repaired: this paper says what was found.'}{' '}
        {items && !proved && (
          <Link className="underline" to={`/jobs/${job.id}/proof`}>
            Show the rest first
          </Link>
        )}
      </p>
      <Texts draft={draft} onChange={change} />
      {items && (
        <Tap
          className="w-fit"
          on={draft.withTorques}
          onClick={() => change({ withTorques: !draft.withTorques })}
        >
          {draft.withTorques && <Check size={18} strokeWidth={3} aria-hidden />}With the torques
        </Tap>
      )}
      <PhotoChoice
        job={job}
        chosen={draft.photoIds}
        onChoose={(photoIds) => change({ photoIds })}
      />
      {!proved && (
        <Area
          id="reason"
          label={items ? 'It goes although not all is shown, because' : 'Why it goes as it is'}
          value={draft.reason}
          onType={(reason) => change({ reason })}
        />
      )}
      <Button look="go" big disabled={record.isPending} onClick={hand}>
        {proved ? 'Hand it over, proved' : 'Hand it over, not proved'}
      </Button>
      <RefusalOf asked={record} />
    </section>
  )
}
