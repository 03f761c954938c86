import type { ReactNode } from 'react'
import type { FieldWords } from './typeForm.ts'
import type { AskedFigure } from './WhatIsThis.tsx'
import { WhatIsThis } from './WhatIsThis.tsx'
import { UnitInput, useUnitLabel } from '../../client/form/UnitInput.tsx'
import { Field } from '../../kit/Field.tsx'

/** One figure with its unit, as it is typed. */
export function Figure({
  id,
  field,
  value,
  asked,
  guessed = false,
  onType,
  onLook,
}: {
  readonly id: string
  readonly field: FieldWords
  readonly value: string
  /** What it is on the car; left out: nothing that can be drawn. */
  readonly asked?: AskedFigure
  /** Stands in for a figure nobody has looked up. */ readonly guessed?: boolean
  onType(text: string): void
  /** Told when somebody is at it. */
  onLook?(asked: AskedFigure): void
}): ReactNode {
  const unit = useUnitLabel(field.unit)
  return (
    <Field
      label={
        <>
          {field.words}
          {field.hint && <span className="font-normal text-ink-3">, {field.hint}</span>}
          {guessed && (
            <span className="ml-2 rounded bg-chalk px-1.5 font-semibold text-[#14211f]">guess</span>
          )}
        </>
      }
      id={id}
      unit={unit}
      beside={asked && <WhatIsThis asked={asked} />}
    >
      <UnitInput
        unit={field.unit}
        className={guessed ? 'border-dashed' : ''}
        maxLength={12}
        value={value}
        onText={onType}
        onFocus={() => asked && onLook?.(asked)}
      />
    </Field>
  )
}
