import type { Keeping, KeepingState, Shop } from '@anklet/contract'
import { keptWords, pastWords } from '@anklet/language/shop/keeping'
import type { ReactNode } from 'react'
import checkChange from 'virtual:check/shop.change'
import { useIsLead, useKeeping } from '../../client/access.ts'
import { FormLine } from '../../client/form/FormFields.tsx'
import { FormSays } from '../../client/form/FormSays.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Loading } from '../../client/Loading.tsx'
import { useShop } from '../../client/queries.ts'
import { Button } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { keepingOf, setKeeping, typedKeeping } from './commands.ts'

const isErasing = ({ ownerYears, doorMonths }: Keeping): boolean =>
  ownerYears !== null || doorMonths !== null

/** What would go, before it is set: nobody erases what they did not mean. */
function Past({ state }: { readonly state: KeepingState }): ReactNode {
  const nothing = state.cars === 0 && state.entries === 0
  return (
    <Notice kind={nothing ? 'wait' : 'caution'}>
      <p aria-live="polite">{pastWords(state)}</p>
    </Notice>
  )
}

function Times({ shop }: { readonly shop: Shop }): ReactNode {
  const kept = shop.keeping ?? null
  const form = useCommandForm({
    command: 'shop.change',
    check: checkChange,
    begin: typedKeeping(kept),
    baseVersion: shop.version,
    mode: 'onChange',
    payloadOf: (typed) => setKeeping(shop, typed),
    fields: { '/keeping/ownerYears': 'ownerYears', '/keeping/doorMonths': 'doorMonths' },
    refusals: {
      ownerYears: 'Whole years, from 1 to 50; empty: until somebody erases it.',
      doorMonths: 'Whole months, from 1 to 240; empty: for good.',
    },
  })
  const wanted = keepingOf(form.typed)
  const asks = form.isValid && form.isChanged && isErasing(wanted)
  const past = useKeeping(
    { ownerYears: wanted.ownerYears ?? 0, doorMonths: wanted.doorMonths ?? 0 },
    asks,
  )
  return (
    <Disclosure summary={keptWords(kept)} summaryClass="font-semibold">
      <form className="grid gap-3 pt-2" onSubmit={form.onSubmit} noValidate>
        <FormLine
          form={form}
          field="ownerYears"
          words="Owners’ data, after a car’s last job was closed"
          hint="plate, VIN, notes, the customer’s words, photos; empty: until somebody erases it"
          unit="years"
          most={2}
        />
        <FormLine
          form={form}
          field="doorMonths"
          words="Sign-ins, and from which address something was written"
          hint="who did what stays; empty: for good"
          unit="months"
          most={3}
        />
        {asks && past.data && <Past state={past.data} />}
        <Button
          className="justify-self-start"
          type="submit"
          disabled={!form.isValid || !form.isChanged || form.isPending}
        >
          Keep it so long
        </Button>
        <FormSays form={form} />
      </form>
    </Disclosure>
  )
}

/** How long the shop keeps what tells of people. For leads. */
export function KeepingTimes(): ReactNode {
  const isLead = useIsLead()
  const shop = useShop()
  if (!isLead) return null
  return (
    <section aria-label="How long what is kept" className="grid content-start gap-3">
      <h1>How long what is kept</h1>
      <p className="text-ink-2">
        Heights, findings and work are kept for good: they are the car’s, without a name too.
      </p>
      <Loading query={shop} what="the shop">
        {(record) => <Times shop={record} />}
      </Loading>
    </section>
  )
}
