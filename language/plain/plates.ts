/** A plate as it is compared: letters and figures only, capitals. */
export const barePlate = (plate: string): string =>
  plate.toUpperCase().replaceAll(/[^\p{L}\p{N}]/gu, '')

/** The plate of the next car to practise on: the first of its kind that nobody has. */
export function nextPracticePlate(taken: readonly string[]): string {
  const known = new Set(taken)
  for (let n = 1; ; n += 1) if (!known.has(`SIM ${n}`)) return `SIM ${n}`
}
