import type { RepairCase } from '@anklet/core/strategy'
import { meanYears } from '@anklet/core/strategy'
import type { ReactNode } from 'react'
import { parseNumber } from '../../../state/typed.ts'
import type { Assumed, KnownLife } from './repairCase.ts'

/** An age beyond this is a slip. */
const OLDEST_YEARS = 40

const LIFE_WORDS: Readonly<Record<KnownLife['from'], (failures: number) => string>> = {
  part: () => 'as entered with the part',
  shop: (failures) => `fitted to ${failures} of this shop’s own, with how unsure that is`,
  usual: (failures) =>
    `our rough figure: this shop has seen ${failures === 0 ? 'none' : failures} fail, and it takes five`,
}

/** What the records say of ages and lives, and what a person says instead. */
export function Assumptions({
  assumed,
  used,
  ages,
  lives,
  onChange,
}: {
  readonly assumed: Assumed
  /** Ages as they are reckoned with. */ readonly used: RepairCase['ages']
  readonly ages: { readonly other: number | null; readonly pump: number | null }
  readonly lives: { readonly spring: KnownLife; readonly pump: KnownLife }
  onChange(assumed: Assumed): void
}): ReactNode {
  const field = (
    key: keyof Assumed,
    words: string,
    unit: string,
    shown: number,
    [least, most]: readonly [number, number],
  ): ReactNode => {
    const [id, written] = [`assume-${key}`, String(Math.round(shown * 10) / 10)]
    return (
      <div>
        <label className="label" htmlFor={id}>
          {words}
        </label>
        <div className="flex items-baseline gap-2">
          <input
            id={id}
            className="field num"
            inputMode="decimal"
            autoComplete="off"
            maxLength={6}
            defaultValue={written}
            onBlur={(event) => {
              const value = parseNumber(event.target.value)
              if (value !== null && value >= least && value <= most)
                onChange({ ...assumed, [key]: value })
              else event.target.value = written
            }}
          />
          <span className="w-14 text-[14px] text-ink-3">{unit}</span>
        </div>
      </div>
    )
  }
  return (
    <details className="border-t border-edge pt-2">
      <summary className="min-h-[44px] cursor-pointer py-2.5 font-medium">
        What this rests on: ages, lives, the leak, how far ahead
      </summary>
      <div className="grid gap-3 pt-1 sm:grid-cols-2 lg:grid-cols-4">
        {field(
          'otherYears',
          `Other spring’s age${ages.other === null && assumed.otherYears === null ? ', a guess' : ''}`,
          'years',
          used.otherYears,
          [0, OLDEST_YEARS],
        )}
        {field(
          'pumpYears',
          `Pump’s age${ages.pump === null && assumed.pumpYears === null ? ', a guess' : ''}`,
          'years',
          used.pumpYears,
          [0, OLDEST_YEARS],
        )}
        {field('leakMinutes', 'Pump runs with the leak', 'min/day', assumed.leakMinutes, [0, 1440])}
        {field('normalMinutes', 'Pump runs without', 'min/day', assumed.normalMinutes, [0.1, 1440])}
        {field('daysBefore', 'Leak before it is mended', 'days', assumed.daysBefore, [0, 3650])}
        {field('waitMonths', 'Left for now', 'months', assumed.waitMonths, [1, 60])}
        {field('horizonYears', 'Looked ahead', 'years', assumed.horizonYears, [1, 30])}
        {field(
          'discountPercent',
          'Money later counts less, a year',
          '%',
          assumed.discountPercent,
          [0, 20],
        )}
      </div>
      <p className="pt-2 text-[13.5px] text-ink-2">
        Springs last {meanYears(lives.spring.life).toFixed(1)} years on average (
        {LIFE_WORDS[lives.spring.from](lives.spring.failures)}); pumps{' '}
        {meanYears(lives.pump.life).toFixed(1)} ({LIFE_WORDS[lives.pump.from](lives.pump.failures)}
        ).
      </p>
    </details>
  )
}
