import type { Page } from './model.ts'
import { sameCorners, tabsOf } from './model.ts'
import checkComplaint from 'virtual:check/job.complaint'
import type { Complaint, Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { CornerGlyph } from '../../kit/CornerGlyph.tsx'
import { Taps, toggled } from '../../kit/Taps.tsx'
import { WantedTaps } from '../../kit/WantedTaps.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { fieldsUnder } from '../../client/form/commandResolver.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { Onward } from '../job/frame/NextFoot.tsx'
import { keepComplaint } from '../job/model/commands.ts'
import { Arrival } from './Arrival.tsx'
import { AskedTaps } from './AskedTaps.tsx'
import { Entries } from './Entries.tsx'
import { NotKept } from './NotKept.tsx'
import type { JobDraft } from './useDraft.ts'
import { useDraft } from './useDraft.ts'
import {
  isComplaint,
  needsNoNight,
  SIGN_WORDS,
  WHEN_WORDS,
} from '@anklet/language/causes/complaint'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Field, TextArea } from '../../kit/Field.tsx'

type Tap = NonNullable<Complaint['denied']>[number]

const options = <Key extends string>(words: Readonly<Record<Key, string>>) =>
  (Object.keys(words) as Key[]).map((value) => ({ value, words: capital(words[value]) }))

function NextWords({ complaint }: { readonly complaint: Complaint }): ReactNode {
  if (!needsNoNight(complaint)) return null
  return (
    <Notice kind="wait">
      {complaint.signs.includes('hiss')
        ? 'A leak that can be heard needs no night: take soap and water to it first, pressurised, in the folds too.'
        : 'A pump that is never heard cannot lift the car: relay, fuse and plug come before any night.'}{' '}
      The watch is for leaks nobody hears. Eye protection on: the air is under pressure.
    </Notice>
  )
}

type Whole = 'front' | 'rear' | 'all'
const WHOLE: readonly {
  readonly value: Whole
  readonly words: string
  readonly corners: readonly Corner[]
}[] = [
  { value: 'front', words: 'Front axle', corners: ['FL', 'FR'] },
  { value: 'rear', words: 'Rear axle', corners: ['RR', 'RL'] },
  { value: 'all', words: 'The whole car', corners: WALK },
]

/** The corners it goes down at. */
function Where({
  complaint,
  closed,
  onChange,
}: {
  readonly complaint: Complaint
  readonly closed: boolean
  onChange(change: Partial<Complaint>): void
}): ReactNode {
  return (
    <div className="flex items-center gap-5">
      <CornerGlyph lit={complaint.where} size={92} />
      <div className="flex flex-wrap gap-x-7 gap-y-3">
        <Taps
          legend="Where it goes down"
          disabled={closed}
          options={WALK.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
          chosen={complaint.where}
          onTap={(corner) => onChange({ where: toggled(complaint.where, corner) })}
        />
        <Taps<Whole>
          legend="or altogether"
          disabled={closed}
          options={WHOLE.map(({ value, words }) => ({ value, words }))}
          chosen={WHOLE.filter(({ corners }) => sameCorners(corners, complaint.where)).map(
            ({ value }) => value,
          )}
          onTap={(whole) =>
            onChange({ where: [...WHOLE.find(({ value }) => value === whole)!.corners] })
          }
        />
      </div>
    </div>
  )
}

function OwnWords({
  closed,
  form: { typed, set, refusals },
}: {
  readonly closed: boolean
  readonly form: Pick<CommandForm<Complaint>, 'typed' | 'set' | 'refusals'>
}): ReactNode {
  return (
    <Field label="In their own words, if that says more" id="own-words" refusal={refusals.words}>
      <TextArea
        rows={2}
        maxLength={500}
        disabled={closed}
        value={typed.words}
        onText={(words) => set({ words })}
      />
    </Field>
  )
}

/** What the customer says, in taps. */
function Complained({ job }: { readonly job: Job }): ReactNode {
  const draft = useDraft(job, 'complaint', job.complaint)
  return <ComplaintForm key={draft.shown} job={job} draft={draft} />
}

function ComplaintForm({
  job,
  draft,
}: {
  readonly job: Job
  readonly draft: JobDraft<Complaint>
}): ReactNode {
  const form = useCommandForm({
    command: 'job.complaint',
    check: checkComplaint,
    begin: draft.draft,
    baseVersion: draft.base,
    fields: fieldsUnder('complaint', draft.draft),
    onTyped: draft.setDraft,
    payloadOf: (typed) => keepComplaint(job.id, typed),
    onDone: (_, { version }) => draft.saved(draft.draft, version),
  })
  const { typed: complaint, set } = form
  const { changed } = draft
  const closed = job.closedAt !== null
  const denied = complaint.denied ?? []
  return (
    <form className="grid gap-5" onSubmit={form.onSubmit}>
      <p className="say-small">What does the customer say?</p>
      <Where complaint={complaint} closed={closed} onChange={set} />
      <AskedTaps<Tap>
        legend="When"
        disabled={closed}
        options={options(WHEN_WORDS)}
        said={complaint.when}
        denied={denied}
        onAnswer={(when, no) => set({ when: when as Complaint['when'], denied: no })}
      />
      <AskedTaps<Tap>
        legend="What else"
        disabled={closed}
        options={options(SIGN_WORDS)}
        said={complaint.signs}
        denied={denied}
        onAnswer={(signs, no) => set({ signs: signs as Complaint['signs'], denied: no })}
      />
      {!closed && (
        <p className="sub">
          A tap: they say so. A second tap: asked, and it is not so. Untapped: not asked, and it
          counts for nothing.
        </p>
      )}
      <WantedTaps
        wanted={complaint.wantedBack}
        disabled={closed}
        onSay={(wantedBack) => set({ wantedBack })}
      />
      <OwnWords closed={closed} form={form} />
      <NextWords complaint={complaint} />
      <NotKept draft={draft} keep={form} />
      <div className="flex flex-wrap gap-3">
        {!closed && (changed || !isComplaint(complaint)) && (
          <Button
            look="go"
            big
            type="submit"
            disabled={!changed || !isComplaint(complaint) || form.isPending}
          >
            Keep what they said
          </Button>
        )}
        {!changed && isComplaint(complaint) && <Onward job={job} present="intake" />}
      </div>
    </form>
  )
}

/** Intake: what the customer says, how the car arrives, and what is kept of it. */
export function Intake({ job }: { readonly job: Job }): ReactNode {
  const [page, setPage] = useState<Page>('said')
  return (
    <div className="grid max-w-[1040px] gap-5">
      <Taps<Page>
        legend={<span className="sr-only">Parts of the intake</span>}
        options={tabsOf(job)}
        chosen={[page]}
        onTap={setPage}
      />
      {page === 'said' && <Complained job={job} />}
      {page === 'seen' && <Arrival job={job} />}
      {page === 'kept' && <Entries job={job} />}
    </div>
  )
}
