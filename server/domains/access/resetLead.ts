import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { AppError } from '../../kernel/appError.ts'
import { claimPlace, openRecords } from '../../store/records.ts'
import { resetLead } from './accounts.ts'
import { noteAtDoor } from './audit.ts'

const here = dirname(fileURLToPath(import.meta.url))

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
 * @returns whether somebody of that name was added.
 * @throws {FolderInUse}, {FolderUnusable}; {AppError} `secretWeak`
 */
export async function setLead(data: string, name: string, secret: string): Promise<boolean> {
  const place = {
    data,
    url: process.env['DATABASE_URL'] ?? null,
    migrations: join(here, 'migrations'),
    template: join(here, 'template'),
  }
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
