/** What a log keeps of an error: where it came from and of what kind, never what somebody sent. */
export interface Loggable {
  readonly kind: string
  readonly code: string | null
  readonly said: string
  readonly at: readonly string[]
  readonly cause: Loggable | null
}

const SAID_CHARACTERS = 200
const DEEPEST_CAUSE = 3

// The query builder puts the values of a failed statement behind its first line.
const firstLine = (text: string): string => text.split('\n')[0]!.slice(0, SAID_CHARACTERS)

/** An error without the photo, the words or the numbers that were on their way. */
export function loggable(thrown: unknown, depth = 0): Loggable {
  if (!(thrown instanceof Error))
    return { kind: typeof thrown, code: null, said: '', at: [], cause: null }
  const { code, cause } = thrown as { code?: unknown; cause?: unknown }
  const frames = (thrown.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line))
  return {
    kind: thrown.name,
    code: typeof code === 'string' ? code : null,
    said: firstLine(thrown.message),
    at: frames.map((line) => line.trim()),
    cause: cause !== undefined && depth < DEEPEST_CAUSE ? loggable(cause, depth + 1) : null,
  }
}
