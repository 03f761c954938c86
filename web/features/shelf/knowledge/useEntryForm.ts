import type { BookChanges } from '@anklet/core/reasoning/diagnosis'
import type { FieldValues } from 'react-hook-form'
import { sentenceOf } from '../../../client/api.ts'
import type { FormRules } from '../../../client/form/commandResolver.ts'
import type { CommandForm } from '../../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../../client/form/useCommandForm.ts'
import { useCommand } from '../../../client/queries.ts'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { saveChanges, withEntry } from './commands.ts'

interface Edited<Kind extends keyof BookChanges, Typed> extends Omit<
  FormRules<Typed, unknown>,
  'payloadOf' | 'entryOf'
> {
  readonly shop: ShopBook
  readonly kind: Kind
  readonly id: string
  readonly begin: Typed
  entryOf(typed: Typed): NonNullable<BookChanges[Kind][string]>
  onDone(): void
}

/** A form of one entry, as it stands. */
export interface EntryForm<Typed> extends CommandForm<Typed> {
  /** Null: it is as it ships. */
  readonly putBack: (() => void) | null
}

/** The form of one entry of the shop's knowledge, and the way back to how it ships. */
export function useEntryForm<Kind extends keyof BookChanges, Typed extends FieldValues>({
  shop: { record, changes },
  kind,
  id,
  entryOf,
  ...rest
}: Edited<Kind, Typed>): EntryForm<Typed> {
  const ship = useCommand('knowledge.save')
  const baseVersion = record?.version ?? null
  const form = useCommandForm<'knowledge.save', Typed>({
    ...rest,
    command: 'knowledge.save',
    baseVersion,
    payloadOf: (typed) => saveChanges(withEntry(changes, kind, id, entryOf(typed))),
    entryOf,
  })
  const putBack = (): void =>
    ship.submit(
      { payload: saveChanges(withEntry(changes, kind, id, undefined)), baseVersion },
      rest.onDone,
    )
  return {
    ...form,
    complaint: form.complaint || (ship.error ? sentenceOf(ship.error) : ''),
    isPending: record === null || form.isPending || ship.isPending,
    putBack: Object.hasOwn(changes[kind], id) ? putBack : null,
  }
}
