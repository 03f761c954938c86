import type { Rate } from '@anklet/contract'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { parseNumber } from '../../kit/typed.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

interface TypedRate {
  readonly perHour: string
  readonly currency: string
  readonly tax: string
}

const typedRate = (rate: Rate | null): TypedRate => ({
  perHour: rate ? String(rate.perHour) : '',
  currency: rate?.currency ?? 'EUR',
  tax: rate?.taxPercent === undefined ? '' : String(rate.taxPercent),
})

/** More than this an hour is a slip. */
const MOST_PER_HOUR = 1e6

/** The rate as it was typed, null where none was, or what is wrong with it. */
function rateOf({
  perHour,
  currency,
  tax,
}: TypedRate):
  | { readonly ok: true; readonly rate: Rate | null }
  | { readonly ok: false; readonly sentence: string } {
  const refuse = (sentence: string) => ({ ok: false, sentence }) as const
  if (perHour.trim() === '') return { ok: true, rate: null }
  const figure = parseNumber(perHour)
  const code = currency.trim().toUpperCase()
  if (figure === null || figure <= 0 || figure > MOST_PER_HOUR)
    return refuse('An hour must cost something: a figure above 0.')
  if (!/^[A-Z]{3}$/.test(code)) return refuse('A currency is three letters, such as EUR.')
  const taxPercent = tax.trim() === '' ? 0 : parseNumber(tax)
  if (taxPercent === null || taxPercent < 0 || taxPercent > 100)
    return refuse('Tax is between 0 and 100 per cent.')
  const taxed = taxPercent > 0 ? { taxPercent } : {}
  return { ok: true, rate: { perHour: figure, currency: code, ...taxed } }
}

/** What an hour of work costs the customer: without it, worth is told in minutes only. */
export function RateForm({
  rate,
  busy,
  onKeep,
}: {
  readonly rate: Rate | null
  readonly busy: boolean
  onKeep(rate: Rate | null): void
}): ReactNode {
  const [perHour, setPerHour] = useState(() => typedRate(rate).perHour)
  const [currency, setCurrency] = useState(() => typedRate(rate).currency)
  const [tax, setTax] = useState(() => typedRate(rate).tax)
  const [wrong, setWrong] = useState('')
  const keep = (event: FormEvent): void => {
    event.preventDefault()
    const made = rateOf({ perHour, currency, tax })
    setWrong(made.ok ? '' : made.sentence)
    if (made.ok) onKeep(made.rate)
  }
  const kept = typedRate(rate)
  const same = perHour === kept.perHour && currency === kept.currency && tax === kept.tax
  return (
    <form onSubmit={keep}>
      <div className="flex flex-wrap items-end gap-2">
        <Field className="min-w-[9rem] flex-1" label="An hour of work costs" id="rate">
          <Input
            className="num"
            inputMode="decimal"
            autoComplete="off"
            maxLength={10}
            value={perHour}
            onChange={(event) => setPerHour(event.target.value)}
          />
        </Field>
        <Field className="w-24" label="in" id="currency">
          <Input
            className="uppercase"
            autoComplete="off"
            maxLength={3}
            value={currency}
            onChange={(event) => setCurrency(event.target.value)}
          />
        </Field>
        <Field className="w-24" label="tax, %" id="tax">
          <Input
            className="num"
            inputMode="decimal"
            autoComplete="off"
            maxLength={5}
            value={tax}
            onChange={(event) => setTax(event.target.value)}
          />
        </Field>
        <Button type="submit" disabled={busy || same}>
          Keep the rate
        </Button>
      </div>
      <Refusal className="mt-1">{wrong}</Refusal>
    </form>
  )
}
