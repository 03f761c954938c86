import fontkit from '@pdf-lib/fontkit'
import boldExt from '@fontsource/archivo/files/archivo-latin-ext-600-normal.woff?url'
import bold from '@fontsource/archivo/files/archivo-latin-600-normal.woff?url'
import plainExt from '@fontsource/archivo/files/archivo-latin-ext-400-normal.woff?url'
import plain from '@fontsource/archivo/files/archivo-latin-400-normal.woff?url'
import type { PDFFont, PDFPage } from 'pdf-lib'
import { PDFDocument, rgb } from 'pdf-lib'
import { sfntOf } from './sfnt.ts'

const [WIDTH, HEIGHT, MARGIN, BOTTOM] = [595, 842, 56, 60]
const INK = rgb(0.08, 0.13, 0.12)
const FAINT = rgb(0.36, 0.41, 0.4)

type Weight = 'plain' | 'bold'
interface Face {
  readonly font: PDFFont
  readonly has: ReadonlySet<number>
}
/** A drawing on the paper; x to the right and y downwards from its upper left corner, pt. */
export interface Area {
  line(x1: number, y1: number, x2: number, y2: number, thickness: number, dashed?: boolean): void
  box(x: number, y: number, width: number, height: number): void
  /** @param grey 0 black to 1 white */
  fill(x: number, y: number, width: number, height: number, grey: number): void
  text(words: string, x: number, y: number, style?: Style): void
}
interface Style {
  readonly size?: number
  readonly weight?: Weight
  readonly faint?: boolean
  readonly gap?: number
}

/**
 * A4 paper that is written from the top down, page after page, in the fonts that ship with the
 * app.
 */
export class Paper {
  private page: PDFPage
  private y = HEIGHT - MARGIN
  private readonly wordWidths: Readonly<Record<Weight, Map<string, number>>> = {
    plain: new Map(),
    bold: new Map(),
  }

  private constructor(
    private readonly doc: PDFDocument,
    private readonly faces: Readonly<Record<Weight, readonly Face[]>>,
  ) {
    this.page = doc.addPage([WIDTH, HEIGHT])
  }

  static async begin(title: string): Promise<Paper> {
    const doc = await PDFDocument.create()
    doc.registerFontkit(fontkit)
    doc.setTitle(title)
    const face = async (address: string): Promise<Face> => {
      const font = await doc.embedFont(await sfntOf(await (await fetch(address)).arrayBuffer()), {
        subset: true,
      })
      return { font, has: new Set(font.getCharacterSet()) }
    }
    return new Paper(doc, {
      plain: await Promise.all([plain, plainExt].map(face)),
      bold: await Promise.all([bold, boldExt].map(face)),
    })
  }

  // The alphabet is shared between two files; what neither has becomes a question mark, and never
  // fails.
  private runs(text: string, weight: Weight): { readonly font: PDFFont; readonly text: string }[] {
    const runs: { font: PDFFont; text: string }[] = []
    for (const letter of text
      .replaceAll(/[\u00A0\u2009\u202F]/g, ' ')
      .replaceAll(/[\u0000-\u001F]/g, ' ')) {
      const face = this.faces[weight].find(({ has }) => has.has(letter.codePointAt(0)!))
      const [font, shown] = face ? [face.font, letter] : [this.faces[weight][0]!.font, '?']
      const last = runs.at(-1)
      if (last?.font === font) last.text += shown
      else runs.push({ font, text: shown })
    }
    return runs
  }

  // A word is measured once: shaping its letters is what takes the time of a long paper.
  private width(text: string, size: number, weight: Weight): number {
    const widths = this.wordWidths[weight]
    return (
      size *
      text.split(/(?<= )/).reduce((sum, word) => {
        const known =
          widths.get(word) ??
          this.runs(word, weight).reduce(
            (wide, run) => wide + run.font.widthOfTextAtSize(run.text, 1),
            0,
          )
        widths.set(word, known)
        return sum + known
      }, 0)
    )
  }

  private draw(
    text: string,
    x: number,
    { size = 10.5, weight = 'plain', faint = false }: Style,
    y = this.y,
  ): void {
    let at = x
    for (const run of this.runs(text, weight)) {
      this.page.drawText(run.text, { x: at, y, size, font: run.font, color: faint ? FAINT : INK })
      at += this.width(run.text, size, weight)
    }
  }

