import type { Part, PartKind, VehicleType } from '@anklet/contract'
import { AXLES, hasAirOnAxle } from '@anklet/core/base/vehicle'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, useParts, useShop, useVehicleTypes } from '../../client/queries.ts'
import { Loading } from '../../client/Loading.tsx'
import { parseNumber } from '../../kit/typed.ts'
import { PART_KIND_WORDS } from '@anklet/language/repair/decision'
import { amountWords } from '@anklet/language/plain/money'
import { Choice, KeepOrDrop, Line } from '../../kit/FormLines.tsx'
import { ShelfPage } from './ShelfPage.tsx'
import { Button } from '../../kit/Button.tsx'

const KINDS = Object.entries(PART_KIND_WORDS) as [PartKind, string][]
type Axle = 'front' | 'rear' | 'any'
interface Form {
  readonly kind: PartKind
  readonly axle: Axle
  readonly name: string
  readonly number: string
  readonly cost: string
  readonly hours: string
  readonly pairHours: string
  readonly leadDays: string
  readonly shape: string
  readonly scaleYears: string
  readonly warranty: string
}
const BLANK: Form = {
  kind: 'spring',
  axle: 'any',
  name: '',
  number: '',
  cost: '',
  hours: '',
  pairHours: '',
  leadDays: '0',
  shape: '',
  scaleYears: '',
  warranty: '',
}
const formOf = ({
  kind,
  axle,
  name,
  number,
  cost,
  hours,
  pairHours,
  leadDays,
  life,
  warranty = '',
}: Part): Form => ({
  kind,
  axle: axle ?? 'any',
  name,
  number,
  cost: String(cost),
  hours: String(hours),
  pairHours: pairHours === null ? '' : String(pairHours),
  leadDays: String(leadDays),
  shape: life ? String(life.shape) : '',
  scaleYears: life ? String(life.scaleYears) : '',
  warranty,
})

const MOST = { cost: 1e7, hours: 500, leadDays: 730 } as const

/** A part as it was typed; or what is wrong with it. */
export function partOf(
  form: Form,
):
  | { readonly ok: true; readonly part: Omit<Part, 'id' | 'version' | 'typeId'> }
  | { readonly ok: false; readonly sentence: string } {
  const refuse = (sentence: string) => ({ ok: false as const, sentence })
  const within = (text: string, most: number): number | null => {
    const value = parseNumber(text)
    return value !== null && value >= 0 && value <= most ? value : null
  }
  const [cost, hours, lead] = [
    within(form.cost, MOST.cost),
    within(form.hours, MOST.hours),
    within(form.leadDays, MOST.leadDays),
  ]
  const pair = form.pairHours.trim() === '' ? null : within(form.pairHours, MOST.hours)
  if (form.name.trim() === '') return refuse('A part needs a name.')
  if (cost === null) return refuse('A price is a figure from 0 up.')
  if (hours === null || (form.pairHours.trim() !== '' && pair === null))
    return refuse('Hours are figures from 0 to 500.')
  if (lead === null || !Number.isInteger(lead))
    return refuse('The days until it is here are a whole figure from 0 to 730.')
  const [shape, scaleYears] = [parseNumber(form.shape), parseNumber(form.scaleYears)]
  const lived = form.shape.trim() !== '' || form.scaleYears.trim() !== ''
  if (
    lived &&
    (shape === null ||
      shape < 0.2 ||
      shape > 20 ||
      scaleYears === null ||
      scaleYears < 0.1 ||
      scaleYears > 200)
  )
    return refuse(
      'A life needs both: years it lasts about, up to 200, and a shape between 0.2 ' +
        'and 20. Leave both empty for what the shop has seen.',
    )
  return {
    ok: true,
    part: {
      kind: form.kind,
      axle: form.axle === 'any' ? null : form.axle,
      name: form.name.trim(),
      number: form.number.trim(),
      cost,
      hours,
      pairHours: pair,
      leadDays: lead,
      life: lived ? { shape: shape!, scaleYears: scaleYears! } : null,
      warranty: form.warranty.trim(),
    },
  }
}

