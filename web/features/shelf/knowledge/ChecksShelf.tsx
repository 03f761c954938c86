import { KeepEntry } from './KeepEntry.tsx'
import { ROW_PLACE_WORDS, bareCauseWords, minutesWords } from '@anklet/language/causes/suspects'
import type { BookCheck, BookRow, OFTEN } from '@anklet/core/reasoning/diagnosis'
import { ChevronDown, ChevronUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import checkEntry from 'virtual:check/check'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { useBook } from '../../job/knowledge/useBook.ts'
import { ShelfPage } from '../ShelfPage.tsx'
import { Exchange } from './Exchange.tsx'
import { Choice, Line } from '../../../kit/FormLines.tsx'
import { FormLine, FormLines } from '../../../client/form/FormFields.tsx'
import type { CommandForm } from '../../../client/form/useCommandForm.ts'
import type { TypedCheck } from './commands.ts'
import { checkOf, OFTEN_WORDS, typedCheck } from './commands.ts'
import { useEntryForm } from './useEntryForm.ts'
import { Refusal } from '../../../kit/Notice.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'
import { Few } from '../../../kit/Few.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

const GROUPS: readonly (readonly [BookCheck['group'], string])[] = [
  ['complaint', 'What the owner says'],
  ['look', 'Looked at and listened to'],
  ['measured', 'Measured'],
  ['soap', 'Soaped'],
  ['test', 'Tried'],
  ['electrical', 'Electrical'],
  ['code', 'Codes'],
]
type Often = keyof typeof OFTEN
const OFTENS = OFTEN_WORDS.map((word) => [word, word] as const)

/** How often each cause shows what: a word, never a figure nobody has. */
function Rows({
  check,
  rows,
  causeName,
  onChange,
}: {
  readonly check: BookCheck
  /** How often, row by row, as it is chosen. */
  readonly rows: readonly BookRow[]
  causeName(id: string): string
  onChange(rows: readonly BookRow[]): void
}): ReactNode {
  const loud = check.outcomes.slice(1)
  const set = (at: number, row: BookRow): void =>
    onChange(rows.map((each, i) => (i === at ? row : each)))
  return (
    <Disclosure summary={<>How often it shows what, by cause ({check.rows.length})</>}>
      <ul className="grid gap-3 pt-1">
        {check.rows.map(({ causes, at = 'same', because }, i) => {
          const row = rows[i]!
          return (
            <li key={`${at} ${causes.join()}`} className="border-b border-edge pb-3">
              <p className="font-semibold first-letter:uppercase">
                {causes.map(causeName).join(', ')}
                {ROW_PLACE_WORDS[at]}
              </p>
              <p className="mb-1.5 text-small text-ink-2">{because}</p>
              <div className="grid gap-2 sm:grid-cols-3">
                {typeof row === 'string' ? (
                  <Choice<Often>
                    words={loud[0]!.words}
                    value={row}
                    options={OFTENS}
                    onChoose={(often) => set(i, often)}
                  />
                ) : (
                  loud
                    .filter(({ id }) => row[id])
                    .map(({ id, words }) => (
                      <Choice<Often>
                        key={id}
                        words={words}
                        value={row[id]!}
                        options={OFTENS}
                        onChoose={(often) => set(i, { ...row, [id]: often })}
                      />
                    ))
                )}
              </div>
            </li>
          )
        })}
      </ul>
    </Disclosure>
  )
}

const REFUSALS = {
  name: 'A check needs a name and its question.',
  asks: 'A check needs a name and its question.',
  minutes: 'The minutes of work must be a number from 0, at most 10 000.',
  materials: 'What it uses up must be a number from 0, at most 10 000.',
  unattendedH: 'The hours it stands must be a number from 0, at most 200.',
  how: 'Say how it is done, in one to eight lines of at most 240 letters.',
  needs: 'What it needs: at most six things of forty letters, parted by commas.',
  outcomes: 'Every outcome needs its words.',
} as const

/** What a check asks, takes, needs and may show. */
function CheckFields({
  check,
  form,
}: {
  readonly check: BookCheck
  readonly form: CommandForm<TypedCheck>
}): ReactNode {
  const { typed, set, refusals } = form
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <FormLine form={form} field="name" words="Name" most={40} />
        <FormLine
          form={form}
          field="asks"
          words="It asks"
          hint="{place} stands for where"
          most={160}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-3">
        <FormLine form={form} field="minutes" words="Work" unit="min" most={8} />
        <FormLine
          form={form}
          field="materials"
          words="What it uses up"
          hint="its worth in work"
          unit="min"
          most={8}
        />
        <FormLine form={form} field="unattendedH" words="Standing by itself" unit="h" most={6} />
      </div>
      <FormLines form={form} field="how" words="How it is done, a step a line" />
      <div className="grid gap-3 sm:grid-cols-2">
        <FormLine form={form} field="needs" words="It needs" hint="parted by commas" most={240} />
        <FormLine form={form} field="caution" words="Caution" />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        {check.outcomes.map(({ id }, i) => (
          <Line
            key={id}
            words={i === 0 ? 'It may show, as on a sound car' : 'Or'}
            most={60}
            value={typed.outcomes[id]!}
            onType={(words) => set({ outcomes: { ...typed.outcomes, [id]: words } })}
          />
        ))}
      </div>
      <Refusal>{refusals.outcomes}</Refusal>
    </>
  )
}

