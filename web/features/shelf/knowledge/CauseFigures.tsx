import type { ReactNode } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import type { CauseForm } from './forms.ts'
import { PROOFS } from './forms.ts'
import { Line } from '../../../kit/FormLines.tsx'

interface CauseProps {
  readonly form: CauseForm
  set(change: Partial<CauseForm>): void
}

/** How often a cause is met, and what mending it takes. @param currency of the shop; empty: none yet */
export function CauseFigures({
  form,
  currency,
  set,
}: CauseProps & { readonly currency: string }): ReactNode {
  return (
    <>
      <Line
        words="Met at one place"
        hint="in about 100 cars"
        unit="times"
        most={8}
        value={form.weight}
        onType={(weight) => set({ weight })}
      />
      <Line
        words="Work"
        unit="min"
        most={8}
        value={form.minutes}
        onType={(minutes) => set({ minutes })}
      />
      <Line
        words="Your price of the parts"
        hint="empty: none"
        unit={currency || 'money'}
        most={10}
        value={form.price}
        onType={(price) => set({ price })}
      />
      <Line
        words="Parts without a price"
        hint="their worth in work"
        unit="min"
        most={8}
        value={form.parts}
        onType={(parts) => set({ parts })}
      />
    </>
  )
}

/** What proves that it is mended, and why it comes. */
export function CauseReasons({ form, set }: CauseProps): ReactNode {
  return (
    <>
      <Taps
        legend="A repair is proved"
        options={PROOFS}
        chosen={[form.proof]}
        onTap={(proof) => set({ proof })}
      />
      <Line
        words="Why it comes, in one line"
        value={form.because}
        onType={(because) => set({ because })}
      />
    </>
  )
}
