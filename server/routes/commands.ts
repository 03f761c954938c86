import { Router } from 'express'
import type { Command, CommandType } from '@anklet/contract'
import { COMMANDS } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import { checkOf } from '../problems/validation.ts'
import { carryOut } from '../services/journal.ts'
import type { Database } from '../store/database.ts'

function checkCommand(body: unknown): asserts body is Command {
  const type = (body as { type?: unknown } | null)?.type
  if (typeof type !== 'string' || !Object.hasOwn(COMMANDS, type)) throw new AppError('unknownCommand', { type }, '/type')
  checkOf(COMMANDS[type as CommandType])(body)
}

/** POST /api/commands: every write. */
export function commandRoutes(db: Database): Router {
  return Router().post('/', async (req, res) => {
    const body: unknown = req.body
    checkCommand(body)
    res.json(await carryOut(db, body))
  })
}
