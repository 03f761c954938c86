import type { ReactNode } from 'react'
import type { FieldWords } from './typeForm.ts'

/** One figure with its unit, as it is typed. */
export function Figure({
  id,
  field,
  value,
  guessed = false,
  onType,
}: {
  readonly id: string
  readonly field: FieldWords
  readonly value: string
  /** Stands in for a figure nobody has looked up. */ readonly guessed?: boolean
  onType(text: string): void
}): ReactNode {
  return (
    <div>
      <label className="label" htmlFor={id}>
        {field.words}
        {field.hint && <span className="font-normal text-ink-3">, {field.hint}</span>}
        {guessed && (
          <span className="ml-2 rounded bg-chalk px-1.5 font-semibold text-[#14211f]">guess</span>
        )}
      </label>
      <div className="flex items-baseline gap-2">
        <input
          id={id}
          className={`field num ${guessed ? 'border-dashed' : ''}`}
          inputMode="decimal"
          autoComplete="off"
          maxLength={12}
          value={value}
          onChange={(event) => onType(event.target.value)}
        />
        <span className="w-12 text-[14px] text-ink-3">{field.unit}</span>
      </div>
    </div>
  )
}
