/** Longest side of a kept picture, px: enough to see a broken tab. */
const LONGEST_PX = 1600
const QUALITY = 0.82

/**
 * A picture as it is kept: no larger than needed, upright, without where it was taken.
 * @returns base64 JPEG. @throws when the file is no picture this browser can read.
 */
export async function shrinkPicture(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height))
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale)))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })).arrayBuffer())
  let text = ''
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return btoa(text)
}
