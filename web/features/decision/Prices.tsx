import type { Job, Shop } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import type { BuiltOption } from '@anklet/core/reasoning/strategy'
import { KIND_WORDS } from '@anklet/language/repair/decision'
import type { ReactNode } from 'react'
import checkPart from 'virtual:check/part.save'
import checkShop from 'virtual:check/shop.change'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Field, FigureInput, Input } from '../../kit/Field.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import type { Priceable } from './prices.ts'
import { hourOf, NO_PRICE, priceOf, unpriced } from './prices.ts'

/** What an hour of work costs, where nobody said it yet. */
function Hour({ shop }: { readonly shop: Shop }): ReactNode {
  const form = useCommandForm({
    command: 'shop.change',
    check: checkShop,
    begin: { perHour: '', currency: 'EUR' },
    baseVersion: shop.version,
    payloadOf: (typed) => hourOf(shop, typed),
    fields: { '/rate': 'perHour', '/rate/currency': 'currency' },
    refusals: {
      perHour: 'An hour must cost something: a figure above 0.',
      currency: 'A currency is three letters, such as EUR.',
    },
  })
  const { typed, set, refusals } = form
  return (
    <form onSubmit={form.onSubmit} noValidate className="flex flex-wrap items-end gap-3">
      <Field
        className="w-[150px]"
        label="An hour of work costs"
        id="hour-costs"
        refusal={refusals.perHour}
      >
        <FigureInput
          maxLength={10}
          value={typed.perHour}
          onText={(text) => set({ perHour: text })}
        />
      </Field>
      <Field className="w-24" label="in" id="hour-currency" refusal={refusals.currency}>
        <Input maxLength={3} value={typed.currency} onText={(text) => set({ currency: text })} />
      </Field>
      <Button type="submit" disabled={form.isPending}>
        Enter it
      </Button>
      <Refusal>{form.complaint}</Refusal>
    </form>
  )
}

/** Price, hours and days of one part. */
function Price({
  typeId,
  kind,
  axle,
  currency,
}: {
  readonly typeId: string
  readonly kind: Priceable
  readonly axle: Axle
  readonly currency: string
}): ReactNode {
  const form = useCommandForm({
    command: 'part.save',
    check: checkPart,
    begin: NO_PRICE,
    payloadOf: (typed, id) => priceOf(id, typeId, { kind, axle }, typed),
    refusals: {
      cost: 'A price is a figure.',
      hours: 'Hours are a figure; 0 where it takes none of its own.',
      leadDays: 'Whole days; 0 where it is here.',
    },
  })
  const { typed, set, refusals } = form
  const field = (name: keyof typeof NO_PRICE, label: string, unit: string): ReactNode => (
    <Field
      className="w-[150px]"
      label={label}
      id={`price-${kind}-${name}`}
      unit={unit}
      refusal={refusals[name]}
    >
      <FigureInput maxLength={10} value={typed[name]} onText={(text) => set({ [name]: text })} />
    </Field>
  )
  return (
    <form
      onSubmit={form.onSubmit}
      noValidate
      aria-label={KIND_WORDS[kind]}
      className="grid gap-1.5"
    >
      <h3 className="font-semibold">{KIND_WORDS[kind]}</h3>
      <div className="flex flex-wrap items-end gap-3">
        {field('cost', 'Price of one', currency)}
        {field('hours', 'Work for one', 'h')}
        {field('leadDays', 'Here in', 'days')}
        <Button type="submit" disabled={form.isPending}>
          Enter it
        </Button>
      </div>
      <Refusal>{form.complaint}</Refusal>
    </form>
  )
}

/** Prices that are missing, to be typed in place: options are told in money as soon as they are known. */
export function Prices({
  job,
  shop,
  axle,
  options,
}: {
  readonly job: Job
  readonly shop: Shop
  readonly axle: Axle
  readonly options: readonly BuiltOption[]
}): ReactNode {
  const kinds = unpriced(options)
  if (shop.rate && kinds.length === 0) return null
  return (
    <Disclosure summary="Prices: what is not known yet can be entered here, or left">
      <div className="grid gap-4 pt-1">
        {!shop.rate && <Hour key={shop.version} shop={shop} />}
        {kinds.map((kind) => (
          <Price
            key={kind}
            typeId={job.vehicleType.id}
            kind={kind}
            axle={axle}
            currency={shop.rate?.currency ?? ''}
          />
        ))}
      </div>
    </Disclosure>
  )
}
