import { randomBytes } from 'node:crypto'

const HEAD = Buffer.from('ffd8ffe000074a46494600ffda00040102', 'hex')
const END = Buffer.from('ffd9', 'hex')

/** A picture as it comes from a camera as far as its build goes: a JPEG of noise. */
export function noisePicture(bytes: number): Buffer {
  // In what is coded, the sign of a marker never stands.
  const noise = randomBytes(bytes).map((byte) => (byte === 0xff ? 0xfe : byte))
  return Buffer.concat([HEAD, noise, END])
}
