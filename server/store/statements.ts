import type { QueryOptions, Results } from '@electric-sql/pglite'
import { types } from '@electric-sql/pglite'
import { LRUCache } from 'lru-cache'
import { serialize } from 'pg-protocol'

/** So many statements stay planned; those used longest ago are dropped. */
const MOST = 250
/** What is longer is written for its one occasion: rows put in, a list of ids. Characters. */
const LONGEST = 12_000

/** What is asked again and again, as far as it can be. */
const PLANNED = /^\s*(select|insert|update|delete|with)\b/i

/** Whether a statement may be worth planning at all. */
export const isPlannable = (text: string): boolean => text.length <= LONGEST && PLANNED.test(text)

/** What the database says, message by message, as far as it is looked at. */
interface Said {
  readonly name: string
  readonly dataTypeIDs?: readonly number[]
  readonly fields?: readonly unknown[]
  readonly text?: string
}

interface Field {
  readonly name: string
  readonly dataTypeID: number
}

interface Planned {
  readonly name: string
  /** Types of its parameters, by their numbers. */
  readonly parameters: readonly number[]
  readonly fields: readonly Field[]
}

/** The database, spoken to in its own messages, and how its values are read and written. */
export interface Speaking {
  speak(message: Uint8Array): Promise<readonly Said[]>
  readonly parsers: Readonly<Record<number, ((text: string, type?: number) => unknown) | undefined>>
  readonly serializers: Readonly<Record<number, ((value: unknown) => string) | undefined>>
}

// Names of statements are never used again: one that is being dropped keeps its own.
let named = 0

/**
 * Statements that are asked again and again, planned once: to read and plan one takes most of its
 * time, and every message of its own is another way in and out of the database.
 */
export class Statements {
  /** By their text; null: asked once so far. */
  private readonly known: LRUCache<string, { readonly planned: Planned | null }>
  private dropped: string[] = []

  constructor(private readonly database: Speaking) {
    this.known = new LRUCache({
      max: MOST,
      dispose: ({ planned }, _text, why) => {
        if (planned && why !== 'set') this.dropped.push(planned.name)
      },
    })
  }

  /** Whether a statement has come before, so that it is worth planning. */
  returns(text: string): boolean {
    if (!isPlannable(text)) return false
    if (this.known.get(text) !== undefined) return true
    this.known.set(text, { planned: null })
    return false
  }

  /** Tables have changed: everything is planned anew. */
  forget(): void {
    this.known.clear()
  }

  /** @throws {Error} PostgreSQL's own, with its code. */
  async ask<Row>(
    text: string,
    values: readonly unknown[],
    options: Pick<QueryOptions, 'rowMode'> = {},
  ): Promise<Results<Row>> {
    const planned = this.known.get(text)?.planned ?? (await this.plan(text))
    const said = await this.database.speak(
      Buffer.concat([
        serialize.bind({ statement: planned.name, values: this.written(planned, values) }),
        serialize.execute({}),
        serialize.sync(),
      ]),
    )
    return this.read<Row>(planned, said, options.rowMode === 'array')
  }

  private async plan(text: string): Promise<Planned> {
    named += 1
    const name = `anklet_${named}`
    const said = await this.database.speak(
      Buffer.concat([
        ...this.dropped.map((old) => serialize.close({ type: 'S', name: old })),
        serialize.parse({ name, text, types: [] }),
        serialize.describe({ type: 'S', name }),
        serialize.sync(),
      ]),
    )
    this.dropped = []
    const of = (kind: string): Said | undefined => said.find((each) => each.name === kind)
    const planned = {
      name,
      parameters: of('parameterDescription')?.dataTypeIDs ?? [],
      fields: ((of('rowDescription')?.fields ?? []) as readonly Field[]).map(
        ({ name: column, dataTypeID }) => ({ name: column, dataTypeID }),
      ),
    }
    this.known.set(text, { planned })
    return planned
  }

  private written({ parameters }: Planned, values: readonly unknown[]): (string | Buffer | null)[] {
    return (values as readonly (string | number | object | null | undefined)[]).map((value, n) => {
      if (value === null || value === undefined) return null
      const type = parameters[n]!
      if (type === types.BYTEA && value instanceof Uint8Array) return Buffer.from(value)
      const write = this.database.serializers[type]
      // Types without one of their own are words and numbers: a uuid, a real.
      return write ? write(value) : (value as string | number).toString()
    })
  }

  private read<Row>({ fields }: Planned, said: readonly Said[], asArrays: boolean): Results<Row> {
    const parsers = fields.map(({ dataTypeID }) => this.database.parsers[dataTypeID])
    const rows = said
      .filter(({ name }) => name === 'dataRow')
      .map((row) =>
        (row.fields as readonly (string | null)[]).map((text, n) => {
          const parse = parsers[n]
          return text === null || !parse ? text : parse(text, fields[n]!.dataTypeID)
        }),
      )
    const done = said.findLast(({ name }) => name === 'commandComplete')?.text ?? ''
    return {
      rows: (asArrays
        ? rows
        : rows.map((row) =>
            Object.fromEntries(row.map((value, n) => [fields[n]!.name, value])),
          )) as Row[],
      fields: [...fields],
      // "INSERT 0 3", "UPDATE 3"
      affectedRows: /^(INSERT|UPDATE|DELETE|MERGE)\b/.test(done)
        ? Number(done.split(' ').at(-1))
        : 0,
    }
  }
}
