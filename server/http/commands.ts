import type { IncomingMessage } from 'node:http'
import type { Request } from 'express'
import { Router } from 'express'
import type { Command, CommandType } from '@anklet/contract'
import { COMMANDS, mayGive } from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import { checkOf } from '../kernel/validation.ts'
import { isAgreed } from '../domains/access/sessions.ts'
import type { Who } from '../domains/access/sessions.ts'
import { nameOf } from '../domains/people/queries.ts'
import { HANDLERS } from '../domains/handlers.ts'
import type { Changes } from '../kernel/changes.ts'
import { carryOut } from '../kernel/journal.ts'
import type { Database } from '../store/database.ts'
import { addressOf, whoIn } from './admission.ts'

/** Largest command, bytes: a photo of six million characters. */
export const LARGEST_COMMAND = 8 * 1024 * 1024
const USUAL_BYTES = 64 * 1024

// What carries a picture, a table or a book; every other command is a few lines.
const LARGE: Readonly<Partial<Record<CommandType, number>>> = {
  'photo.add': LARGEST_COMMAND,
  'rounds.import': 4 * 1024 * 1024,
  'log.keep': LARGEST_COMMAND,
  'coils.save': 1024 * 1024,
  'knowledge.save': 1024 * 1024,
  'knowledge.import': 1024 * 1024,
  'procedures.save': 1024 * 1024,
  'plan.make': 1024 * 1024,
}

const bytesOf = new WeakMap<IncomingMessage, number>()

/** Notes how long a body was when it is read. */
export function noteBytes(req: IncomingMessage, _res: unknown, body: Buffer): void {
  bytesOf.set(req, body.length)
}

function checkSize(req: IncomingMessage, type: CommandType): void {
  if ((bytesOf.get(req) ?? 0) > (LARGE[type] ?? USUAL_BYTES)) throw new AppError('tooLarge')
}

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

const jobOf = ({ payload }: Command): string | null => ('jobId' in payload ? payload.jobId : null)

const AGREED = 'x-anklet-agreed'

const isAgreement = (command: Command): boolean =>
  command.type === 'work.record' &&
  (command.payload.content.kind === 'approved' || command.payload.content.kind === 'declined')

/**
 * Holds a command to whoever is signed in: it is theirs, and among what they may do. What takes a
 * lead's word is the lead's who gave it at this tablet.
 */
async function requireGiver(db: Database, req: Request, who: Who, command: Command): Promise<void> {
  if (isAgreement(command)) {
    if (!isAgreed(who, command, req.get(AGREED) ?? '')) throw new AppError('agreementNeeded')
    return
  }
  if (command.person !== who.id) {
    const name = await nameOf(db, command.person)
    throw new AppError('otherPerson', { name }, '/person')
  }
  if (!mayGive(who.role, command)) throw new AppError('notYourRole', { role: who.role })
}

/**
 * POST /api/commands: every write.
 * @param changes told of it, for the pages that are open.
 * @param isShared others write to the same database.
 * @param follower asked before each, and told of it when it was carried out for the first time.
 */
export function commandRoutes(
  db: Database,
  follower: CommandFollower,
  { changes, isShared }: { readonly changes: Changes; readonly isShared: boolean },
): Router {
  return Router().post('/', async (req, res) => {
    const body: unknown = req.body
    checkCommand(body)
    checkSize(req, body.type)
    const who = whoIn(res)
    if (who) await requireGiver(db, req, who, body)
    await follower.before(body)
    const result = await carryOut(db, HANDLERS, body, { address: addressOf(req), isShared })
    if (!result.repeated) {
      await follower.after(body)
      changes.tell({ type: body.type, jobId: jobOf(body), device: body.device })
    }
    res.json(result)
  })
}
