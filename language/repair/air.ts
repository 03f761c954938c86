/** Less than this is nothing, either way, bar-litre. */
const NOTHING_BARL = 0.05

/** Whether gas is missing, beyond what nobody can measure. */
export const isMissing = (topUpBarL: number): boolean => topUpBarL > NOTHING_BARL

/** How much gas is missing in a system, or too much. */
export function topUpWords(topUpBarL: number): string {
  if (isMissing(topUpBarL)) return `${topUpBarL.toFixed(1)} bar·L are missing.`
  return topUpBarL < -NOTHING_BARL
    ? `${(-topUpBarL).toFixed(1)} bar·L too much.`
    : 'Nothing is missing.'
}
