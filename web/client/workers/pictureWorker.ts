import { expose } from 'comlink'
import { drawnJpeg } from './jpeg.ts'

/** Longest side of a kept picture, px: enough to see a broken tab. */
const LONGEST_PX = 1600
/** The same in a list, px. */
const SMALL_PX = 320
const QUALITY = 0.82
const SMALL_QUALITY = 0.7
/** More than any camera at a car makes, bytes. */
const MOST_BYTES = 40_000_000

/** A picture as it is kept and as a list shows it, base64 JPEG; or why it is none. */
export type Shrunk =
  | { readonly ok: true; readonly picture: string; readonly small: string }
  | { readonly ok: false; readonly fault: 'tooLarge' | 'notAPicture' }

const STARTS: readonly (readonly number[])[] = [
  [0xff, 0xd8, 0xff],
  [0x89, 0x50, 0x4e, 0x47],
  [0x52, 0x49, 0x46, 0x46],
]

function base64Of(bytes: Uint8Array): string {
  let text = ''
  for (let i = 0; i < bytes.length; i += 8192)
    text += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return btoa(text)
}

const drawn = async (picture: ImageBitmap, longestPx: number, quality: number): Promise<string> =>
  base64Of(await drawnJpeg(picture, longestPx, quality))

const api = {
  /**
   * Makes a picture no larger than needed, upright, without where it was taken. What only says
   * that it is a picture is none: a drawing may carry a script.
   */
  async shrink(file: Blob): Promise<Shrunk> {
    if (file.size > MOST_BYTES) return { ok: false, fault: 'tooLarge' }
    const start = new Uint8Array(await file.slice(0, 4).arrayBuffer())
    if (!STARTS.some((bytes) => bytes.every((byte, i) => start[i] === byte)))
      return { ok: false, fault: 'notAPicture' }
    try {
      const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
      const [whole, small] = [
        await drawn(picture, LONGEST_PX, QUALITY),
        await drawn(picture, SMALL_PX, SMALL_QUALITY),
      ]
      picture.close()
      return { ok: true, picture: whole, small }
    } catch {
      return { ok: false, fault: 'notAPicture' }
    }
  },
}

/** What the worker does. */
export type PictureWorker = typeof api

expose(api)
