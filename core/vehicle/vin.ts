/** What is odd about a vehicle identification number. */
export type VinRemark = 'length' | 'letters' | 'checkDigit'

const LENGTH = 17
const CHECK_PLACE = 8
const VALUES: Readonly<Record<string, number>> = Object.fromEntries(
  [...'ABCDEFGH']
    .map((letter, i) => [letter, i + 1])
    .concat(
      [...'JKLMN'].map((letter, i) => [letter, i + 1]),
      [
        ['P', 7],
        ['R', 9],
      ],
      [...'STUVWXYZ'].map((letter, i) => [letter, i + 2]),
      [...'0123456789'].map((digit) => [digit, Number(digit)]),
    ),
)
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2]

/** A VIN as it is compared and shown: capitals, no spaces. */
export const tidyVin = (vin: string): string => vin.replaceAll(/\s/g, '').toUpperCase()

/**
 * What is odd about a VIN (ISO 3779): seventeen characters, none of them I, O or Q. The check digit is used in part of the
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
