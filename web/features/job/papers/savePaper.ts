import { saveFile } from '../../../kit/saveFile.ts'
import { held } from '../../../client/workers/held.ts'
import type { PaperRequest, PaperWorker } from './paperWorker.ts'

const remote = held<PaperWorker>(
  () => new Worker(new URL('./paperWorker.ts', import.meta.url), { type: 'module' }),
)

/** Begins the worker ahead of the tap that asks for a paper. */
export const readyPapers = (): void => void remote()

/**
 * Has a paper made and hands it to the browser as PDF.
 * @returns how many of its photos could not be had or read
 * @throws where it cannot be made
 */
export async function savePaper(name: string, request: PaperRequest): Promise<number> {
  const { bytes, photosLeft } = await remote().make(request)
  saveFile(name, 'application/pdf', bytes as Uint8Array<ArrayBuffer>)
  return photosLeft
}
