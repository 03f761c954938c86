import { useState } from 'react'
import { sentenceOf } from '../data/api.ts'
import { useCommand } from '../data/queries.ts'
import { shrinkPicture } from './shrinkPicture.ts'

/** Taking a photo into a job: made small enough first, refused with a sentence when it is none. */
export function useTakenPhoto(jobId: string): { readonly isPending: boolean; readonly complaint: string | null; take(file: File, caption: string, then: (photoId: string) => void): Promise<void> } {
  const add = useCommand('photo.add')
  const [complaint, setComplaint] = useState<string | null>(null)
  const take = async (file: File, caption: string, then: (photoId: string) => void): Promise<void> => {
    setComplaint(null)
    try {
      const picture = await shrinkPicture(file)
      const photoId = crypto.randomUUID()
      add.submit({ payload: { photoId, jobId, caption, picture } }, () => then(photoId))
    } catch {
      setComplaint(`"${file.name}" is not a picture this browser can read.`)
    }
  }
  return { isPending: add.isPending, complaint: complaint ?? (add.error ? sentenceOf(add.error) : null), take }
}
