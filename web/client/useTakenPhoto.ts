import { useState } from 'react'
import { sentenceOf } from './api.ts'
import { useCommand } from './queries.ts'
import { shrinkFaultWords, shrinkPicture } from './workers/shrinkPicture.ts'

/** Taking a photo into a job: made small enough first, refused with a sentence when it is none. */
export function useTakenPhoto(jobId: string): {
  readonly isPending: boolean
  readonly complaint: string | null
  take(file: File, caption: string, then: (photoId: string) => void): Promise<void>
} {
  const add = useCommand('photo.add')
  const [complaint, setComplaint] = useState<string | null>(null)
  const [shrinking, setShrinking] = useState(false)
  const take = async (
    file: File,
    caption: string,
    then: (photoId: string) => void,
  ): Promise<void> => {
    setComplaint(null)
    // The next one waits until this one is sent: one command at a time.
    setShrinking(true)
    const shrunk = await shrinkPicture(file).finally(() => setShrinking(false))
    if (!shrunk.ok) return setComplaint(shrinkFaultWords(file.name, shrunk.fault))
    const photoId = crypto.randomUUID()
    add.submit(
      { payload: { photoId, jobId, caption, picture: shrunk.picture, small: shrunk.small } },
      () => then(photoId),
    )
  }
  return {
    isPending: shrinking || add.isPending,
    complaint: complaint ?? (add.error ? sentenceOf(add.error) : null),
    take,
  }
}
