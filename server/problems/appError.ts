import type { Problem, ProblemCode } from '@anklet/contract'
import { PROBLEM_STATUS } from '@anklet/contract'
import { sentenceFor } from './sentences.ts'

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
      title: TITLE[this.status] ?? 'Refused',
      status: this.status,
      detail: sentenceFor(this.code, this.data),
      code: this.code,
      path: this.path,
      ...(this.faults ? { faults: this.faults } : {}),
    }
  }
}

const TITLE: Readonly<Record<number, string>> = {
  400: 'The request is not understood',
  403: 'Not yours',
  404: 'Not found',
  409: 'Somebody was faster',
  413: 'Too large',
  422: 'That cannot be',
  500: 'Something broke on our side',
  504: 'No answer',
  507: 'No room',
}

/** PostgreSQL's code of a write that found no room. */
const NO_ROOM = new Set(['53100', 'ENOSPC', 'EDQUOT'])

const codeOf = (thrown: unknown): unknown => (thrown as { code?: unknown } | null | undefined)?.code

/**
 * Whatever was thrown, as an AppError.
 * @param unknown an AppError, an error of Express's JSON reader, or a bug.
 */
export function toAppError(unknown: unknown): AppError {
  if (unknown instanceof AppError) return unknown
  const type = (unknown as { type?: unknown } | null)?.type
  if (
    type === 'entity.parse.failed' ||
    type === 'encoding.unsupported' ||
    type === 'charset.unsupported'
  )
    return new AppError('notJson')
  if (type === 'entity.too.large') return new AppError('tooLarge')
  const cause = (unknown as { cause?: unknown } | null)?.cause
  if ([unknown, cause].some((thrown) => NO_ROOM.has(String(codeOf(thrown)))))
    return new AppError('diskFull')
  return new AppError('internal')
}
