import { readFileSync, readdirSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { bare } from './bare.ts'

const hex = (text: string): Buffer => Buffer.from(text.replaceAll(' ', ''), 'hex')
const segment = (marker: number, content: Buffer): Buffer => {
  const head = Buffer.from([0xff, marker, 0, 0])
  head.writeUInt16BE(content.length + 2, 2)
  return Buffer.concat([head, content])
}
const JFIF = segment(0xe0, Buffer.from('JFIF\0'))
const SCAN = Buffer.concat([segment(0xda, hex('01 02 03')), hex('12 ff 00 34 ff d3 56')])
const END = hex('ffd9')

/** Exif with a direction, a position (as words, for the eye of the test) and the byte order asked for. */
function exif(orientation: number, order: 'II' | 'MM'): Buffer {
  const tiff = Buffer.alloc(26)
  tiff.write(order, 0, 'latin1')
  const [short, long] =
    order === 'II'
      ? [tiff.writeUInt16LE.bind(tiff), tiff.writeUInt32LE.bind(tiff)]
      : [tiff.writeUInt16BE.bind(tiff), tiff.writeUInt32BE.bind(tiff)]
  short(42, 2)
  long(8, 4)
  short(1, 8)
  short(0x0112, 10)
  short(3, 12)
  long(1, 14)
  short(orientation, 18)
  return segment(0xe1, Buffer.concat([Buffer.from('Exif\0\0'), tiff, Buffer.from('GPS 51.5N')]))
}
const jpeg = (...parts: Buffer[]): Buffer => Buffer.concat([hex('ffd8'), ...parts, SCAN, END])
const without = (picture: Buffer): string =>
  Buffer.from(bare(picture, 'image/jpeg')).toString('latin1')

describe('a JPEG', () => {
  test.each(['II', 'MM'] as const)(
    'loses its position and keeps which way up it is, %s',
    (order) => {
      const kept = Buffer.from(bare(jpeg(JFIF, exif(6, order)), 'image/jpeg'))
      expect(kept.toString('latin1')).not.toContain('GPS')
      expect(kept.indexOf(hex('1201 0300 0100 0000 0600'))).toBeGreaterThan(0)
      expect(kept.subarray(-SCAN.length - 2)).toEqual(Buffer.concat([SCAN, END]))
      // What is kept says the same again.
      expect(Buffer.from(bare(kept, 'image/jpeg'))).toEqual(kept)
    },
  )

  test('loses comments, other words of a camera, and whatever was put behind its end', () => {
    const told = [
      segment(0xfe, Buffer.from('by J. Doe')),
      segment(0xe1, Buffer.from('http://ns.adobe.com/xap/1.0/\0<gps>')),
      segment(0xed, Buffer.from('Photoshop 3.0')),
    ]
    const kept = without(Buffer.concat([jpeg(JFIF, ...told), Buffer.from('GPS behind')]))
    expect(kept).toBe(jpeg(JFIF).toString('latin1'))
  })

  test('keeps its colours, and every part of one that is coded in several', () => {
    const colours = segment(0xe2, Buffer.from('ICC_PROFILE\0'))
    const table = segment(0xc4, hex('00 ff d9 01'))
    const several = Buffer.concat([hex('ffd8'), colours, SCAN, table, SCAN, END])
    expect(Buffer.from(bare(several, 'image/jpeg'))).toEqual(several)
  })

  test('that says nothing of its direction gets no word of it', () => {
    expect(without(jpeg(exif(1, 'II')))).toBe(jpeg().toString('latin1'))
  })
})

test('a PNG loses its words and keeps its picture', () => {
  const chunk = (kind: string, content: string): Buffer => {
    const head = Buffer.alloc(8)
    head.writeUInt32BE(content.length)
    head.write(kind, 4, 'latin1')
    return Buffer.concat([head, Buffer.from(content), Buffer.alloc(4)])
  }
  const head = hex('89504e470d0a1a0a')
  const [start, data, end] = [chunk('IHDR', 'x'), chunk('IDAT', 'picture'), chunk('IEND', '')]
  const told = [chunk('tEXt', 'GPS'), chunk('eXIf', 'GPS'), chunk('iTXt', 'GPS')]
  const kept = bare(Buffer.concat([head, start, ...told, data, end, Buffer.from('x')]), 'image/png')
  expect(Buffer.from(kept)).toEqual(Buffer.concat([head, start, data, end]))
})

test('a WebP loses its words, and its head says no more that there are any', () => {
  const chunk = (kind: string, content: Buffer): Buffer => {
    const head = Buffer.alloc(8)
    head.write(kind, 0, 'latin1')
    head.writeUInt32LE(content.length, 4)
    return Buffer.concat([head, content, Buffer.alloc(content.length % 2)])
  }
  const file = (...chunks: Buffer[]): Buffer => {
    const body = Buffer.concat(chunks)
    const head = Buffer.from('RIFF\0\0\0\0WEBP', 'latin1')
    head.writeUInt32LE(body.length + 4, 4)
    return Buffer.concat([head, body])
  }
  const kept = bare(
    file(
      chunk('VP8X', hex('1c 00 00 00 00 00 00 00 00 00')),
      chunk('VP8 ', hex('010203')),
      chunk('EXIF', Buffer.from('GPS')),
      chunk('XMP ', Buffer.from('GPS!')),
    ),
    'image/webp',
  )
  expect(Buffer.from(kept)).toEqual(
    file(chunk('VP8X', hex('10 00 00 00 00 00 00 00 00 00')), chunk('VP8 ', hex('010203'))),
  )
})

test('the demo’s own pictures come through whole', () => {
  const folder = new URL('../../../demo/scenario/photos/', import.meta.url)
  const files = readdirSync(folder)
  expect(files.length).toBeGreaterThan(0)
  for (const name of files) {
    const picture = readFileSync(new URL(name, folder))
    const kept = bare(picture, name.endsWith('.png') ? 'image/png' : 'image/jpeg')
    expect(kept.length, name).toBeGreaterThan(picture.length * 0.9)
  }
})

test('one that is torn stays as it is, unless something in it could tell where it was taken', () => {
  const torn = hex('ffd8 ffe0 ffff 01 02')
  expect(Buffer.from(bare(torn, 'image/jpeg'))).toEqual(torn)
  const telling = Buffer.concat([torn, exif(1, 'II')])
  expect(() => bare(telling, 'image/jpeg')).toThrow()
})

test('whatever else is sent ends: kept, or refused', () => {
  const kinds = ['image/jpeg', 'image/png', 'image/webp'] as const
  fc.assert(
    fc.property(fc.constantFrom(...kinds), fc.uint8Array({ maxLength: 400 }), (kind, bytes) => {
      const sent = Buffer.concat([jpeg(JFIF).subarray(0, 9), bytes])
      try {
        expect(bare(sent, kind).length).toBeLessThanOrEqual(sent.length + 36)
      } catch (error) {
        expect(error).toBeInstanceOf(Error)
      }
    }),
    { numRuns: 2000, seed: 20261201 },
  )
})
