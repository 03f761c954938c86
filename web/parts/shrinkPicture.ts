import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import type { PictureWorker, Shrunk } from '../workers/pictureWorker.ts'

// Held with its worker: a proxy nobody holds is collected, and takes the worker's ear with it.
let running: { readonly worker: Worker; readonly remote: Remote<PictureWorker> } | null = null

/** A picture as it is kept, made small beside the page. */
export function shrinkPicture(file: Blob): Promise<Shrunk> {
  if (!running) {
    const worker = new Worker(new URL('../workers/pictureWorker.ts', import.meta.url), { type: 'module' })
    running = { worker, remote: wrap<PictureWorker>(worker) }
  }
  return running.remote.shrink(file)
}

/** Why a file was not taken. */
export const shrinkFaultWords = (name: string, fault: Exclude<Shrunk, { ok: true }>['fault']): string =>
  fault === 'tooLarge' ? `"${name}" is over 40 MB. Take a smaller picture of it.` : `"${name}" is not a picture this browser can read. Use JPEG, PNG or WebP.`
