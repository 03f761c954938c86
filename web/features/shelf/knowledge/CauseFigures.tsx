import type { ReactNode } from 'react'
import { FormLine } from '../../../client/form/FormFields.tsx'
import type { CommandForm } from '../../../client/form/useCommandForm.ts'
import { Taps } from '../../../kit/Taps.tsx'
import type { TypedCause } from './commands.ts'
import { PROOFS } from './commands.ts'

const SAY_BOTH = 'Say what is wrong, and in one line why it comes.'

/** Why a cause cannot be kept as it was typed, by field. */
export const CAUSE_REFUSALS = {
  words: SAY_BOTH,
  because: SAY_BOTH,
  weight: 'How often it is met must be a number above 0, at most 10 000.',
  minutes: 'The minutes of work must be a number from 0, at most 10 000.',
  parts: 'The worth of the parts must be a number from 0, at most 10 000.',
  price: 'A price is a figure from 0 up; leave it empty where you have none.',
} as const

interface CauseProps {
  readonly form: CommandForm<TypedCause>
}

/** What is wrong, in the words of the book. */
export const CauseWords = ({ form }: CauseProps): ReactNode => (
  <FormLine
    form={form}
    field="words"
    words="What is wrong"
    hint="{place} stands for where"
    most={120}
  />
)

/** How often a cause is met, and what mending it takes. @param currency of the shop; empty: none yet */
export function CauseFigures({
  form,
  currency,
}: CauseProps & { readonly currency: string }): ReactNode {
  return (
    <>
      <FormLine
        form={form}
        field="weight"
        words="Met at one place"
        hint="in about 100 cars"
        unit="times"
        most={8}
      />
      <FormLine form={form} field="minutes" words="Work" unit="min" most={8} />
      <FormLine
        form={form}
        field="price"
        words="Your price of the parts"
        hint="empty: none"
        unit={currency || 'money'}
        most={10}
      />
      <FormLine
        form={form}
        field="parts"
        words="Parts without a price"
        hint="their worth in work"
        unit="min"
        most={8}
      />
    </>
  )
}

/** What proves that it is mended, and why it comes. */
export function CauseReasons({ form }: CauseProps): ReactNode {
  return (
    <>
      <Taps
        legend="A repair is proved"
        options={PROOFS}
        chosen={[form.typed.proof]}
        onTap={(proof) => form.set({ proof })}
      />
      <FormLine form={form} field="because" words="Why it comes, in one line" />
    </>
  )
}
