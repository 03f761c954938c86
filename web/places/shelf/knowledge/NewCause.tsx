import type { BookCause } from '@anklet/core/diagnosis'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../../parts/Taps.tsx'
import type { ShopBook } from '../../job/suspects/useBook.ts'
import { Choice, Line } from './fields.tsx'
import { causeForm, causeOf, newCause, OFTEN_WORDS, PROOFS, withEntry } from './forms.ts'
import { useEntry } from './useEntry.ts'

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

/** A cause of the shop's own, with the check that finds it: what nothing can find is no use as a suspect. */
export function NewCause({ shop, onDone }: { readonly shop: ShopBook; onDone(): void }): ReactNode {
  const checks = shop.book.checks.filter(({ group }) => group !== 'complaint')
  const [form, setForm] = useState(() => causeForm(BLANK))
  const [place, setPlace] = useState<BookCause['place']>('car')
  const [shown, setShown] = useState({
    check: checks[0]!.id,
    outcome: checks[0]!.outcomes[1]!.id,
    often: OFTEN_WORDS[1]!,
  })
  const [wrong, setWrong] = useState('')
  const { busy, error, keep } = useEntry(shop)
  const check = checks.find(({ id }) => id === shown.check)!
  const set = (change: Partial<typeof form>): void => setForm({ ...form, ...change })
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
          onChoose={setPlace}
        />
        <Line
          words="Met at one place"
          hint="in about 100 cars"
          unit="times"
          most={8}
          value={form.weight}
          onType={(weight) => set({ weight })}
        />
        <Line
          words="Work"
          unit="min"
          most={8}
          value={form.minutes}
          onType={(minutes) => set({ minutes })}
        />
        <Line
          words="Your price of the parts"
          hint="empty: none"
          unit="money"
          most={10}
          value={form.price}
          onType={(price) => set({ price })}
        />
        <Line
          words="Parts without a price"
          hint="their worth in work"
          unit="min"
          most={8}
          value={form.parts}
          onType={(parts) => set({ parts })}
        />
      </div>
      <Taps
        legend="A repair is proved"
        options={PROOFS}
        chosen={[form.proof]}
        onTap={(proof) => set({ proof })}
      />
      <Line
        words="Why it comes, in one line"
        value={form.because}
        onType={(because) => set({ because })}
      />
      <div className="grid gap-3 sm:grid-cols-3">
        <Choice
          words="The check that shows it"
          value={shown.check}
          options={checks.map(({ id, name }) => [id, name] as const)}
          onChoose={(id) =>
            setShown({
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
          onChoose={(outcome) => setShown({ ...shown, outcome })}
        />
        <Choice
          words="How often"
          value={shown.often}
          options={OFTEN_WORDS.map((word) => [word, word] as const)}
          onChoose={(often) => setShown({ ...shown, often })}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-go" disabled={busy} onClick={save}>
          Put it on the shelf
        </button>
        <button type="button" className="btn" onClick={onDone}>
          Not now
        </button>
      </div>
      {(wrong || error) && (
        <p className="wrong" role="alert">
          {wrong || error}
        </p>
      )}
    </section>
  )
}
