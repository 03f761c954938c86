import type { CodeText, CommandPayload } from '@anklet/contract'
import { meaningIn } from '@anklet/core/reasoning/codes'

type Meaning = Pick<CodeText, 'points' | 'place'>

/** The text of a code as it is typed; what nobody tapped is what its words say. */
export interface TypedText {
  readonly words: string
  readonly chosen: Partial<Meaning>
}

/** A text as the form shows it. @param text null: there is none yet */
export const typedText = (text: CodeText | null, suggested: string): TypedText => ({
  words: text?.words ?? suggested,
  chosen: text ? { points: text.points, place: text.place } : {},
})

/** What a code points to, and where: as it was tapped, else as its words say. */
export const meaningOf = ({ words, chosen }: TypedText): Meaning => ({
  ...meaningIn(words),
  ...chosen,
})

/** Keeps what a code means on a vehicle type. */
export const saveText = (
  textId: string,
  { typeId, number }: Pick<CodeText, 'typeId' | 'number'>,
  typed: TypedText,
): CommandPayload<'codeText.save'> => ({
  textId,
  typeId,
  number,
  words: typed.words.trim(),
  ...meaningOf(typed),
})
