import type { VinRemark } from '@anklet/core/base/vehicle'

/** A plate as it is compared: letters and figures only, capitals. */
export const barePlate = (plate: string): string =>
  plate.toUpperCase().replaceAll(/[^\p{L}\p{N}]/gu, '')

/** What plates of cars to practise on begin with. */
export const PRACTICE_PLATE = 'SIM'

/** The plate of the next car to practise on: the first of its kind that nobody has. */
export function nextPracticePlate(taken: readonly string[]): string {
  const known = new Set(taken)
  for (let n = 1; ; n += 1) {
    const plate = `${PRACTICE_PLATE} ${n}`
    if (!known.has(plate)) return plate
  }
}

/** What is remarked of a VIN as it is typed. */
export const VIN_WORDS: Readonly<Record<VinRemark, string>> = {
  letters: 'A VIN has letters and figures, but never I, O or Q: is it a 1 or a 0?',
  length: 'A VIN has seventeen characters.',
  checkDigit: 'Its check digit does not fit. Not every maker uses one, but read it once more.',
}
