/** Characters of a piece: with its envelope below the 8000 bytes that one NOTIFY of PostgreSQL carries. */
const LONGEST = 7000

/** Words that processes tell each other, or a part of them where they are longer than one telling. */
export type Piece =
  | string
  | { readonly id: string; readonly part: number; readonly of: number; readonly text: string }

/** Words as what is told one after the other. */
export function piecesOf(words: string): Piece[] {
  if (Buffer.byteLength(JSON.stringify(words)) <= LONGEST) return [words]
  // No character is cut in two, and none is longer for being told.
  const text = Buffer.from(words).toString('base64')
  const id = crypto.randomUUID()
  const of = Math.ceil(text.length / LONGEST)
  return Array.from({ length: of }, (_, part) => ({
    id,
    part,
    of,
    text: text.slice(part * LONGEST, (part + 1) * LONGEST),
  }))
}

/** Puts together what came in pieces, those of several tellers among each other. */
export class Joining {
  private readonly begun = new Map<string, string[]>()

  /** @returns the words; null while more of them is to come, and where their beginning was missed. */
  take(piece: Piece): string | null {
    if (typeof piece === 'string') return piece
    const { id, part, of, text } = piece
    const parts = part === 0 ? [] : this.begun.get(id)
    if (parts?.length !== part) return null
    parts.push(text)
    if (parts.length < of) {
      this.begun.set(id, parts)
      return null
    }
    this.begun.delete(id)
    return Buffer.from(parts.join(''), 'base64').toString()
  }
}
