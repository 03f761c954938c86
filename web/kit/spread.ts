/**
 * Moves labels apart that would lie on one another, each as little as need be and in their order.
 * @param wanted where each label would like to be, px. @param gap least distance between two, px.
 * @param limits first and last place allowed, px.
 */
export function spreadLabels(
  wanted: readonly number[],
  gap: number,
  [first, last]: readonly [number, number],
): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!)
  const placed = wanted.map((place) => Math.min(last, Math.max(first, place)))
  for (let k = 1; k < order.length; k += 1)
    placed[order[k]!] = Math.max(placed[order[k]!]!, placed[order[k - 1]!]! + gap)
  // What was pushed past the end pushes back.
  for (let k = order.length - 1, limit = last; k >= 0; k -= 1) {
    placed[order[k]!] = Math.min(placed[order[k]!]!, limit)
    limit = placed[order[k]!]! - gap
  }
  return placed
}
