/** A picture as JPEG, its longer side no longer than asked; for a worker. @param quality 0 to 1 */
export async function drawnJpeg(
  picture: ImageBitmap,
  longestPx: number,
  quality: number,
): Promise<Uint8Array> {
  const scale = Math.min(1, longestPx / Math.max(picture.width, picture.height))
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  )
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Uint8Array(
    await (await canvas.convertToBlob({ type: 'image/jpeg', quality })).arrayBuffer(),
  )
}

/** A file's picture as JPEG, no larger than asked. @throws where the browser cannot read it */
export async function jpegNoLongerThan(
  file: Blob,
  longestPx: number,
  quality: number,
): Promise<Uint8Array> {
  const picture = await createImageBitmap(file)
  try {
    return await drawnJpeg(picture, longestPx, quality)
  } finally {
    picture.close()
  }
}
