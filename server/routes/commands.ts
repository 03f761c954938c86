import { Router } from 'express'
import type { Command, CommandType } from '@anklet/contract'
import { COMMANDS } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import { checkOf } from '../problems/validation.ts'
import { carryOut } from '../services/journal.ts'
import type { Database } from '../store/database.ts'

function checkCommand(body: unknown): asserts body is Command {
  const type = (body as { type?: unknown } | null)?.type
  if (typeof type !== 'string' || !Object.hasOwn(COMMANDS, type))
    throw new AppError('unknownCommand', { type }, '/type')
  checkOf(COMMANDS[type as CommandType])(body)
}

/** Does what a command asks for outside the records. */
export interface CommandFollower {
  /** @throws {AppError} when it could not be followed, so it is not carried out. */
  before(command: Command): Promise<void>
  after(command: Command): Promise<void>
}

/**
 * POST /api/commands: every write.
 * @param follower asked before each, and told of it when it was carried out for the first time.
 */
export function commandRoutes(db: Database, follower: CommandFollower): Router {
  return Router().post('/', async (req, res) => {
    const body: unknown = req.body
    checkCommand(body)
    await follower.before(body)
    const result = await carryOut(db, body)
    if (!result.repeated) await follower.after(body)
    res.json(result)
  })
}
