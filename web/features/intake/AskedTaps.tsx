import { Check, X } from 'lucide-react'
import type { ReactNode } from 'react'
import { Tap } from '../../kit/Button.tsx'

interface AskedProps<Value> {
  readonly legend: ReactNode
  readonly options: readonly { readonly value: Value; readonly words: string }[]
  readonly said: readonly Value[]
  readonly denied: readonly Value[]
  readonly disabled: boolean
  /** @param denied of all questions, as they are then */
  onAnswer(said: Value[], denied: Value[]): void
}

/**
 * Questions that were asked or not: a tap is yes, a second one no, a third one takes the answer
 * back. Untapped is not asked, never no.
 */
export function AskedTaps<Value extends string>({
  legend,
  options,
  said,
  denied,
  disabled,
  onAnswer,
}: AskedProps<Value>): ReactNode {
  const without = (values: readonly Value[], value: Value): Value[] =>
    values.filter((other) => other !== value)
  const tap = (value: Value): void => {
    if (said.includes(value)) return onAnswer(without(said, value), [...denied, value])
    if (denied.includes(value)) return onAnswer([...said], without(denied, value))
    return onAnswer([...said, value], [...denied])
  }
  return (
    <fieldset disabled={disabled}>
      <legend className="label">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(({ value, words }) => {
          const [yes, no] = [said.includes(value), denied.includes(value)]
          return (
            <Tap on={yes} key={value} data-denied={no} onClick={() => tap(value)}>
              {yes && <Check size={18} strokeWidth={3} aria-hidden />}
              {no && <X size={18} strokeWidth={3} aria-hidden />}
              <span>{no ? `${words}: no` : words}</span>
            </Tap>
          )
        })}
      </div>
    </fieldset>
  )
}