function Editor({
  check,
  shop,
  onDone,
}: {
  readonly check: BookCheck
  readonly shop: ShopBook
  onDone(): void
}): ReactNode {
  const form = useEntryForm({
    shop,
    kind: 'checks',
    id: check.id,
    check: checkEntry,
    begin: typedCheck(check),
    entryOf: (typed) => checkOf(check, typed),
    refusals: REFUSALS,
    onDone,
  })
  const names = useMemo(
    () =>
      new Map(
        shop.book.causes.map(({ id, words }) => [
          id,
          bareCauseWords(words).replace('The ', 'the '),
        ]),
      ),
    [shop.book],
  )
  return (
    <form className="grid gap-3 py-3" onSubmit={form.onSubmit}>
      <CheckFields check={check} form={form} />
      <Rows
        check={check}
        rows={form.typed.rows}
        causeName={(id) => names.get(id) ?? id}
        onChange={(rows) => form.set({ rows })}
      />
      <KeepEntry form={form} />
    </form>
  )
}

function Row({ check, shop }: { readonly check: BookCheck; readonly shop: ShopBook }): ReactNode {
  const [open, setOpen] = useState(false)
  return (
    <li className="border-b border-edge">
      <Button
        look="bare"
        className="grid min-h-row w-full grid-cols-[minmax(0,1fr)_110px_20px] items-center gap-x-3 py-1.5 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="min-w-0">
          <span className="block font-semibold leading-tight">
            {check.name}
            {Object.hasOwn(shop.changes.checks, check.id) && (
              <span className="ml-2 rounded bg-chalk px-1.5 text-note font-semibold text-[#14211f]">
                changed
              </span>
            )}
          </span>
          <span className="block text-small text-ink-2 first-letter:uppercase">
            {check.asks.replace('{place}', '…')}
          </span>
        </span>
        <span className="num text-right text-small text-ink-2">
          {minutesWords(check.minutes)}
          {check.unattendedH ? `, ${check.unattendedH} h standing` : ''}
        </span>
        {open ? <ChevronUp size={18} aria-hidden /> : <ChevronDown size={18} aria-hidden />}
      </Button>
      {open && (
        <Editor
          key={JSON.stringify(check)}
          check={check}
          shop={shop}
          onDone={() => setOpen(false)}
        />
      )}
    </li>
  )
}

/** What can be looked at and tried: how, how long, and what each cause shows. */
export function ChecksShelf(): ReactNode {
  const shop = useBook()
  const [wanted, search] = useState('')
  const found = shop.book.checks.filter(({ name, asks }) =>
    `${name} ${asks}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  )
  return (
    <ShelfPage title="Checks" tools={<Exchange shop={shop} />}>
      <div className="mb-2 flex flex-wrap items-end justify-between gap-x-8 gap-y-2">
        <p className="sub flex-1 basis-[360px]">
          How long each takes decides what is worth doing next; how often a cause shows what decides
          whom it speaks against.
        </p>
        <Field className="w-[260px]" label="Find" id="find-check">
          <Input type="search" maxLength={40} value={wanted} onText={search} />
        </Field>
      </div>
      {found.length === 0 && <p className="sub">None is called so.</p>}
      {GROUPS.map(([group, words]) => {
        const checks = found.filter((check) => check.group === group)
        return (
          checks.length > 0 && (
            <section key={group} aria-label={words} className="mt-3">
              <h2>{words}</h2>
              <Few items={checks} few={wanted === '' ? 2 : checks.length} of="checks">
                {(check) => <Row key={check.id} check={check} shop={shop} />}
              </Few>
            </section>
          )
        )
      })}
    </ShelfPage>
  )
}
