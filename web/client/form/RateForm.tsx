import { FormSays } from './FormSays.tsx'
import type { Shop } from '@anklet/contract'
import type { ReactNode } from 'react'
import checkChange from 'virtual:check/shop.change'
import { useCommandForm } from './useCommandForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Field, FigureInput, Input } from '../../kit/Field.tsx'
import { setRate, typedRate } from './shopChange.ts'

const REFUSALS = {
  perHour: 'An hour must cost something: a figure above 0.',
  currency: 'A currency is three letters, such as EUR.',
  tax: 'Tax is between 0 and 100 per cent.',
} as const

/** What an hour of work costs the customer: without it, worth is told in minutes only. */
export function RateForm({ shop }: { readonly shop: Shop }): ReactNode {
  const form = useCommandForm({
    command: 'shop.change',
    check: checkChange,
    begin: typedRate(shop.rate ?? null),
    baseVersion: shop.version,
    payloadOf: (typed) => setRate(shop, typed),
    fields: { '/rate': 'perHour', '/rate/currency': 'currency', '/rate/taxPercent': 'tax' },
    refusals: REFUSALS,
  })
  const { typed, set, refusals } = form
  return (
    <form onSubmit={form.onSubmit} noValidate>
      <div className="flex flex-wrap items-start gap-2">
        <Field
          className="min-w-[9rem] flex-1"
          label="An hour of work costs"
          id="rate"
          refusal={refusals.perHour}
        >
          <FigureInput
            maxLength={10}
            value={typed.perHour}
            onText={(text) => set({ perHour: text })}
          />
        </Field>
        <Field className="w-24" label="in" id="currency" refusal={refusals.currency}>
          <Input
            className="uppercase"
            autoComplete="off"
            maxLength={3}
            value={typed.currency}
            onText={(text) => set({ currency: text })}
          />
        </Field>
        <Field className="w-24" label="tax, %" id="tax" refusal={refusals.tax}>
          <FigureInput maxLength={5} value={typed.tax} onText={(text) => set({ tax: text })} />
        </Field>
        <Button className="mt-[26px]" type="submit" disabled={form.isPending || !form.isChanged}>
          Keep the rate
        </Button>
      </div>
      <FormSays className="mt-1" form={form} />
    </form>
  )
}
