/** Steps a range is looked through in before the crossing is closed in on. */
const LOOKS = 12
const CLOSER = 8

/**
 * Where one option becomes cheaper than another as something grows, an age above all.
 * @param differenceAt cost of the first less the second. @returns null where it never changes sides within the range
 */
export function breakEven(
  differenceAt: (value: number) => number,
  [from, to]: readonly [number, number],
): number | null {
  let [low, lowDifference] = [from, differenceAt(from)]
  for (let look = 1; look <= LOOKS; look += 1) {
    const high = from + ((to - from) * look) / LOOKS
    const highDifference = differenceAt(high)
    if (Math.sign(lowDifference) !== Math.sign(highDifference))
      return closeIn(differenceAt, low, high, lowDifference)
    ;[low, lowDifference] = [high, highDifference]
  }
  return null
}

function closeIn(
  differenceAt: (value: number) => number,
  from: number,
  to: number,
  atFrom: number,
): number {
  let [low, high] = [from, to]
  for (let k = 0; k < CLOSER; k += 1) {
    const middle = (low + high) / 2
    if (Math.sign(differenceAt(middle)) === Math.sign(atFrom)) low = middle
    else high = middle
  }
  return (low + high) / 2
}
