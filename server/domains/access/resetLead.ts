import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { AppError } from '../../kernel/appError.ts'
import { lockFolder } from '../../store/lock.ts'
import { openDatabase, requirePlace } from '../../store/database.ts'
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
  requirePlace(data)
  const unlock = await lockFolder(data)
  try {
    const opened = await openDatabase(data, join(here, 'migrations'), {
      template: join(here, 'template'),
    })
    try {
      const isNew = await resetLead(opened.db, name, secret)
      const from = { personId: null, device: 'the machine itself', address: '' }
      await noteAtDoor(opened.db, 'leadReset', from, { words: name.trim() })
      return isNew
    } finally {
      await opened.close()
    }
  } finally {
    unlock()
  }
}
