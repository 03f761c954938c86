import type { Command, CommandPayload, CommandType } from '@anklet/contract'

interface Signature {
  readonly id: string
  readonly person: string
  readonly device: string
  readonly baseVersion: number | null
  /** When, ms since 1970; left out: now by the wall clock. */ readonly atMs?: number
}

/** A command in its envelope. */
export const envelope = <Name extends CommandType>(
  type: Name,
  payload: CommandPayload<Name>,
  { id, person, device, baseVersion, atMs = Date.now() }: Signature,
): Command =>
  ({ id, type, person, device, at: new Date(atMs).toISOString(), baseVersion, payload }) as Command
