import type { ChargeRecord } from '@anklet/contract'
import { lossBetween } from '@anklet/core/compressor'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/units'
import type { ReactNode } from 'react'
import { useUnits } from '../../../data/queries.ts'
import { momentWords } from '../../../words/times.ts'

const GAS: Readonly<Record<ChargeRecord['gas'], string>> = {
  nitrogen: 'nitrogen',
  dryAir: 'dry air',
  pump: 'its own pump',
}

/** Every charge on record, and what the system loses between them. */
export function ChargeList({ charges }: { readonly charges: readonly ChargeRecord[] }): ReactNode {
  const units = useUnits()
  if (charges.length === 0) return null
  const loss = lossBetween(
    charges.map(({ at, addedBarL, beforeBarG, afterBarG }) => ({
      atMs: Date.parse(at),
      addedBarL,
      beforeBarG,
      afterBarG,
    })),
  )
  const bar = (value: number): string => formatQuantity(value, 'pressure', units)
  return (
    <section aria-label="Charges">
      <h2>Charges</h2>
      <ul>
        {charges.toReversed().map(({ id, at, gas, beforeBarG, afterBarG, addedBarL }) => (
          <li key={id} className="border-b border-edge py-1.5">
            <span className="block">
              {momentWords(at, new Date())}, {GAS[gas]}
            </span>
            <span className="num text-[14.5px] text-ink-2">
              {bar(beforeBarG)} to {bar(afterBarG)} {UNIT_LABEL[units.pressure]},{' '}
              {addedBarL >= 0 ? '+' : '−'}
              {Math.abs(addedBarL).toFixed(1)} bar·L
            </span>
          </li>
        ))}
      </ul>
      {loss && loss.barLPerMonth > 0.05 && (
        <p className="mt-2">
          It loses about <b className="num">{loss.barLPerMonth.toFixed(1)} bar·L</b> a month: what
          was put in over {loss.months.toFixed(0)} months.
        </p>
      )}
    </section>
  )
}
