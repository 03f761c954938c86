import { FormSays } from '../../client/form/FormSays.tsx'
import type { Job, Shop } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import type { BuiltOption } from '@anklet/core/reasoning/strategy'
import { KIND_WORDS } from '@anklet/language/repair/decision'
import type { ReactNode } from 'react'
import checkPart from 'virtual:check/part.save'
import { FormLine } from '../../client/form/FormFields.tsx'
import { RateForm } from '../../client/form/RateForm.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import type { Priceable } from './prices.ts'
import { NO_PRICE, priceOf, unpriced } from './prices.ts'

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
  return (
    <form
      onSubmit={form.onSubmit}
      noValidate
      aria-label={KIND_WORDS[kind]}
      className="grid gap-1.5"
    >
      <h3 className="font-semibold">{KIND_WORDS[kind]}</h3>
      <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_1fr_auto]">
        <FormLine form={form} field="cost" words="Price of one" unit={currency} most={10} />
        <FormLine form={form} field="hours" words="Work for one" unit="h" most={10} />
        <FormLine form={form} field="leadDays" words="Here in" unit="days" most={10} />
        <Button type="submit" disabled={form.isPending}>
          Enter it
        </Button>
      </div>
      <FormSays form={form} />
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
        {!shop.rate && <RateForm shop={shop} />}
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
