import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { PictureWorker, Shrunk } from '../workers/pictureWorker.ts'

// Held with its worker: a proxy nobody holds is collected, and takes the worker's ear with it.
let running: { readonly worker: Worker; readonly remote: Remote<PictureWorker> } | null = null

function remote(): Remote<PictureWorker> {
  if (!running) {
    const worker = new Worker(new URL('../workers/pictureWorker.ts', import.meta.url), { type: 'module' })
    running = { worker, remote: wrap<PictureWorker>(worker) }
  }
  return running.remote
}

/** A picture as it is kept, made small beside the page. */
export const shrinkPicture = (file: Blob): Promise<Shrunk> => remote().shrink(file)
/** A picture as it is printed, JPEG. @throws where the browser cannot read it */
export const paperPicture = (file: Blob): Promise<Uint8Array> => remote().forPaper(file)

/** Why a file was not taken. */
export const shrinkFaultWords = (name: string, fault: Exclude<Shrunk, { ok: true }>['fault']): string =>
  fault === 'tooLarge' ? `"${name}" is over 40 MB. Take a smaller picture of it.` : `"${name}" is not a picture this browser can read. Use JPEG, PNG or WebP.`
