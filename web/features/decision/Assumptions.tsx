import { LIFE_FROM_WORDS, leakWords } from '@anklet/language/repair/decision'
import type { RepairCase, Assumed, MeasuredLeak, KnownLife } from '@anklet/core/reasoning/strategy'
import { meanYears } from '@anklet/core/reasoning/strategy'
import type { ReactNode } from 'react'
import { parseNumber } from '../../kit/typed.ts'
import { Field, FigureInput } from '../../kit/Field.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

/** An age beyond this is a slip. */
const OLDEST_YEARS = 40

interface RestsOnProps {
  readonly assumed: Assumed
  /** Null: not measured. */ readonly leak: MeasuredLeak | null
  readonly lives: { readonly spring: KnownLife; readonly pump: KnownLife }
}

/** Where the leak and the lives are from. */
function RestsOn({ assumed, leak, lives }: RestsOnProps): ReactNode {
  return (
    <p className="pt-2 text-small text-ink-2">
      {leakWords(assumed, leak)}
      Springs last {meanYears(lives.spring.life).toFixed(1)} years on average (
      {LIFE_FROM_WORDS[lives.spring.from](lives.spring.failures)}); pumps{' '}
      {meanYears(lives.pump.life).toFixed(1)} (
      {LIFE_FROM_WORDS[lives.pump.from](lives.pump.failures)}
      ).
    </p>
  )
}

/** What the records say of ages and lives, and what a person says instead. */
export function Assumptions({
  assumed,
  used,
  leak,
  ages,
  lives,
  onChange,
}: RestsOnProps & {
  /** Ages and leak as they are reckoned with. */ readonly used: Pick<RepairCase, 'ages' | 'leak'>
  readonly ages: { readonly other: number | null; readonly pump: number | null }
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
      <Field label={words} id={id} unit={unit}>
        <FigureInput
          maxLength={6}
          key={written}
          defaultValue={written}
          onBlur={(event) => {
            const value = parseNumber(event.target.value)
            if (value !== null && value >= least && value <= most)
              onChange({ ...assumed, [key]: value })
            else event.target.value = written
          }}
        />
      </Field>
    )
  }
  return (
    <Disclosure
      className="border-t border-edge pt-2"
      summary="What this rests on: ages, lives, the leak, how far ahead"
    >
      <div className="grid gap-3 pt-1 sm:grid-cols-2 lg:grid-cols-4">
        {field(
          'otherYears',
          `Other spring’s age${ages.other === null && assumed.otherYears === null ? ', a guess' : ''}`,
          'years',
          used.ages.otherYears,
          [0, OLDEST_YEARS],
        )}
        {field(
          'pumpYears',
          `Pump’s age${ages.pump === null && assumed.pumpYears === null ? ', a guess' : ''}`,
          'years',
          used.ages.pumpYears,
          [0, OLDEST_YEARS],
        )}
        {field(
          'leakMinutes',
          'Pump runs with the leak',
          'min/day',
          used.leak.minutesPerDay,
          [0, 1440],
        )}
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
      <RestsOn assumed={assumed} leak={leak} lives={lives} />
    </Disclosure>
  )
}
