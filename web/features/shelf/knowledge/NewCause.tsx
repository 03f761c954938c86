import { FormSays } from '../../../client/form/FormSays.tsx'
import type { BookCause } from '@anklet/core/reasoning/diagnosis'
import type { ReactNode } from 'react'
import checkCause from 'virtual:check/cause'
import type { CommandForm } from '../../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../../client/form/useCommandForm.ts'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { CAUSE_REFUSALS, CauseFigures, CauseReasons, CauseWords } from './CauseFigures.tsx'
import { Choice } from '../../../kit/FormLines.tsx'
import type { TypedNewCause } from './commands.ts'
import { addCause, newCause, OFTEN_WORDS, typedNewCause } from './commands.ts'
import { Button } from '../../../kit/Button.tsx'

const PLACES = [
  ['car', 'the whole car'],
  ['axle', 'an axle'],
  ['corner', 'a corner'],
  ['sensor', 'a height sensor'],
] as const

/** The check that finds it, what that shows then, and how often. */
function ShownBy({
  checks,
  form: { typed, set },
}: {
  readonly checks: ShopBook['book']['checks']
  readonly form: CommandForm<TypedNewCause>
}): ReactNode {
  const check = checks.find(({ id }) => id === typed.check)!
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <Choice
        words="The check that shows it"
        value={typed.check}
        options={checks.map(({ id, name }) => [id, name] as const)}
        onChoose={(id) =>
          set({ check: id, outcome: checks.find((each) => each.id === id)!.outcomes[1]!.id })
        }
      />
      <Choice
        words="It then shows"
        value={typed.outcome}
        options={check.outcomes.slice(1).map(({ id, words }) => [id, words] as const)}
        onChoose={(outcome) => set({ outcome })}
      />
      <Choice
        words="How often"
        value={typed.often}
        options={OFTEN_WORDS.map((word) => [word, word] as const)}
        onChoose={(often) => set({ often })}
      />
    </div>
  )
}

/** A cause of the shop's own, with the check that finds it: what nothing can find is no use as a suspect. */
export function NewCause({ shop, onDone }: { readonly shop: ShopBook; onDone(): void }): ReactNode {
  const checks = shop.book.checks.filter(({ group }) => group !== 'complaint')
  const form = useCommandForm<'knowledge.save', TypedNewCause>({
    command: 'knowledge.save',
    check: checkCause,
    begin: typedNewCause(checks),
    baseVersion: shop.record?.version ?? null,
    payloadOf: (typed) => addCause(shop, typed),
    entryOf: (typed) => newCause(shop.book, typed).cause,
    refusals: CAUSE_REFUSALS,
    onDone,
  })
  return (
    <section aria-label="A new cause" className="sheet mb-4 p-4">
      <form className="grid gap-3" onSubmit={form.onSubmit}>
        <div className="grid gap-3 sm:grid-cols-2">
          <CauseWords form={form} />
          <Choice<BookCause['place']>
            words="It sits at"
            value={form.typed.place}
            options={PLACES}
            onChoose={(place) => form.set({ place })}
          />
          <CauseFigures form={form} currency="" />
        </div>
        <CauseReasons form={form} />
        <ShownBy checks={checks} form={form} />
        <div className="flex flex-wrap gap-2">
          <Button look="go" type="submit" disabled={shop.record === null || form.isPending}>
            Put it on the shelf
          </Button>
          <Button onClick={onDone}>Not now</Button>
        </div>
        <FormSays form={form} />
      </form>
    </section>
  )
}
