import type { Job, Repair } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import { Camera } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkNote from 'virtual:check/job.note'
import checkRepair from 'virtual:check/job.repair'
import { Taps, toggled } from '../../kit/Taps.tsx'
import { useTakenPhoto } from '../../client/useTakenPhoto.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { usePersonName } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { PART_WORDS, repairWords } from '@anklet/language/repair/repairs'
import { momentWords } from '@anklet/language/plain/times'
import type { Mended } from './commands.ts'
import { recordRepair, writeNote } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'
import { Field, Input } from '../../kit/Field.tsx'

function Photos({ job }: { readonly job: Job }): ReactNode {
  const { isPending, complaint, take } = useTakenPhoto(job.id)
  const [caption, setCaption] = useState('')
  const nameOf = usePersonName()
  return (
    <section aria-label="Photos" className="grid content-start gap-3">
      <h2>Photos, before anything is taken apart</h2>
      {job.photos.length === 0 && <p className="text-ink-2">None yet.</p>}
      <ul className="grid grid-cols-2 gap-3 sm:grid-cols-3">
        {job.photos.map(({ id, caption: words, at, person }) => (
          <li key={id} className="min-w-0">
            <a href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/photos/${id}/small`}
                decoding="async"
                alt={words || 'Photo without words'}
                className="aspect-[4/3] w-full rounded-md border border-edge object-cover"
                loading="lazy"
              />
            </a>
            <p className="text-small text-ink-2">
              {words && <span className="block text-ink">{words}</span>}
              {momentWords(at, new Date())}, {nameOf(person)}
            </p>
          </li>
        ))}
      </ul>
      {!job.closedAt && (
        <div className="flex flex-wrap items-end gap-2">
          <Field className="min-w-[200px] flex-1" label="What it shows" id="photo-words">
            <Input maxLength={200} value={caption} onText={setCaption} />
          </Field>
          <ChooseFile
            accept="image/*"
            disabled={isPending}
            onChoose={([file]) => void take(file, caption.trim(), () => setCaption(''))}
          >
            <Camera size={18} aria-hidden />
            Add a photo
          </ChooseFile>
        </div>
      )}
      <Refusal>{complaint}</Refusal>
    </section>
  )
}

function Notes({ job }: { readonly job: Job }): ReactNode {
  const form = useCommandForm({
    command: 'job.note',
    check: checkNote,
    begin: { words: '' },
    payloadOf: (typed, id) => writeNote(id, job.id, typed),
    fields: { '/lines': 'words' },
    empties: true,
  })
  const { words } = form.typed
  const nameOf = usePersonName()
  return (
    <section aria-label="Notes" className="grid content-start gap-3">
      <h2>Notes</h2>
      <ul className="grid gap-2">
        {job.notes.map(({ id, title, lines, at, person, from }) => (
          <li key={id} className="sheet px-4 py-2.5">
            {from === 'bench' && <p className="font-semibold">{title}</p>}
            {lines.map((line) => (
              <p key={line}>{line}</p>
            ))}
            <p className="text-small text-ink-2">
              {momentWords(at, new Date())}, {nameOf(person)}
              {from === 'bench' ? ', from the bench' : ''}
            </p>
          </li>
        ))}
      </ul>
      {!job.closedAt && (
        <form onSubmit={form.onSubmit} className="flex flex-wrap items-end gap-2">
          <Field
            className="min-w-[200px] flex-1"
            label="Anything worth remembering"
            id="note-words"
            refusal={form.refusals.words}
          >
            <Input maxLength={400} value={words} onText={(text) => form.set({ words: text })} />
          </Field>
          <Button type="submit" disabled={words.trim() === '' || form.isPending}>
            Keep the note
          </Button>
        </form>
      )}
      <Refusal>{form.complaint}</Refusal>
    </section>
  )
}

const NOTHING_MENDED: Mended = { part: null, corners: [], words: '' }

function Repairs({ job }: { readonly job: Job }): ReactNode {
  const form = useCommandForm({
    command: 'job.repair',
    check: checkRepair,
    begin: NOTHING_MENDED,
    payloadOf: (typed, id) => recordRepair(id, job.id, typed),
    empties: true,
  })
  const { part, corners, words } = form.typed
  return (
    <section aria-label="Mended" className="grid content-start gap-3">
      <h2>Mended or replaced on this job: marked in the car’s history</h2>
      <ul className="grid gap-1.5">
        {job.repairs.map((repair) => (
          <li key={repair.id}>
            {repairWords(repair)}
            <span className="text-small text-ink-2">, {momentWords(repair.at, new Date())}</span>
          </li>
        ))}
      </ul>
      {!job.closedAt && (
        <>
          <Taps<Repair['part']>
            legend="What"
            options={(Object.keys(PART_WORDS) as Repair['part'][]).map((value) => ({
              value,
              words: capital(PART_WORDS[value]),
            }))}
            chosen={part ? [part] : []}
            onTap={(value) => form.set({ part: value })}
          />
          {part && (
            <Taps<Corner>
              legend="Where, if it has a corner"
              options={WALK.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
              chosen={corners}
              onTap={(corner) => form.set({ corners: toggled(corners, corner) })}
            />
          )}
          {part && (
            <div className="flex flex-wrap items-end gap-2">
              <Field
                className="min-w-[200px] flex-1"
                label="Words, if any"
                id="repair-words"
                refusal={form.refusals.words}
              >
                <Input maxLength={300} value={words} onText={(text) => form.set({ words: text })} />
              </Field>
              <Button look="go" disabled={form.isPending} onClick={() => form.onSubmit()}>
                Keep the repair
              </Button>
            </div>
          )}
        </>
      )}
      <Refusal>{form.complaint}</Refusal>
    </section>
  )
}

/** What is photographed, written and mended on a job. */
export function Entries({ job }: { readonly job: Job }): ReactNode {
  return (
    <div className="grid gap-x-10 gap-y-6 xl:grid-cols-2 [&>*]:min-w-0">
      <Photos job={job} />
      <div className="grid content-start gap-6">
        <Notes job={job} />
        <Repairs job={job} />
      </div>
    </div>
  )
}
