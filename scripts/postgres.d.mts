/** Finds PostgreSQL, installing it where that is allowed. @returns the folder of its programs */
export function ensurePostgres(): string
/** Starts a server that is thrown away. @returns its address without a database's name, and what ends it */
export function startPostgres(
  scratch: string,
): Promise<{ readonly address: string; stop(): Promise<void> }>
