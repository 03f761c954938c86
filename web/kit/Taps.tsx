import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Tap } from './Button.tsx'

interface Option<Value> {
  readonly value: Value
  readonly words: ReactNode
  readonly hint?: string
}

interface TapsProps<Value> {
  readonly legend: ReactNode
  readonly options: readonly Option<Value>[]
  readonly chosen: readonly Value[]
  readonly disabled?: boolean
  onTap(value: Value): void
}

/** A row of big answers to tap; the chosen ones are dark and carry a tick, so that colour is not all that tells. */
export function Taps<Value extends string | number | boolean>({
  legend,
  options,
  chosen,
  disabled,
  onTap,
}: TapsProps<Value>): ReactNode {
  return (
    <fieldset disabled={disabled}>
      <legend className="label">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(({ value, words, hint }) => {
          const on = chosen.includes(value)
          return (
            <Tap on={on} key={String(value)} onClick={() => onTap(value)}>
              {on && <Check size={18} strokeWidth={3} aria-hidden />}
              <span>
                {words}
                {hint && <span className="block text-note font-normal opacity-80">{hint}</span>}
              </span>
            </Tap>
          )
        })}
      </div>
    </fieldset>
  )
}

/** A list with a value put in, or taken out if it was there. */
export const toggled = <Value,>(values: readonly Value[], value: Value): Value[] =>
  values.includes(value) ? values.filter((other) => other !== value) : [...values, value]