  /** Room for a drawing, kept on one page. @param height pt */
  area(height: number, draw: (area: Area) => void): this {
    this.room(height)
    const top = this.y
    const [page, at] = [this.page, (x: number, y: number) => ({ x: MARGIN + x, y: top - y })]
    draw({
      line: (x1, y1, x2, y2, thickness, dashed = false) =>
        page.drawLine({
          start: at(x1, y1),
          end: at(x2, y2),
          thickness,
          color: INK,
          ...(dashed ? { dashArray: [3, 2] } : {}),
        }),
      box: (x, y, width, high) =>
        page.drawRectangle({
          ...at(x, y + high),
          width,
          height: high,
          borderColor: FAINT,
          borderWidth: 0.6,
        }),
      fill: (x, y, width, high, grey) =>
        page.drawRectangle({
          ...at(x, y + high),
          width,
          height: high,
          color: rgb(grey, grey, grey),
        }),
      text: (words, x, y, style = {}) => this.draw(words, MARGIN + x, style, top - y),
    })
    this.y = top - height
    return this
  }

  /** Pictures beside each other, two in a row, with a line or two under each. JPEG only. */
  async pictures(
    pictures: readonly { readonly bytes: Uint8Array; readonly words: string }[],
  ): Promise<this> {
    const [width, height] = [(WIDTH - 2 * MARGIN - 14) / 2, 165]
    for (let i = 0; i < pictures.length; i += 2) {
      const row = await Promise.all(
        pictures
          .slice(i, i + 2)
          .map(async ({ bytes, words }) => ({ image: await this.doc.embedJpg(bytes), words })),
      )
      this.room(height + 37)
      row.forEach(({ image, words }, k) => {
        const { width: w, height: h } = image.scaleToFit(width, height)
        this.page.drawImage(image, {
          x: MARGIN + k * (width + 14),
          y: this.y - h,
          width: w,
          height: h,
        })
        this.broken(words, 8.5, 'plain', width)
          .slice(0, 2)
          .forEach((line, n) =>
            this.draw(
              line,
              MARGIN + k * (width + 14),
              { size: 8.5, faint: true },
              this.y - height - 12 - 11 * n,
            ),
          )
      })
      this.y -= height + 35
    }
    return this
  }

  private broken(text: string, size: number, weight: Weight, room: number): string[] {
    const lines: string[] = []
    let line = ''
    for (const word of text.split(/\s+/)) {
      const longer = line === '' ? word : `${line} ${word}`
      if (line !== '' && this.width(longer, size, weight) > room) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return [...lines, line]
  }

  private room(height: number): void {
    if (this.y - height > BOTTOM) return
    this.page = this.doc.addPage([WIDTH, HEIGHT])
    this.y = HEIGHT - MARGIN
  }

  /** A paragraph. */
  text(words: string, style: Style = {}): this {
    const { size = 10.5, weight = 'plain', gap = 4 } = style
    for (const line of this.broken(words, size, weight, WIDTH - 2 * MARGIN)) {
      this.room(size * 1.4)
      this.y -= size * 1.35
      this.draw(line, MARGIN, style)
    }
    this.y -= gap
    return this
  }

  /**
   * A line of a table: the first cell to the left, the others to the right of their columns.
   * @param columns right edges, from the left margin, pt
   */
  row(cells: readonly string[], columns: readonly number[], style: Style = {}): this {
    const { size = 10.5, weight = 'plain' } = style
    const lines = this.broken(cells[0] ?? '', size, weight, columns[0]! - 60)
    this.room(lines.length * size * 1.5 + 4)
    lines.forEach((line, i) => {
      this.y -= size * 1.5
      this.draw(line, MARGIN, style)
      if (i === 0)
        cells
          .slice(1)
          .forEach((cell, k) =>
            this.draw(cell, MARGIN + columns[k]! - this.width(cell, size, weight), style),
          )
    })
    return this
  }

  rule(): this {
    this.y -= 5
    this.page.drawLine({
      start: { x: MARGIN, y: this.y },
      end: { x: WIDTH - MARGIN, y: this.y },
      thickness: 0.7,
      color: FAINT,
    })
    return this
  }

  /** What follows stays together: on a new page unless so much room is left, pt. */
  together(height: number): this {
    this.room(height)
    return this
  }

  space(height: number): this {
    this.y -= height
    return this
  }

  /** The file, with its pages numbered. */
  async bytes(): Promise<Uint8Array> {
    const pages = this.doc.getPages()
    pages.forEach((page, i) => {
      this.page = page
      this.y = 34
      const words = `${i + 1} of ${pages.length}`
      this.draw(words, WIDTH - MARGIN - this.width(words, 9, 'plain'), { size: 9, faint: true })
    })
    return this.doc.save()
  }
}
