import type { Command, CommandPayload, CommandType } from '@anklet/contract'

interface Signature { readonly id: string; readonly person: string; readonly device: string; readonly baseVersion: number | null }

/** A command in its envelope, dated now. */
export const envelope = <Name extends CommandType>(type: Name, payload: CommandPayload<Name>, { id, person, device, baseVersion }: Signature): Command =>
  ({ id, type, person, device, at: new Date().toISOString(), baseVersion, payload }) as Command
