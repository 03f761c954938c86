import { KeepEntry } from './KeepEntry.tsx'
import { PROOF_WORDS, bareCauseWords, minutesWords } from '@anklet/language/causes/suspects'
import type { BookCause } from '@anklet/core/reasoning/diagnosis'
import { clsx } from 'clsx'
import { ChevronDown, ChevronUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkCause from 'virtual:check/cause'
import { useShop } from '../../../client/queries.ts'
import { amountWords } from '@anklet/language/plain/money'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { useBook } from '../../job/knowledge/useBook.ts'
import { ShelfPage } from '../ShelfPage.tsx'
import { Exchange } from './Exchange.tsx'
import { CAUSE_REFUSALS, CauseFigures, CauseReasons, CauseWords } from './CauseFigures.tsx'
import { causeOf, typedCause } from './commands.ts'
import { NewCause } from './NewCause.tsx'
import { useEntryForm } from './useEntryForm.ts'
import { Button } from '../../../kit/Button.tsx'
import { Few } from '../../../kit/Few.tsx'
import { Notice } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

function Editor({
  cause,
  shop,
  onDone,
}: {
  readonly cause: BookCause
  readonly shop: ShopBook
  onDone(): void
}): ReactNode {
  const form = useEntryForm({
    shop,
    kind: 'causes',
    id: cause.id,
    check: checkCause,
    begin: typedCause(cause),
    entryOf: (typed) => causeOf(cause, typed),
    refusals: CAUSE_REFUSALS,
    onDone,
  })
  const currency = useShop().data?.rate?.currency ?? ''
  return (
    <form className="grid gap-3 py-3" onSubmit={form.onSubmit}>
      <CauseWords form={form} />
      <div className="grid gap-3 sm:grid-cols-2">
        <CauseFigures form={form} currency={currency} />
      </div>
      {form.typed.price.trim() !== '' && currency === '' && (
        <Notice kind="wait">A price counts once the shop has said what an hour costs.</Notice>
      )}
      <CauseReasons form={form} />
      <KeepEntry form={form} />
    </form>
  )
}

function Row({
  cause,
  shop,
  most,
}: {
  readonly cause: BookCause
  readonly shop: ShopBook
  readonly most: number
}): ReactNode {
  const [open, setOpen] = useState(false)
  const currency = useShop().data?.rate?.currency
  const { learned } = shop.record ?? {}
  const ours = learned?.counts[cause.id] ?? 0
  const parts =
    cause.price !== undefined && currency
      ? `parts ${amountWords(cause.price, currency)}`
      : cause.parts > 0
        ? `parts worth ${minutesWords(cause.parts)}`
        : 'no parts'
  return (
    <li className="border-b border-edge">
      <Button
        look="bare"
        className={clsx(
          'grid min-h-[56px] w-full grid-cols-[minmax(0,1fr)_20px] items-center gap-x-4 py-1.5',
          'text-left sm:grid-cols-[minmax(0,1fr)_120px_130px_20px]',
        )}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="min-w-0">
          <span className="block font-semibold leading-tight first-letter:uppercase">
            {bareCauseWords(cause.words)}
            {Object.hasOwn(shop.changes.causes, cause.id) && (
              <span className="ml-2 rounded bg-chalk px-1.5 text-note font-semibold text-[#14211f]">
                changed
              </span>
            )}
          </span>
          <span className="block text-small text-ink-2">
            {minutesWords(cause.minutes)} of work, {parts}, {PROOF_WORDS[cause.proof]}
          </span>
        </span>
        <span className="hidden sm:block">
          <span className="relative block h-3 bg-edge-2">
            <span
              aria-hidden
              className="absolute inset-y-0 left-0 bg-steel-dark"
              style={{ width: `${Math.max(2, (cause.weight / most) * 100)}%` }}
            />
          </span>
          <span className="num text-note text-ink-2">{cause.weight} in 100 cars</span>
        </span>
        <span className="num hidden text-small sm:block">
          {learned && learned.closedJobs > 0 ? `ours: ${ours} of ${learned.closedJobs}` : ''}
        </span>
        {open ? <ChevronUp size={18} aria-hidden /> : <ChevronDown size={18} aria-hidden />}
      </Button>
      {open && (
        <>
          <p className="text-small text-ink-2 sm:hidden">
            {cause.weight} in 100 cars
            {learned && learned.closedJobs > 0
              ? `; ours: ${ours} of ${learned.closedJobs} closed jobs`
              : ''}
            .
          </p>
          <Editor
            key={JSON.stringify(cause)}
            cause={cause}
            shop={shop}
            onDone={() => setOpen(false)}
          />
        </>
      )}
    </li>
  )
}

/**
 * What can be wrong with a car: how often, what putting it right costs, and what this shop's own
 * jobs say.
 */
export function Causes(): ReactNode {
  const shop = useBook()
  const [words, search] = useState('')
  const [adding, add] = useState(false)
  const { learned, borrowed } = shop.record ?? {}
  const shown = shop.book.causes.filter((cause) =>
    bareCauseWords(cause.words).toLowerCase().includes(words.trim().toLowerCase()),
  )
  const most = Math.max(...shop.book.causes.map(({ weight }) => weight))
  return (
    <ShelfPage title="Causes" tools={<Exchange shop={shop} />}>
      <p className="sub mb-3">
        {learned && learned.closedJobs > 0
          ? `${learned.closedJobs} closed jobs of this shop with a finding are counted in: ` +
            'what you meet often comes sooner.'
          : 'Each closed job with a finding is counted in: what you meet often comes sooner.'}
        {borrowed ? ` So are ${borrowed.closedJobs} of another shop.` : ''}
      </p>
      <div className="my-4 flex flex-wrap items-end gap-3">
        <Field className="min-w-[200px] flex-1" label="Find" id="find-cause">
          <Input type="search" maxLength={40} value={words} onText={search} />
        </Field>
        <Button aria-expanded={adding} onClick={() => add(!adding)}>
          A new cause
        </Button>
      </div>
      {adding && <NewCause shop={shop} onDone={() => add(false)} />}
      <Few items={shown} few={words.trim() === '' ? 12 : shown.length} of="causes">
        {(cause) => <Row key={cause.id} cause={cause} shop={shop} most={most} />}
      </Few>
      {shown.length === 0 && <p className="sub">None is called so.</p>}
    </ShelfPage>
  )
}
