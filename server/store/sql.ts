/** Something plain SQL is said to: a connection, or one transaction of it. */
export interface Statements {
  query<Row>(text: string, values?: unknown[]): Promise<{ readonly rows: Row[] }>
  exec(text: string): Promise<unknown>
}

/** A connection that is spoken to in plain SQL: embedded, or to a server. */
export interface Sql extends Statements {
  transaction<Answer>(work: (tx: Statements) => Promise<Answer>): Promise<Answer>
}
