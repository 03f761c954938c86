import { AppError } from '../../kernel/appError.ts'
import { BESIDE } from '../../store/beside.ts'
import type { Place } from '../../store/records.ts'
import { claimPlace, openRecords } from '../../store/records.ts'
import { resetLead } from './accounts.ts'
import { noteAtDoor } from './audit.ts'

/** What went wrong, in a sentence. */
export const sentenceOf = (error: unknown): string =>
  error instanceof AppError
    ? error.toProblem().detail
    : error instanceof Error
      ? error.message
      : String(error)

/**
 * Gives a lead a PIN at the machine itself, while no server runs: the first one, or a new one where
 * it was lost.
 * @param at where the records are.
 * @returns whether somebody of that name was added.
 * @throws {FolderInUse}, {FolderUnusable}; {AppError} `secretWeak`
 */
export async function setLead(
  at: Pick<Place, 'data' | 'url'>,
  name: string,
  secret: string,
): Promise<boolean> {
  const place = { ...at, ...BESIDE }
  const unclaim = await claimPlace(place)
  try {
    const opened = await openRecords(place)
    try {
      const isNew = await resetLead(opened.db, name, secret)
      const from = { personId: null, device: 'the machine itself', address: '' }
      await noteAtDoor(opened.db, 'leadReset', from, { words: name.trim() })
      return isNew
    } finally {
      await opened.close()
    }
  } finally {
    unclaim()
  }
}
