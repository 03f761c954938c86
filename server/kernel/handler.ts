import type { CommandOf, CommandType } from '@anklet/contract'
import type { Transaction } from '../store/database.ts'

/** Carries out one kind of command and returns the new version of the record it changed, null where it has none. */
export type Handler<Name extends CommandType> = (
  tx: Transaction,
  command: CommandOf<Name>,
) => Promise<number | null>

/** Who carries out what. */
export type Handlers = { readonly [Name in CommandType]: Handler<Name> }
