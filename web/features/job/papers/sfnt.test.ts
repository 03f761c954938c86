import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import fontkit from '@pdf-lib/fontkit'
import { describe, expect, it } from 'vitest'
import { sfntOf } from './sfnt.ts'

const file = new Uint8Array(
  readFileSync(
    createRequire(import.meta.url).resolve(
      '@fontsource/archivo/files/archivo-latin-600-normal.woff',
    ),
  ),
)

describe('a web font unpacked', () => {
  it('says of every letter what the packed one says', async () => {
    const [packed, plain] = [
      fontkit.create(file),
      fontkit.create(await sfntOf(file.slice().buffer)),
    ]
    expect(plain.characterSet).toEqual(packed.characterSet)
    expect(plain.numGlyphs).toBe(packed.numGlyphs)
    for (const words of ['Handed over to: name, date, signature', 'AV To. Wä ½ ø', '480.5 mm']) {
      const [a, b] = [packed.layout(words), plain.layout(words)]
      expect(b.positions.map(({ xAdvance }) => xAdvance)).toEqual(
        a.positions.map(({ xAdvance }) => xAdvance),
      )
      expect(b.glyphs.map(({ path }) => path.toSVG())).toEqual(
        a.glyphs.map(({ path }) => path.toSVG()),
      )
    }
  })

  it('has every table where its directory says, at whole words', async () => {
    const sfnt = await sfntOf(file.slice().buffer)
    const view = new DataView(sfnt.buffer)
    for (let i = 0; i < view.getUint16(4); i += 1) {
      const [checksum, offset, length] = [4, 8, 12].map((at) =>
        view.getUint32(12 + 16 * i + at),
      ) as [number, number, number]
      let sum = 0
      for (let at = offset; at < offset + length; at += 4) sum = (sum + view.getUint32(at)) >>> 0
      expect(offset % 4).toBe(0)
      // The head table's own checksum leaves out the word that sums up the whole file.
      const tag = String.fromCharCode(...sfnt.subarray(12 + 16 * i, 16 + 16 * i))
      expect(tag === 'head' ? (sum - view.getUint32(offset + 8)) >>> 0 : sum).toBe(checksum)
    }
  })

  it('refuses what is no WOFF', async () => {
    await expect(sfntOf(new Uint8Array(64).buffer)).rejects.toThrow('No WOFF file')
    await expect(sfntOf(new ArrayBuffer(3))).rejects.toThrow('No WOFF file')
  })
})
