import type { ReactNode } from 'react'
import { Button } from './Button.tsx'
import { Field, Input, Select, TextArea } from './Field.tsx'

/** What a line is asked as. */
export interface LineProps {
  readonly words: string
  readonly value: string
  readonly most?: number
  /** Lines that are in sight; left out: some. */
  readonly rows?: number
  readonly unit?: string
  readonly hint?: string
  /** Why it cannot be taken as it is; left out: it can. */
  readonly refusal?: string | undefined
  onType(text: string): void
}

/** A line that is typed, with its name over it. */
export function Line({
  words,
  value,
  most = 300,
  unit,
  hint,
  refusal,
  onType,
}: LineProps): ReactNode {
  const label = (
    <>
      {words}
      {hint && <span className="font-normal text-ink-3">, {hint}</span>}
    </>
  )
  return (
    <Field label={label} refusal={refusal} {...(unit === undefined ? {} : { unit })}>
      <Input
        className={unit ? 'num' : ''}
        inputMode={unit ? 'decimal' : 'text'}
        autoComplete="off"
        maxLength={most}
        value={value}
        onText={onType}
      />
    </Field>
  )
}

/** Several lines that are typed. */
export function Lines({ words, value, most = 2000, rows, refusal, onType }: LineProps): ReactNode {
  return (
    <Field label={words} refusal={refusal}>
      <TextArea
        className={rows === undefined ? 'min-h-[88px]' : 'h-auto py-2'}
        rows={rows}
        maxLength={most}
        value={value}
        onText={onType}
      />
    </Field>
  )
}

/** One of a list. */
export function Choice<Value extends string>({
  words,
  value,
  options,
  onChoose,
}: {
  readonly words: string
  readonly value: Value
  readonly options: readonly (readonly [Value, string])[]
  onChoose(value: Value): void
}): ReactNode {
  return (
    <Field className="min-w-0" label={words}>
      <Select value={value} onChange={(event) => onChoose(event.target.value as Value)}>
        {options.map(([each, said]) => (
          <option key={each} value={each}>
            {said}
          </option>
        ))}
      </Select>
    </Field>
  )
}

/** Keeps what a form holds, or takes what it began with away; and what came of it. */
export function KeepOrDrop({
  onKeep,
  saving,
  dropping,
  dropWords,
  onDrop,
  children,
}: {
  /** Left out: the form itself is submitted. */
  readonly onKeep?: () => void
  readonly saving: boolean
  readonly dropping: boolean
  readonly dropWords: string
  /** null: there is nothing to take away. */
  readonly onDrop: (() => void) | null
  /** Why it was not kept. */
  readonly children: ReactNode
}): ReactNode {
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <Button look="go" type={onKeep ? 'button' : 'submit'} disabled={saving} onClick={onKeep}>
          Keep it so
        </Button>
        {onDrop && (
          <Button disabled={dropping} onClick={onDrop}>
            {dropWords}
          </Button>
        )}
      </div>
      {children}
    </>
  )
}
