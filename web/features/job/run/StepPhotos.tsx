import { photosBefore } from './model.ts'
import type { Job } from '@anklet/contract'
import type { Run } from '@anklet/core/work/record'
import type { PlanStep } from '@anklet/core/work/procedure'
import { Camera } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { envelope } from '../../../client/envelope.ts'
import { shrinkFaultWords, shrinkPicture } from '../../../client/workers/shrinkPicture.ts'
import { sentenceOf } from '../../../client/api.ts'
import { useSession } from '../../../client/state/session.ts'
import { signer } from '../../../client/state/signing.ts'
import { steadyNow } from '../../../client/state/steadyClock.ts'
import { useWorkQueue } from '../../../client/state/workQueue.ts'
import { stepWords } from '@anklet/language/work/plan'
import { Refusal } from '../../../kit/Notice.tsx'
import { ChooseFile } from '../../../kit/ChooseFile.tsx'

/** A photo of a step; a tap shows it whole once the server has it. */
export function StepPhoto({
  id,
  words,
  wide = false,
}: {
  readonly id: string
  readonly words: string
  readonly wide?: boolean
}): ReactNode {
  const here = useWorkQueue(
    (queue) =>
      queue.items.find(
        ({ command }) => command.type === 'photo.add' && command.payload.photoId === id,
      )?.command,
  )
  // Its small picture until then: the whole one as an address of a megabyte would hold up the page.
  const waiting =
    here?.type === 'photo.add'
      ? `data:image/jpeg;base64,${here.payload.small ?? here.payload.picture}`
      : null
  const picture = (
    <img
      src={waiting ?? `/api/photos/${id}${wide ? '' : '/small'}`}
      alt={words}
      loading="lazy"
      decoding="async"
      className="aspect-[4/3] w-full rounded-md border border-edge bg-edge-2 object-cover"
    />
  )
  return waiting === null ? (
    <a href={`/api/photos/${id}`} target="_blank" rel="noreferrer" className="block">
      {picture}
    </a>
  ) : (
    picture
  )
}

interface StepPhotosProps {
  readonly job: Job
  readonly step: PlanStep
  readonly run: Run
  readonly photoIds: readonly string[]
  readonly needed: boolean
  onTaken(id: string): void
}

/** How it looked when it was taken apart, beside how it looks now. */
function BeforeAndNow({
  before,
  photoIds,
  words,
}: {
  readonly before: readonly { readonly id: string; readonly words: string }[]
  readonly photoIds: readonly string[]
  readonly words: string
}): ReactNode {
  return (
    <ul
      className="grid grid-cols-2 gap-3 sm:grid-cols-3"
      aria-label={before.length > 0 ? 'Photos, before and now' : 'Photos'}
    >
      {before.map(({ id, words: of }) => (
        <li key={id} className="min-w-0">
          <StepPhoto id={id} words={of} wide={before.length === 1} />
          <p className="truncate text-note text-ink-2">before</p>
        </li>
      ))}
      {photoIds.map((id) => (
        <li key={id} className="min-w-0">
          <StepPhoto id={id} words={words} wide={before.length === 1} />
          <p className="text-note text-ink-2">now</p>
        </li>
      ))}
    </ul>
  )
}

/** Photos of a step, by camera or file, and those from before beside them. */
export function StepPhotos({
  job,
  step,
  run,
  photoIds,
  needed,
  onTaken,
}: StepPhotosProps): ReactNode {
  const { device } = useSession()
  const [busy, setBusy] = useState(false)
  const [complaint, setComplaint] = useState<string | null>(null)
  const before = photosBefore(run, step)
  const words = stepWords(step.words, step.place)
  const take = async (files: readonly File[]): Promise<void> => {
    setComplaint(null)
    const person = await signer().catch((unsigned: unknown) => {
      setComplaint(sentenceOf(unsigned))
      return null
    })
    if (person === null) return
    setBusy(true)
    for (const file of files) {
      const shrunk = await shrinkPicture(file)
      if (!shrunk.ok) {
        setComplaint(shrinkFaultWords(file.name, shrunk.fault))
        continue
      }
      const photoId = crypto.randomUUID()
      useWorkQueue.getState().add(
        job.id,
        envelope(
          'photo.add',
          {
            photoId,
            jobId: job.id,
            caption: words.slice(0, 200),
            picture: shrunk.picture,
            small: shrunk.small,
          },
          {
            id: crypto.randomUUID(),
            person,
            device,
            baseVersion: null,
            atMs: steadyNow(),
          },
        ),
      )
      onTaken(photoId)
    }
    setBusy(false)
  }
  return (
    <div className="grid gap-2">
      {(before.length > 0 || photoIds.length > 0) && (
        <BeforeAndNow before={before} photoIds={photoIds} words={words} />
      )}
      <ChooseFile
        className="w-fit"
        accept="image/*"
        multiple
        disabled={busy}
        onChoose={(files) => void take(files)}
      >
        <Camera size={20} aria-hidden />
        {needed && photoIds.length === 0 ? 'Take the photo' : 'Add a photo'}
      </ChooseFile>
      {busy && (
        <p role="status" className="text-small text-ink-2">
          Making it small …
        </p>
      )}
      <Refusal>{complaint}</Refusal>
    </div>
  )
}
