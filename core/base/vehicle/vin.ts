/** What is odd about a vehicle identification number. */
export type VinRemark = 'length' | 'letters' | 'checkDigit'

const LENGTH = 17
const CHECK_PLACE = 8
/** Letters or figures that count up from a value. */
const valued = (signs: string, from: number): [string, number][] =>
  [...signs].map((sign, i) => [sign, from + i])

const VALUES: Readonly<Record<string, number>> = Object.fromEntries<number>([
  ...valued('ABCDEFGH', 1),
  ...valued('JKLMN', 1),
  ...valued('P', 7),
  ...valued('R', 9),
  ...valued('STUVWXYZ', 2),
  ...valued('0123456789', 0),
])
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2]

/** A VIN as it is compared and shown: capitals, no spaces. */
export const tidyVin = (vin: string): string => vin.replaceAll(/\s/g, '').toUpperCase()

/**
 * What is odd about a VIN (ISO 3779): seventeen characters, none of them I, O or Q. The check
 * digit is used in part of the
 * world only, so that remark is a hint and never a refusal.
 * @param vin tidied; an empty one is not odd, only not known.
 */
export function vinRemark(vin: string): VinRemark | null {
  if (vin === '') return null
  if ([...vin].some((character) => VALUES[character] === undefined)) return 'letters'
  if (vin.length !== LENGTH) return 'length'
  const rest =
    [...vin].reduce((sum, character, i) => sum + VALUES[character]! * WEIGHTS[i]!, 0) % 11
  return vin[CHECK_PLACE] === (rest === 10 ? 'X' : String(rest)) ? null : 'checkDigit'
}
