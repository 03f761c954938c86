import type { ChargeRecord } from '@anklet/contract'
import { airBetween, chargeDoubt } from '@anklet/core/physics/compressor'
import type { ChargeDoubt } from '@anklet/core/physics/compressor'
import type { Anatomy } from '@anklet/core/base/vehicle'
import type { ReadFigures } from '../../../kit/readFigures.ts'
import { BOTTLE_ASKS, WARMTH_ASK } from '../../../kit/pumpAsks.ts'
import type { ChargeRead } from './commands.ts'

const ASKS = {
  reservoirL: { words: 'Reservoir', kind: 'plain', unit: 'L', least: 0.1, most: 1000, start: null },
  reservoirBarG: { words: 'It holds now', kind: 'pressure', least: -1, most: 40, start: null },
  targetReservoirBarG: {
    words: 'It should hold at 20 °C',
    kind: 'pressure',
    least: -1,
    most: 40,
    start: null,
  },
  temperatureC: WARMTH_ASK,
  ...BOTTLE_ASKS,
} as const
/** What is asked when it is done. */
export const AFTER = {
  afterBarG: { words: 'It holds after it', kind: 'pressure', least: -1, most: 40, start: null },
} as const

/** Names of what is asked before gas goes in. */
export type Asked = keyof typeof ASKS

/** What is asked, with what the type already says. */
export const asksOf = ({ reservoirL, chargeTargetBarG }: Anatomy = {}) => ({
  ...ASKS,
  reservoirL: { ...ASKS.reservoirL, start: reservoirL ?? null },
  targetReservoirBarG: { ...ASKS.targetReservoirBarG, start: chargeTargetBarG ?? null },
})

/** What is doubted of what it holds after it, by the target that stands in the form. */
export const doubtOf = (
  asked: ReadFigures<Asked>,
  read: ReadFigures<keyof typeof AFTER>,
  { chargeLimitBarG }: Anatomy = {},
): ChargeDoubt | null =>
  asked.ok && read.ok
    ? chargeDoubt(read.value.afterBarG, {
        targetBarG: asked.value.targetReservoirBarG,
        limitBarG: chargeLimitBarG,
      })
    : null

/** What was read of a charge; null: something of it is not typed yet. */
export function chargeRead(
  asked: ReadFigures<Asked>,
  after: ReadFigures<keyof typeof AFTER>,
  gas: ChargeRecord['gas'],
): ChargeRead | null {
  if (!asked.ok || !after.ok) return null
  const { reservoirBarG: beforeBarG, reservoirL, temperatureC } = asked.value
  return { gas, reservoirL, beforeBarG, afterBarG: after.value.afterBarG, temperatureC }
}

/** Litres an entry was reckoned with; null: its pressure did not change. */
export function litresOf({
  beforeBarG,
  afterBarG,
  temperatureC,
  addedBarL,
}: ChargeRecord): number | null {
  const perLitre = airBetween(beforeBarG, afterBarG, 1, temperatureC)
  return perLitre === 0 ? null : Number((addedBarL / perLitre).toFixed(2))
}
