import { FormSays } from '../../client/form/FormSays.tsx'
import type { Part, PartKind, VehicleType } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import { AXLES, hasAirOnAxle } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkPart from 'virtual:check/part.save'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, useParts, useShop, useVehicleTypes } from '../../client/queries.ts'
import { Loading } from '../../client/Loading.tsx'
import { FormLine } from '../../client/form/FormFields.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { PART_KIND_WORDS } from '@anklet/language/repair/decision'
import { amountWords } from '@anklet/language/plain/money'
import { Choice, KeepOrDrop } from '../../kit/FormLines.tsx'
import type { TypedPart } from './commands.ts'
import { dropPart, savePart, typedPart } from './commands.ts'
import { ShelfPage } from './ShelfPage.tsx'
import { Button } from '../../kit/Button.tsx'
import { Few } from '../../kit/Few.tsx'

const KINDS = Object.entries(PART_KIND_WORDS) as [PartKind, string][]
/** Why a part cannot be put on the shelf as it was typed. */
const LIFE =
  'A life needs both: years it lasts about, up to 200, and a shape between 0.2 and 20. ' +
  'Leave both empty for what the shop has seen.'
const REFUSALS = {
  name: 'A part needs a name.',
  cost: 'A price is a figure from 0 up.',
  hours: 'Hours are figures from 0 to 500.',
  pairHours: 'Hours are figures from 0 to 500.',
  leadDays: 'The days until it is here are a whole figure from 0 to 730.',
  scaleYears: LIFE,
} as const

/** What a part is, costs, takes and lasts. */
function PartFields({
  form,
  axles,
}: {
  readonly form: CommandForm<TypedPart>
  readonly axles: readonly Axle[]
}): ReactNode {
  const currency = useShop().data?.rate?.currency ?? 'money'
  const { typed, set } = form
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice<PartKind>
          words="It is a"
          value={typed.kind}
          options={KINDS}
          onChoose={(kind) => set({ kind })}
        />
        <Choice<TypedPart['axle']>
          words="For"
          value={typed.axle}
          options={[
            ['any', 'any axle'],
            ...axles.map((axle) => [axle, `the ${axle} axle`] as const),
          ]}
          onChoose={(axle) => set({ axle })}
        />
        <FormLine form={form} field="name" words="Name" most={80} />
        <FormLine form={form} field="number" words="Number" most={40} />
      </div>
      <div className="grid gap-3 sm:grid-cols-4">
        <FormLine form={form} field="cost" words="Price" unit={currency} most={10} />
        <FormLine form={form} field="hours" words="Work" unit="h" most={6} />
        <FormLine form={form} field="pairHours" words="Both sides" unit="h" most={6} />
        <FormLine form={form} field="leadDays" words="Until it is here" unit="days" most={4} />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <FormLine
          form={form}
          field="scaleYears"
          words="Lasts about"
          hint="empty: as the shop has seen"
          unit="years"
          most={6}
        />
        <FormLine
          form={form}
          field="shape"
          words="How it wears"
          hint="1: fails at any age alike; 3: mostly when old"
          unit=""
          most={5}
        />
      </div>
      <FormLine
        form={form}
        field="warranty"
        words="What its maker stands for"
        hint="warranty, in the maker’s own words; goes onto the owner’s paper"
        most={400}
      />
    </>
  )
}

function Editor({
  type,
  part,
  onDone,
}: {
  readonly type: VehicleType
  readonly part: Part | null
  onDone(): void
}): ReactNode {
  const form = useCommandForm({
    command: 'part.save',
    check: checkPart,
    begin: typedPart(part),
    baseVersion: part?.version ?? null,
    payloadOf: (typed, id) => savePart(part?.id ?? id, type.id, typed),
    fields: { '/life': 'scaleYears' },
    refusals: REFUSALS,
    onDone,
  })
  const drop = useCommand('part.drop')
  // Dampers of an axle without air may be controlled all the same.
  const axles = AXLES.filter(
    (axle) => form.typed.kind === 'dampers' || hasAirOnAxle(type.architecture, axle),
  )
  return (
    <form
      onSubmit={form.onSubmit}
      className="grid gap-3 py-3"
      aria-label={part ? part.name : `A part of the ${type.name}`}
    >
      <PartFields form={form} axles={axles} />
      <KeepOrDrop
        saving={form.isPending}
        dropping={drop.isPending}
        dropWords="Take it off the shelf"
        onDrop={part && (() => drop.submit(dropPart(part.id), onDone))}
      >
        <FormSays form={form} also={drop.error ? sentenceOf(drop.error) : ''} />
      </KeepOrDrop>
    </form>
  )
}

function Parts({
  type,
  parts,
}: {
  readonly type: VehicleType
  readonly parts: readonly Part[]
}): ReactNode {
  const [open, setOpen] = useState<string | null>(null)
  const currency = useShop().data?.rate?.currency
  const price = (part: Part): string =>
    currency ? amountWords(part.cost, currency) : String(part.cost)
  return (
    <section aria-label={type.name} className="mt-5">
      <h2>{type.name}</h2>
      {parts.length === 0 && (
        <p className="sub">
          No prices yet: a decision needs those of the spring, the pump and a conversion at least.
        </p>
      )}
      <Few items={parts} few={4} of="parts">
        {(part) => (
          <li key={part.id} className="border-b border-edge">
            <Button
              look="bare"
              className="flex min-h-row w-full flex-wrap items-baseline justify-between gap-x-4 py-1.5 text-left"
              aria-expanded={open === part.id}
              onClick={() => setOpen(open === part.id ? null : part.id)}
            >
              <span className="min-w-0">
                <b className="font-semibold">{part.name}</b>{' '}
                <span className="text-ink-2">
                  {PART_KIND_WORDS[part.kind]}
                  {part.axle ? `, ${part.axle}` : ''}
                  {part.number ? `, ${part.number}` : ''}
                </span>
              </span>
              <span className="num text-small">
                {price(part)}, {part.hours} h{part.leadDays > 0 ? `, ${part.leadDays} days` : ''}
              </span>
            </Button>
            {open === part.id && <Editor type={type} part={part} onDone={() => setOpen(null)} />}
          </li>
        )}
      </Few>
      <Button
        className="mt-2"
        aria-expanded={open === 'new'}
        onClick={() => setOpen(open === 'new' ? null : 'new')}
      >
        Another part
      </Button>
      {open === 'new' && <Editor type={type} part={null} onDone={() => setOpen(null)} />}
    </section>
  )
}

/**
 * What the shop fits, at which price, in how many hours, how long it is on its way and how long it
 * lasts.
 */
export function PartsShelf(): ReactNode {
  const parts = useParts()
  return (
    <ShelfPage title="Parts">
      <Loading query={useVehicleTypes()} what="the vehicle types">
        {(types) => (
          <Loading query={parts} what="the parts">
            {(all) => (
              <>
                {types.map((type) => (
                  <Parts
                    key={type.id}
                    type={type}
                    parts={all.filter(({ typeId }) => typeId === type.id)}
                  />
                ))}
              </>
            )}
          </Loading>
        )}
      </Loading>
    </ShelfPage>
  )
}
