import type { Problem, ProblemCode } from '@anklet/contract'
import { PROBLEM_STATUS } from '@anklet/contract'
import { sentenceFor, titleFor } from '@anklet/language/problems/sentences'

/** Data a problem carries besides its name: what its sentence is made of. */
export type ProblemData = Readonly<Record<string, unknown>>

/** An expected "no" on its way to the client. Thrown inside a command so that its transaction is undone. */
export class AppError extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly data: ProblemData = {},
    readonly path: string | null = null,
    readonly faults: Problem['faults'] = undefined,
  ) {
    super(code)
  }

  get status(): number {
    return PROBLEM_STATUS[this.code]
  }

  /** The answer as problem details (RFC 9457). */
  toProblem(): Problem {
    return {
      type: `about:blank#${this.code}`,
      title: titleFor(this.status),
      status: this.status,
      detail: sentenceFor(this.code, this.data),
      code: this.code,
      path: this.path,
      ...(this.faults ? { faults: this.faults } : {}),
    }
  }
}

/** Codes of a write that found no room: of PostgreSQL and of the operating system. */
const NO_ROOM = new Set(['53100', 'ENOSPC', 'EDQUOT'])
/**
 * Classes of PostgreSQL's refusals that what was sent is to blame for: a value out of range (22), a
 * broken rule of the tables (23), a statement beyond its limits (54).
 */
const SENDERS_FAULT = /^(22|23|54)[0-9A-Z]{3}$/

const fieldOf = (thrown: unknown, field: string): unknown =>
  (thrown as Readonly<Record<string, unknown>> | null | undefined)?.[field]

function fromDatabase(thrown: unknown): AppError | null {
  for (const error of [thrown, fieldOf(thrown, 'cause')]) {
    const code = String(fieldOf(error, 'code'))
    if (NO_ROOM.has(code)) return new AppError('diskFull')
    if (SENDERS_FAULT.test(code)) return new AppError('cannotKeep')
  }
  return null
}

// What Express and its readers refuse carries the status they mean.
function fromHttp(thrown: unknown): AppError | null {
  const type = String(fieldOf(thrown, 'type'))
  if (type === 'entity.too.large') return new AppError('tooLarge')
  if (/^(entity|encoding|charset|request)\./.test(type)) return new AppError('notJson')
  // Said to be compressed, and not.
  if (/^Z_/.test(String(fieldOf(thrown, 'code')))) return new AppError('notJson')
  const status = Number(fieldOf(thrown, 'status') ?? fieldOf(thrown, 'statusCode'))
  if (status === 404) return new AppError('notFound', { what: 'place' })
  return status >= 400 && status < 500 ? new AppError('badAddress') : null
}

/**
 * Whatever was thrown, as an AppError.
 * @param unknown an AppError, an error of Express or of PostgreSQL, or a bug.
 */
export function toAppError(unknown: unknown): AppError {
  if (unknown instanceof AppError) return unknown
  return fromDatabase(unknown) ?? fromHttp(unknown) ?? new AppError('internal')
}
