import { FormSays } from '../../../client/form/FormSays.tsx'
import type { ReactNode } from 'react'
import { KeepOrDrop } from '../../../kit/FormLines.tsx'
import type { EntryForm } from './useEntryForm.ts'

/** Keeps an entry as it is typed, or puts it back to how it ships. */
export const KeepEntry = ({
  form,
}: {
  readonly form: Pick<EntryForm<unknown>, 'isPending' | 'putBack' | 'complaint' | 'meanwhile'>
}): ReactNode => (
  <KeepOrDrop
    saving={form.isPending}
    dropping={form.isPending}
    dropWords="As it ships"
    onDrop={form.putBack}
  >
    <FormSays form={form} />
  </KeepOrDrop>
)