/** What a part is, costs, takes and lasts. */
function PartFields({
  form,
  axles,
  set,
}: {
  readonly form: Form
  readonly axles: readonly (typeof AXLES)[number][]
  set(change: Partial<Form>): void
}): ReactNode {
  const currency = useShop().data?.rate?.currency ?? 'money'
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice<PartKind>
          words="It is a"
          value={form.kind}
          options={KINDS}
          onChoose={(kind) => set({ kind })}
        />
        <Choice<Axle>
          words="For"
          value={form.axle}
          options={[
            ['any', 'any axle'],
            ...axles.map((axle) => [axle, `the ${axle} axle`] as const),
          ]}
          onChoose={(axle) => set({ axle })}
        />
        <Line words="Name" most={80} value={form.name} onType={(name) => set({ name })} />
        <Line words="Number" most={40} value={form.number} onType={(number) => set({ number })} />
      </div>
      <div className="grid gap-3 sm:grid-cols-4">
        <Line
          words="Price"
          unit={currency}
          most={10}
          value={form.cost}
          onType={(cost) => set({ cost })}
        />
        <Line
          words="Work"
          unit="h"
          most={6}
          value={form.hours}
          onType={(hours) => set({ hours })}
        />
        <Line
          words="Both sides"
          unit="h"
          most={6}
          value={form.pairHours}
          onType={(pairHours) => set({ pairHours })}
        />
        <Line
          words="Until it is here"
          unit="days"
          most={4}
          value={form.leadDays}
          onType={(leadDays) => set({ leadDays })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Line
          words="Lasts about"
          hint="empty: as the shop has seen"
          unit="years"
          most={6}
          value={form.scaleYears}
          onType={(scaleYears) => set({ scaleYears })}
        />
        <Line
          words="Shape of its life"
          hint="1 at any age alike, 3 with age"
          unit=""
          most={5}
          value={form.shape}
          onType={(shape) => set({ shape })}
        />
      </div>
      <Line
        words="What its maker stands for"
        hint="warranty, in the maker’s own words; goes onto the owner’s paper"
        most={400}
        value={form.warranty}
        onType={(warranty) => set({ warranty })}
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
  const [form, setForm] = useState(() => (part ? formOf(part) : BLANK))
  const [id] = useState(() => part?.id ?? crypto.randomUUID())
  const [wrong, setWrong] = useState('')
  const [save, drop] = [useCommand('part.save'), useCommand('part.drop')]
  const set = (change: Partial<Form>): void => setForm({ ...form, ...change })
  const keep = (event: FormEvent): void => {
    event.preventDefault()
    const made = partOf(form)
    setWrong(made.ok ? '' : made.sentence)
    if (made.ok)
      save.submit(
        {
          payload: { partId: id, typeId: type.id, ...made.part },
          baseVersion: part?.version ?? null,
        },
        onDone,
      )
  }
  const error = save.error ?? drop.error
  // Dampers of an axle without air may be controlled all the same.
  const axles = AXLES.filter(
    (axle) => form.kind === 'dampers' || hasAirOnAxle(type.architecture, axle),
  )
  return (
    <form
      onSubmit={keep}
      className="grid gap-3 py-3"
      aria-label={part ? part.name : `A part of the ${type.name}`}
    >
      <PartFields form={form} axles={axles} set={set} />
      <KeepOrDrop
        saving={save.isPending}
        dropping={drop.isPending}
        dropWords="Take it off the shelf"
        onDrop={part && (() => drop.submit({ payload: { partId: part.id } }, onDone))}
        complaint={wrong || (error ? sentenceOf(error) : '')}
      />
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
      <ul>
        {parts.map((part) => (
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
            {open === part.id && (
              <Editor key={part.version} type={type} part={part} onDone={() => setOpen(null)} />
            )}
          </li>
        ))}
      </ul>
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
