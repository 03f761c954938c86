import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { Client } from './client.ts'

describe('what is asked again', () => {
  let folder: string
  let client: Client
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'anklet-statements-'))
    client = await Client.open(join(folder, 'db'))
    await client.exec(`create table line (id serial primary key, words text unique, mm double precision,
      more jsonb, bytes bytea, seen boolean, at timestamptz default '2026-12-02T10:00:00Z', few int[])`)
  }, 120_000)
  afterAll(async () => {
    await client.close()
    rmSync(folder, { recursive: true, force: true })
  })

  const planned = async (text: string): Promise<number> => {
    const { rows } = await client.query<{ n: number }>(
      `select count(*)::int as n from pg_prepared_statements where statement = $1`,
      [text],
    )
    return rows[0]!.n
  }
  /** What a question comes to the first time, as PGlite answers it, and the third, planned. */
  const twice = async (text: string, values: unknown[], rowMode: 'array' | 'object' = 'object') => {
    const first = await client.query(text, values, { rowMode })
    await client.query(text, values, { rowMode })
    return [first, await client.query(text, values, { rowMode })] as const
  }

  test('every kind of value goes in and comes out as it does the first time', async () => {
    const insert = `insert into line (words, mm, more, bytes, seen, few) values ($1, $2, $3, $4, $5, $6)`
    const bytes = new Uint8Array([0, 1, 255, 39])
    for (const words of ["it's", 'two', 'three'])
      await client.query(insert, [words, 1.25, { a: [null, 'é'] }, bytes, words === 'two', [1, 2]])
    await client.query(insert, [null, null, null, null, null, null])
    const [first, third] = await twice(`select * from line where id > $1 order by id`, [0])
    expect(third.rows).toEqual(first.rows)
    expect(third.rows).toHaveLength(4)
    // The third and the last were put in planned, the first as PGlite does it.
    expect(third.rows[2]).toMatchObject({
      words: 'three',
      mm: 1.25,
      more: { a: [null, 'é'] },
      bytes,
      seen: false,
      few: [1, 2],
      at: '2026-12-02 10:00:00+00',
    })
    expect(third.rows[3]).toMatchObject({ words: null, mm: null, more: null, few: null })
    expect(third.fields).toEqual(first.fields.map(({ name, dataTypeID }) => ({ name, dataTypeID })))
    const [rows, again] = await twice(`select words, more from line where mm = $1`, [1.25], 'array')
    expect(again.rows).toEqual(rows.rows)
  })

  test('JSON that is null is null, not a word', async () => {
    const [first, third] = await twice(`select 'null'::jsonb as is, $1::text as words`, ['null'])
    expect(third.rows).toEqual([{ is: null, words: 'null' }])
    expect(third.rows).toEqual(first.rows)
  })

  test('how many rows were changed is told', async () => {
    const change = `update line set seen = true where words = $1`
    const counts = []
    for (const words of ['two', 'two', 'none', 'three'])
      counts.push((await client.query(change, [words])).affectedRows)
    expect(counts).toEqual([1, 1, 0, 1])
  })

  test('a broken rule is told with its name, and what comes next is answered', async () => {
    const insert = `insert into line (words) values ($1) returning words`
    for (const words of ['p', 'q']) await client.query(insert, [words])
    await expect(client.query(insert, ['q'])).rejects.toMatchObject({
      code: '23505',
      constraint: 'line_words_key',
    })
    expect((await client.query(insert, ['r'])).rows).toEqual([{ words: 'r' }])
    // Inside a transaction it takes everything of it back.
    const both = client.transaction(async (tx) => {
      await tx.query(insert, ['s'])
      await tx.query(insert, ['r'])
    })
    await expect(both).rejects.toMatchObject({ code: '23505' })
    const { rows } = await client.query(`select words from line where words = 's'`)
    expect(rows).toEqual([])
    await expect(client.query(`select nothing from line where id = $1`, [1])).rejects.toThrow()
    await expect(client.query(`select nothing from line where id = $1`, [1])).rejects.toThrow(
      /nothing/,
    )
  })

  test('is planned from the second time on, and anew when a table has changed', async () => {
    const text = `select id, words as planned_words from line where id = $1`
    await client.query(`create table other (id int)`)
    expect(await planned(text)).toBe(0)
    await client.query(text, [1])
    expect(await planned(text)).toBe(0)
    await client.query(text, [1])
    expect(await planned(text)).toBe(1)
    await client.query(`alter table line alter column words type varchar(80)`)
    expect((await client.query(text, [1])).rows).toHaveLength(1)
    expect((await client.query(text, [1])).rows).toHaveLength(1)
    expect((await client.query(text, [1])).rows).toHaveLength(1)
  })

  test('many who ask at once, in and beside transactions, get each their own', async () => {
    const text = `select $1::int as n, (select count(*)::int from line where id < $1) as below`
    const one = (n: number) => client.query<{ n: number }>(text, [n])
    const inside = (n: number) =>
      client.transaction(async (tx) => {
        await tx.query(`select $1::text as words`, [String(n)])
        return tx.query<{ n: number }>(text, [n])
      })
    const numbers = Array.from({ length: 40 }, (_, n) => n)
    const answers = await Promise.all(numbers.map((n) => (n % 3 === 0 ? inside(n) : one(n))))
    expect(answers.map(({ rows }) => rows[0]!.n)).toEqual(numbers)
  })
})
