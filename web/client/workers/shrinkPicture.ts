import { held } from './held.ts'
import type { PictureWorker, Shrunk } from './pictureWorker.ts'

const remote = held<PictureWorker>(
  () => new Worker(new URL('./pictureWorker.ts', import.meta.url), { type: 'module' }),
)

/** A picture as it is kept, made small beside the page. */
export const shrinkPicture = (file: Blob): Promise<Shrunk> => remote().shrink(file)

/** Why a file was not taken. */
export const shrinkFaultWords = (
  name: string,
  fault: Exclude<Shrunk, { ok: true }>['fault'],
): string =>
  fault === 'tooLarge'
    ? `"${name}" is over 40 MB. Take a smaller picture of it.`
    : `"${name}" is not a picture this browser can read. Use JPEG, PNG or WebP.`
