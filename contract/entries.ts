import { CauseEntry, CheckEntry } from './knowledge.ts'
import { BookStep } from './procedure.ts'

/** What is changed one at a time where the command carries them all. */
export const ENTRIES = { cause: CauseEntry, check: CheckEntry, step: BookStep } as const
