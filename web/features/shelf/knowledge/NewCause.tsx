import type { BookCause } from '@anklet/core/reasoning/diagnosis'
import type { ReactNode } from 'react'
import { useState } from 'react'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { CauseFigures, CauseReasons } from './CauseFigures.tsx'
import { Choice, Line } from '../../../kit/FormLines.tsx'
import type { CauseForm } from './forms.ts'
import { causeForm, causeOf, newCause, OFTEN_WORDS, withEntry } from './forms.ts'
import { useEntry } from './useEntry.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'

const BLANK: BookCause = {
  id: 'new',
  words: '',
  place: 'car',
  weight: 1,
  minutes: 60,
  parts: 0,
  proof: 'now',
  because: '',
}
const PLACES = [
  ['car', 'the whole car'],
  ['axle', 'an axle'],
  ['corner', 'a corner'],
  ['sensor', 'a height sensor'],
] as const

/** What the cause is, how often it is met and what mending it takes. */
function CauseFields({
  form,
  place,
  set,
  onPlace,
}: {
  readonly form: CauseForm
  readonly place: BookCause['place']
  set(change: Partial<CauseForm>): void
  onPlace(place: BookCause['place']): void
}): ReactNode {
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-2">
        <Line
          words="What is wrong"
          hint="{place} stands for where"
          most={120}
          value={form.words}
          onType={(words) => set({ words })}
        />
        <Choice<BookCause['place']>
          words="It sits at"
          value={place}
          options={PLACES}
          onChoose={onPlace}
        />
        <CauseFigures form={form} currency="" set={set} />
      </div>
      <CauseReasons form={form} set={set} />
    </>
  )
}

interface Shown {
  readonly check: string
  readonly outcome: string
  readonly often: (typeof OFTEN_WORDS)[number]
}

/** The check that finds it, what that shows then, and how often. */
function ShownBy({
  checks,
  shown,
  onShown,
}: {
  readonly checks: ShopBook['book']['checks']
  readonly shown: Shown
  onShown(shown: Shown): void
}): ReactNode {
  const check = checks.find(({ id }) => id === shown.check)!
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <Choice
        words="The check that shows it"
        value={shown.check}
        options={checks.map(({ id, name }) => [id, name] as const)}
        onChoose={(id) =>
          onShown({
            ...shown,
            check: id,
            outcome: checks.find((each) => each.id === id)!.outcomes[1]!.id,
          })
        }
      />
      <Choice
        words="It then shows"
        value={shown.outcome}
        options={check.outcomes.slice(1).map(({ id, words }) => [id, words] as const)}
        onChoose={(outcome) => onShown({ ...shown, outcome })}
      />
      <Choice
        words="How often"
        value={shown.often}
        options={OFTEN_WORDS.map((word) => [word, word] as const)}
        onChoose={(often) => onShown({ ...shown, often })}
      />
    </div>
  )
}

/** A cause of the shop's own, with the check that finds it: what nothing can find is no use as a suspect. */
export function NewCause({ shop, onDone }: { readonly shop: ShopBook; onDone(): void }): ReactNode {
  const checks = shop.book.checks.filter(({ group }) => group !== 'complaint')
  const [form, setForm] = useState(() => causeForm(BLANK))
  const [place, setPlace] = useState<BookCause['place']>('car')
  const [shown, setShown] = useState<Shown>({
    check: checks[0]!.id,
    outcome: checks[0]!.outcomes[1]!.id,
    often: OFTEN_WORDS[1]!,
  })
  const [wrong, setWrong] = useState('')
  const { busy, error, keep } = useEntry(shop)
  const set = (change: Partial<CauseForm>): void => setForm({ ...form, ...change })
  const save = (): void => {
    const formed = causeOf({ ...BLANK, place }, form)
    setWrong(formed.ok ? '' : formed.sentence)
    if (!formed.ok) return
    const { id: _id, ...rest } = formed.entry
    const made = newCause(shop.book, rest, shown)
    keep(
      withEntry(
        withEntry(shop.changes, 'causes', made.cause.id, made.cause),
        'checks',
        made.check.id,
        made.check,
      ),
      onDone,
    )
  }
  return (
    <section aria-label="A new cause" className="sheet mb-4 grid gap-3 p-4">
      <CauseFields form={form} place={place} set={set} onPlace={setPlace} />
      <ShownBy checks={checks} shown={shown} onShown={setShown} />
      <div className="flex flex-wrap gap-2">
        <Button look="go" disabled={busy} onClick={save}>
          Put it on the shelf
        </Button>
        <Button onClick={onDone}>Not now</Button>
      </div>
      {(wrong || error) && <Refusal>{wrong || error}</Refusal>}
    </section>
  )
}
