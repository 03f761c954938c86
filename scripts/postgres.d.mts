/** Finds PostgreSQL, installing it where that is allowed. @returns the folder of its programs */
export function ensurePostgres(): string
/** Starts a server that is thrown away. */
export function startPostgres(scratch: string): Promise<{
  /** Its address without a database's name. */
  readonly address: string
  /** @returns the address of a new database */
  createDatabase(name: string): string
  stop(): Promise<void>
}>
