import type { InputHTMLAttributes, ReactNode } from 'react'
import { Field, Input } from '../../kit/Field.tsx'
import type { LineProps } from '../../kit/FormLines.tsx'
import { Line, Lines } from '../../kit/FormLines.tsx'
import type { CommandForm } from './useCommandForm.ts'

/** Fields of a form that hold text. */
type TextOf<Typed> = { [Key in keyof Typed]: Typed[Key] extends string ? Key : never }[keyof Typed]

interface Bound<Typed> {
  readonly form: Pick<CommandForm<Typed>, 'typed' | 'set' | 'refusals'>
  readonly field: TextOf<Typed> & string
}

/** What stands in a field of a form, why it is refused, and what typing in it does. */
const bind = <Typed,>({ form, field }: Bound<Typed>) => ({
  value: form.typed[field] as string,
  refusal: form.refusals[field],
  onType: (text: string): void => form.set({ [field]: text } as unknown as Partial<Typed>),
})

type Asked = Omit<LineProps, 'value' | 'refusal' | 'onType'>

/** A line of a form. */
export const FormLine = <Typed,>({ form, field, ...asked }: Bound<Typed> & Asked): ReactNode => (
  <Line {...asked} {...bind({ form, field })} />
)

/** Several lines of a form. */
export const FormLines = <Typed,>({ form, field, ...asked }: Bound<Typed> & Asked): ReactNode => (
  <Lines {...asked} {...bind({ form, field })} />
)

/** A field of a form with an input of its own kind, such as a day. */
export function FormField<Typed>({
  form,
  field,
  label,
  id,
  className,
  inputClass,
  ...input
}: Bound<Typed> &
  Omit<InputHTMLAttributes<HTMLInputElement>, 'form' | 'onChange' | 'value'> & {
    readonly label: ReactNode
    /** Where it stands and how wide it is. */
    readonly className?: string
    readonly inputClass?: string
  }): ReactNode {
  const { value, refusal, onType } = bind({ form, field })
  return (
    <Field
      label={label}
      refusal={refusal}
      {...(id === undefined ? {} : { id })}
      {...(className === undefined ? {} : { className })}
    >
      <Input {...input} className={inputClass} value={value} onText={onType} />
    </Field>
  )
}
