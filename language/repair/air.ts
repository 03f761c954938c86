import type { ChargeRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'

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

/** What a system is charged with. */
export const GAS_WORDS: Readonly<Record<ChargeRecord['gas'], string>> = {
  nitrogen: 'nitrogen',
  dryAir: 'dry air',
  pump: 'its own pump',
}

/** What was put in, as it was written down. */
export function chargeWords(entry: ChargeRecord, units: DisplayUnits): string {
  const { beforeBarG, afterBarG, addedBarL } = entry
  if (entry.corrects && beforeBarG === afterBarG) return 'nothing went in'
  const bar = (value: number): string => formatQuantity(value, 'pressure', units)
  return (
    `${bar(beforeBarG)} to ${bar(afterBarG)} ${UNIT_LABEL[units.pressure]}, ` +
    `${addedBarL >= 0 ? '+' : '−'}${Math.abs(addedBarL).toFixed(1)} bar·L`
  )
}
