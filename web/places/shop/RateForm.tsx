import type { Rate } from '@anklet/contract'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { parseNumber } from '../../state/typed.ts'

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
  const [perHour, setPerHour] = useState(rate ? String(rate.perHour) : '')
  const [currency, setCurrency] = useState(rate?.currency ?? 'EUR')
  const [tax, setTax] = useState(rate?.taxPercent === undefined ? '' : String(rate.taxPercent))
  const [wrong, setWrong] = useState('')
  const keep = (event: FormEvent): void => {
    event.preventDefault()
    const figure = parseNumber(perHour)
    const code = currency.trim().toUpperCase()
    if (perHour.trim() === '') {
      setWrong('')
      return onKeep(null)
    }
    if (figure === null || figure <= 0 || figure > 1e6)
      return setWrong('An hour must cost something: a figure above 0.')
    if (!/^[A-Z]{3}$/.test(code)) return setWrong('A currency is three letters, such as EUR.')
    const taxPercent = tax.trim() === '' ? 0 : parseNumber(tax)
    if (taxPercent === null || taxPercent < 0 || taxPercent > 100)
      return setWrong('Tax is between 0 and 100 per cent.')
    setWrong('')
    onKeep({ perHour: figure, currency: code, ...(taxPercent > 0 ? { taxPercent } : {}) })
  }
  return (
    <form onSubmit={keep}>
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <label className="label" htmlFor="rate">
            An hour of work costs
          </label>
          <input
            id="rate"
            className="field num"
            inputMode="decimal"
            autoComplete="off"
            maxLength={10}
            value={perHour}
            onChange={(event) => setPerHour(event.target.value)}
          />
        </div>
        <div className="w-24">
          <label className="label" htmlFor="currency">
            in
          </label>
          <input
            id="currency"
            className="field uppercase"
            autoComplete="off"
            maxLength={3}
            value={currency}
            onChange={(event) => setCurrency(event.target.value)}
          />
        </div>
        <div className="w-24">
          <label className="label" htmlFor="tax">
            tax, %
          </label>
          <input
            id="tax"
            className="field num"
            inputMode="decimal"
            autoComplete="off"
            maxLength={5}
            value={tax}
            onChange={(event) => setTax(event.target.value)}
          />
        </div>
        <button
          type="submit"
          className="btn"
          disabled={
            busy ||
            (perHour === (rate ? String(rate.perHour) : '') &&
              currency === (rate?.currency ?? 'EUR') &&
              tax === (rate?.taxPercent === undefined ? '' : String(rate.taxPercent)))
          }
        >
          Keep the rate
        </button>
      </div>
      {wrong && (
        <p className="wrong mt-1" role="alert">
          {wrong}
        </p>
      )}
    </form>
  )
}
