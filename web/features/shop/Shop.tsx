import { FormSays } from '../../client/form/FormSays.tsx'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Person, Shop as ShopRecord } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import checkChange from 'virtual:check/shop.change'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Loading } from '../../client/Loading.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { useCommand, usePeople, useRepeatability, useShop, useUnits } from '../../client/queries.ts'
import { useAccess } from '../../client/state/access.ts'
import type { Theme } from '../../client/state/session.ts'
import { useSession } from '../../client/state/session.ts'
import { changeUnits, giveRole, renameShop } from './commands.ts'
import { RateForm } from '../../client/form/RateForm.tsx'
import { ROLE_WORDS } from '@anklet/language/shop/people'
import { Backups } from './Backups.tsx'
import { Exchange } from './Exchange.tsx'
import { KeepingTimes } from './KeepingTimes.tsx'
import { OtherTablets } from './OtherTablets.tsx'
import { AddPerson } from './People.tsx'
import { Button, ButtonLink, Tap } from '../../kit/Button.tsx'
import { Field, Input } from '../../kit/Field.tsx'

type Units = ShopRecord['units']

/** What heights, pressures and temperatures are shown and typed in. */
function UnitTaps({
  units,
  busy,
  onUnits,
}: {
  readonly units: Units
  readonly busy: boolean
  onUnits(units: Units): void
}): ReactNode {
  const unit =
    <Key extends keyof Units>(key: Key) =>
    (value: Units[Key]) =>
      onUnits({ ...units, [key]: value })
  return (
    <>
      <Taps
        disabled={busy}
        legend="Heights in"
        options={[
          { value: 'mm', words: 'mm' },
          { value: 'inch', words: 'inch' },
        ]}
        chosen={[units.length]}
        onTap={unit('length')}
      />
      <Taps
        disabled={busy}
        legend="Pressures in"
        options={[
          { value: 'bar', words: 'bar' },
          { value: 'kPa', words: 'kPa' },
          { value: 'psi', words: 'psi' },
        ]}
        chosen={[units.pressure]}
        onTap={unit('pressure')}
      />
      <Taps
        disabled={busy}
        legend="Temperatures in"
        options={[
          { value: 'degC', words: '°C' },
          { value: 'degF', words: '°F' },
        ]}
        chosen={[units.temperature]}
        onTap={unit('temperature')}
      />
    </>
  )
}

/** What the shop is called. */
function NameForm({ shop }: { readonly shop: ShopRecord }): ReactNode {
  const form = useCommandForm({
    command: 'shop.change',
    check: checkChange,
    begin: { name: shop.name },
    baseVersion: shop.version,
    payloadOf: (typed) => renameShop(shop, typed),
  })
  const { name } = form.typed
  const same = name.trim() === '' || name.trim() === shop.name
  return (
    <form onSubmit={form.onSubmit}>
      <Field
        label="Name of the shop"
        id="shop-name"
        refusal={form.refusals.name}
        beside={
          <Button type="submit" disabled={same || form.isPending}>
            Keep
          </Button>
        }
      >
        <Input maxLength={80} value={name} onText={(text) => form.set({ name: text })} />
      </Field>
      <FormSays className="mt-1" form={form} />
    </form>
  )
}

function Settings({ shop }: { readonly shop: ShopRecord }): ReactNode {
  const change = useCommand('shop.change')
  const { theme, chooseTheme } = useSession()
  return (
    <div className="grid gap-5">
      <NameForm shop={shop} />
      <UnitTaps
        units={shop.units}
        busy={change.isPending}
        onUnits={(units) => change.submit(changeUnits(shop, units))}
      />
      <Taps<Theme>
        legend="Light, on this device"
        options={[
          { value: 'system', words: 'As the system' },
          { value: 'light', words: 'Light' },
          { value: 'dark', words: 'Dark' },
        ]}
        chosen={[theme]}
        onTap={chooseTheme}
      />
      <RateForm shop={shop} />
      <p className="text-ink-2">
        Units change what is shown and typed. What is stored stays the same.
      </p>
      <RefusalOf asked={change} />
    </div>
  )
}

/** How well this shop's tape repeats, as its own double rounds tell. */
function Tape(): ReactNode {
  const units = useUnits()
  const { repeatabilityMm, repeats } = useRepeatability()
  return (
    <section aria-label="The tape" className="grid content-start gap-3">
      <h1>The tape</h1>
      <p className="figure">
        <span className="text-ink-2">
          {repeats > 0
            ? `One reading repeats to, learned from ${repeats} repeats of this shop`
            : 'One reading repeats to, the usual figure: walk both laps, and this shop’s own is learned'}
        </span>
        <span className="num text-figure">
          {formatQuantity(repeatabilityMm, 'height', units, 1)}
          <span className="unit">{UNIT_LABEL[units.length]}</span>
        </span>
      </p>
    </section>
  )
}

// Whoever agrees to deviations is named; while nobody is, any colleague may.
function PersonRow({ person: { id, name, role = 'technician' } }: PersonRowProps): ReactNode {
  const accounts = useAccess((access) => access.accounts)
  const change = useCommand('person.role')
  const isLead = role === 'lead'
  return (
    <li className="sheet flex min-h-touch flex-wrap items-center justify-between gap-3 px-4 py-1.5 font-medium">
      {name}
      {accounts ? (
        <span className="font-normal text-ink-2">{ROLE_WORDS[role]}</span>
      ) : (
        <Tap
          on={isLead}
          disabled={change.isPending}
          aria-label={`${name} agrees to deviations`}
          onClick={() => change.submit(giveRole(id, isLead ? 'technician' : 'lead'))}
        >
          Lead
        </Tap>
      )}
      <RefusalOf asked={change} className="w-full" />
    </li>
  )
}
interface PersonRowProps {
  readonly person: Person
}

/** The shop: its name, its units, its people, its tape, its backup. */
export function Shop(): ReactNode {
  const people = usePeople()
  const accounts = useAccess((access) => access.accounts)
  return (
    <div className="mx-auto grid max-w-[1080px] gap-10 px-4 py-6 md:grid-cols-2 md:px-6">
      <section>
        <h1 className="mb-5">The shop</h1>
        <Loading query={useShop()} what="the shop">
          {(shop) => <Settings shop={shop} />}
        </Loading>
      </section>
      <section>
        <h1 className="mb-5">People</h1>
        <ul className="mb-5 grid gap-2">
          {people.data?.map((each) => (
            <PersonRow key={each.id} person={each} />
          ))}
        </ul>
        {people.data?.length === 0 && (
          <p className="mb-4 text-ink-2">
            Nobody yet. Every reading is signed, so add a name first.
          </p>
        )}
        {!accounts && <AddPerson onAdded={() => undefined} />}
        <ButtonLink className="mt-4" to="/shop/people">
          {accounts ? 'PINs and roles' : 'Have people sign in'}
        </ButtonLink>
      </section>
      <OtherTablets />
      <Backups />
      <KeepingTimes />
      <Exchange />
      <Tape />
    </div>
  )
}
