import { LONGEST_SECRET } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Tap } from './Button.tsx'
import { Field, Input } from './Field.tsx'

interface PinFieldProps {
  readonly label: string
  readonly value: string
  readonly refusal?: string | null
  readonly hint?: string
  readonly autoComplete: 'current-password' | 'new-password' | 'off'
  readonly autoFocus?: boolean
  onText(text: string): void
}

/** A PIN, never shown; figures first, for a thumb in a glove, letters at a tap. */
export function PinField({
  label,
  value,
  refusal = null,
  hint,
  onText,
  ...rest
}: PinFieldProps): ReactNode {
  const [letters, setLetters] = useState(false)
  return (
    <Field
      label={label}
      refusal={refusal}
      {...(hint === undefined ? {} : { hint })}
      beside={
        <Tap on={letters} aria-label="Letters too" onClick={() => setLetters(!letters)}>
          abc
        </Tap>
      }
    >
      <Input
        type="password"
        maxLength={LONGEST_SECRET}
        inputMode={letters ? 'text' : 'numeric'}
        value={value}
        onText={onText}
        {...rest}
      />
    </Field>
  )
}
