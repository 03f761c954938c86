/** Words of the field that not everybody in a workshop knows. */
export type Term = 'gallery' | 'crossValve' | 'droop' | 'closedSystem' | 'motionRatio' | 'bumpStop'

interface TermWords {
  /** The word as it stands in a sentence. */
  readonly found: RegExp
  readonly title: string
  readonly is: string
}

/** What each of them means, in workshop words. */
export const TERMS: Readonly<Record<Term, TermWords>> = {
  gallery: {
    found: /\bgallery\b/i,
    title: 'Gallery',
    is:
      'The passage inside the valve block that the pump and the valve of every spring open into. ' +
      'Behind a shut valve a spring may hold quite another pressure than the gallery shows.',
  },
  crossValve: {
    found: /\bcross valve\b/i,
    title: 'Cross valve',
    is:
      'A valve that joins the left and the right spring of an axle. While it is open their ' +
      'pressures even out, and one leak takes both sides down.',
  },
  droop: {
    found: /\b(full )?droop\b/i,
    title: 'Droop',
    is:
      'How far a wheel hangs below the body when nothing stands under it. At full droop it hangs ' +
      'as far as it can.',
  },
  closedSystem: {
    found: /\bclosed (system|layout)s?\b/i,
    title: 'Closed system',
    is:
      'It keeps the same gas and moves it between reservoir and springs, instead of letting it ' +
      'out and pumping new air in. What has leaked away must be put in again.',
  },
  motionRatio: {
    found: /\bmotion ratio\b/i,
    title: 'Motion ratio',
    is:
      'How far the spring moves when the wheel moves by one. A spring half way along the arm ' +
      'moves half as far: 0.5.',
  },
  bumpStop: {
    found: /\bbump stops?\b/i,
    title: 'Bump stop',
    is: 'The rubber the body comes down on when its spring carries nothing.',
  },
}

/** A piece of a sentence: plain, or a word that is explained. */
export interface Piece {
  readonly words: string
  readonly term: Term | null
}

/** A sentence in pieces; each word is explained where it first stands. */
export function piecesOf(sentence: string): readonly Piece[] {
  const found = (Object.keys(TERMS) as Term[])
    .flatMap((term) => {
      const match = TERMS[term].found.exec(sentence)
      return match ? [{ term, at: match.index, words: match[0] }] : []
    })
    .toSorted((a, b) => a.at - b.at)
  const pieces: Piece[] = []
  let from = 0
  for (const { term, at, words } of found) {
    if (at > from) pieces.push({ words: sentence.slice(from, at), term: null })
    pieces.push({ words, term })
    from = at + words.length
  }
  if (from < sentence.length) pieces.push({ words: sentence.slice(from), term: null })
  return pieces
}
