const WOFF = 0x774f4646
const [WOFF_HEADER, WOFF_ENTRY, HEADER, ENTRY] = [44, 20, 12, 16]
const padded = (length: number): number => (length + 3) & ~3

const inflated = async (packed: Uint8Array): Promise<Uint8Array> =>
  new Uint8Array(
    await new Response(
      new Blob([packed as Uint8Array<ArrayBuffer>])
        .stream()
        .pipeThrough(new DecompressionStream('deflate')),
    ).arrayBuffer(),
  )

/**
 * A web font (WOFF 1.0) with its tables unpacked, as a plain OpenType file: what reads it would
 * else unpack a table at each letter.
 * @throws Error where the file is no WOFF
 */
export async function sfntOf(woff: ArrayBuffer): Promise<Uint8Array> {
  const from = new DataView(woff)
  if (woff.byteLength < WOFF_HEADER || from.getUint32(0) !== WOFF) throw new Error('No WOFF file.')
  const count = from.getUint16(12)
  const tables = await Promise.all(
    Array.from({ length: count }, async (_, i) => {
      const entry = WOFF_HEADER + i * WOFF_ENTRY
      const [tag, offset, packedLength, length, checksum] = [0, 4, 8, 12, 16].map((at) =>
        from.getUint32(entry + at),
      ) as [number, number, number, number, number]
      const packed = new Uint8Array(woff, offset, packedLength)
      return { tag, checksum, bytes: packedLength < length ? await inflated(packed) : packed }
    }),
  )
  const start = HEADER + count * ENTRY
  const file = new Uint8Array(tables.reduce((sum, { bytes }) => sum + padded(bytes.length), start))
  const to = new DataView(file.buffer)
  const power = Math.floor(Math.log2(count))
  to.setUint32(0, from.getUint32(4))
  for (const [at, value] of [
    [4, count],
    [6, 16 * 2 ** power],
    [8, power],
    [10, 16 * (count - 2 ** power)],
  ] as const)
    to.setUint16(at, value)
  let at = start
  tables.forEach(({ tag, checksum, bytes }, i) => {
    for (const [k, value] of [tag, checksum, at, bytes.length].entries())
      to.setUint32(HEADER + i * ENTRY + 4 * k, value)
    file.set(bytes, at)
    at += padded(bytes.length)
  })
  return file
}
