// Pictures without what a camera writes beside them: where it was taken, when, with what. Of all that,
// only which way up it is belongs to the picture.

const JPEG = { start: 0xd8, end: 0xd9, scan: 0xda, exif: 0xe1 }
/** Segments of a JPEG that belong to the picture: JFIF, its colours (ICC), how they are coded (Adobe). */
const KEPT_APPLICATION = new Set([0xe0, 0xe2, 0xee])
const COMMENT = 0xfe
const ORIENTATION = 0x0112

/** What is walked through is not built as its kind is. */
class Torn extends Error {}

const need = (is: boolean): void => {
  if (!is) throw new Torn()
}

/** Which way up an Exif segment says the picture is, 1 to 8; 1 where it says nothing. */
function orientationIn(segment: Buffer): number {
  const tiff = segment.subarray(10)
  if (segment.toString('latin1', 4, 8) !== 'Exif' || tiff.length < 14) return 1
  const little = tiff.toString('latin1', 0, 2) === 'II'
  const short = (at: number): number =>
    at + 2 > tiff.length ? 0 : little ? tiff.readUInt16LE(at) : tiff.readUInt16BE(at)
  const first = little ? tiff.readUInt32LE(4) : tiff.readUInt32BE(4)
  for (let i = 0; i < short(first); i++) {
    const entry = first + 2 + 12 * i
    if (short(entry) === ORIENTATION) return short(entry + 8)
  }
  return 1
}

/** An Exif segment that says which way up the picture is, and nothing else. */
function orientationSegment(orientation: number): Buffer {
  const words = Buffer.from('ffe1002245786966000049492a000800000001001201030001000000', 'hex')
  const value = Buffer.alloc(8)
  value.writeUInt16LE(orientation, 0)
  return Buffer.concat([words, value])
}

const isApplication = (marker: number): boolean => marker >= 0xe0 && marker <= 0xef

/** Where the coded part that begins at a place ends: at the next marker that is none of its own. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at !== -1; at = bytes.indexOf(0xff, at + 1)) {
    const next = bytes[at + 1] ?? 0
    const isOwn = next === 0 || next === 0xff || (next >= 0xd0 && next <= 0xd7)
    if (!isOwn) return at
  }
  throw new Torn()
}

function bareJpeg(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 2)]
  let at = 2
  for (;;) {
    need(bytes[at] === 0xff && at + 4 <= bytes.length + 2)
    const marker = bytes[at + 1]!
    if (marker === JPEG.end) return Buffer.concat([...kept, bytes.subarray(at, at + 2)])
    const end = at + 2 + bytes.readUInt16BE(at + 2)
    need(end <= bytes.length)
    const segment = bytes.subarray(at, end)
    const isPicture = isApplication(marker) ? KEPT_APPLICATION.has(marker) : marker !== COMMENT
    if (isPicture) kept.push(segment)
    if (marker === JPEG.exif) {
      const orientation = orientationIn(segment)
      if (orientation > 1 && orientation <= 8) kept.push(orientationSegment(orientation))
    }
    at = end
    if (marker === JPEG.scan) {
      const over = endOfScan(bytes, at)
      kept.push(bytes.subarray(at, over))
      at = over
    }
  }
}

const PNG_HEAD = 8
const PNG_WORDS = new Set(['eXIf', 'tEXt', 'zTXt', 'iTXt', 'tIME'])

function barePng(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, PNG_HEAD)]
  for (let at = PNG_HEAD; ;) {
    need(at + 12 <= bytes.length)
    const end = at + 12 + bytes.readUInt32BE(at)
    need(end <= bytes.length)
    const kind = bytes.toString('latin1', at + 4, at + 8)
    if (!PNG_WORDS.has(kind)) kept.push(bytes.subarray(at, end))
    if (kind === 'IEND') return Buffer.concat(kept)
    at = end
  }
}

const WEBP_HEAD = 12
const WEBP_WORDS = new Set(['EXIF', 'XMP '])
/** Bits of a WebP's head that say such words follow. */
const WEBP_HAS_WORDS = 0x0c

function bareWebp(bytes: Buffer): Buffer {
  const kept: Buffer[] = []
  const whole = Math.min(bytes.length, 8 + bytes.readUInt32LE(4))
  for (let at = WEBP_HEAD; at < whole;) {
    need(at + 8 <= whole)
    const length = bytes.readUInt32LE(at + 4)
    const end = at + 8 + length + (length % 2)
    need(end <= whole)
    const kind = bytes.toString('latin1', at, at + 4)
    const chunk = Buffer.from(bytes.subarray(at, end))
    if (kind === 'VP8X') chunk[8]! &= ~WEBP_HAS_WORDS
    if (!WEBP_WORDS.has(kind)) kept.push(chunk)
    at = end
  }
  need(kept.length > 0)
  const head = Buffer.from(bytes.subarray(0, WEBP_HEAD))
  head.writeUInt32LE(4 + kept.reduce((sum, { length }) => sum + length, 0), 4)
  return Buffer.concat([head, ...kept])
}

const BARE = { 'image/jpeg': bareJpeg, 'image/png': barePng, 'image/webp': bareWebp } as const

// How words beside a picture begin, in any of its kinds.
const WORDS = [
  'Exif\0',
  'eXIf',
  'EXIF',
  'XMP ',
  'ns.adobe.com',
  'Photoshop',
  'tEXt',
  'zTXt',
  'iTXt',
]

/**
 * A picture without position, time, camera, comments and whatever was put behind its end. One that is
 * not built as its kind is stays as it is, as long as nothing in it looks like such words.
 * @throws {Torn} where something does, and it cannot be taken out.
 */
export function bare(bytes: Uint8Array, type: keyof typeof BARE): Uint8Array {
  const sent = Buffer.from(bytes)
  try {
    return new Uint8Array(BARE[type](sent))
  } catch {
    if (WORDS.some((words) => sent.includes(words, 0, 'latin1'))) throw new Torn()
    return bytes
  }
}
