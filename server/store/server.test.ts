import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest'
import { HANDLERS } from '../domains/handlers.ts'
import { carryOut } from '../kernel/journal.ts'
import { takeTurn } from '../kernel/turns.ts'
import type { TestBench } from '../test/bench.ts'
import { startBench } from '../test/bench.ts'
import { dropPlace, MIGRATIONS, newPlace, TEMPLATE } from '../test/place.ts'
import {
  LEVEL,
  NO_COMPLAINT,
  noteOn,
  openTestJob,
  walk,
  watchStart,
  watchWalk,
} from '../test/records.ts'
import type { Database } from './database.ts'
import { openDatabase } from './database.ts'
import { moveShop } from './move.ts'
import type { Place } from './records.ts'
import type { OpenServer } from './server.ts'
import { openServer } from './server.ts'

const making = { migrations: MIGRATIONS, template: TEMPLATE }

test('a server that cannot be reached is said in a sentence', async () => {
  await expect(openServer('postgres://nobody@127.0.0.1:1/none', making)).rejects.toThrow(
    /^The database server of DATABASE_URL cannot be used: .*ECONNREFUSED.* Nothing was changed\.$/,
  )
})

const countOf = async (db: Database, table: string): Promise<number> => {
  const { rows } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from ${sql.identifier(table)}`,
  )
  return rows[0]!.n
}

describe('records on a server', () => {
  let folder: string
  let place: Place
  const opened: OpenServer[] = []
  const open = async (): Promise<OpenServer> => {
    const server = await openServer(place.url!, making)
    opened.push(server)
    return server
  }
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'anklet-pg-'))
    place = await newPlace(folder)
  })
  afterAll(async () => {
    for (const server of opened) await server.close()
    await dropPlace(place)
    rmSync(folder, { recursive: true, force: true })
  })

  test('two processes that start together make the tables once, are one shop, and one leads', async () => {
    const [one, other] = await Promise.all([open(), open()])
    expect(one.marker).toEqual(other.marker)
    expect([one.leads(), other.leads()].filter(Boolean)).toHaveLength(1)
    expect(await one.isEmpty()).toBe(true)
  })

  test('what one tells the others hear, and it does not hear itself', async () => {
    const [one, other] = opened as [OpenServer, OpenServer]
    const heard: string[][] = [[], []]
    one.wire!.hear('changes', (words) => heard[0]!.push(words))
    other.wire!.hear('changes', (words) => heard[1]!.push(words))
    await one.wire!.tell('devices', 'what nobody listens to')
    await one.wire!.tell('changes', 'a round')
    // Longer than PostgreSQL tells at once, and of letters of several bytes.
    const long = 'höhe vorn links ✓ "481 mm" '.repeat(2000)
    await one.wire!.tell('changes', long)
    await vi.waitFor(() => expect(heard).toEqual([[], ['a round', long]]))
  })

  test('a connection that breaks between two questions costs its transaction, not the process', async () => {
    const [{ db }] = opened as [OpenServer]
    const broken = db.transaction(async (tx) => {
      const { rows } = await tx.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)
      await db.execute(sql`select pg_terminate_backend(${rows[0]!.pid})`)
      // Its end is heard while nothing is asked.
      await new Promise((resolve) => setTimeout(resolve, 200))
      await tx.execute(sql`select 1`)
    })
    await expect(broken).rejects.toThrow()
    expect(await countOf(db, 'job')).toBe(0)
  })

  test('when the one that leads is gone, another does', async () => {
    const leading = opened.findIndex((server) => server.leads())
    const [gone] = opened.splice(leading, 1)
    await gone!.close()
    await vi.waitFor(() => expect(opened[0]!.leads()).toBe(true), { timeout: 10_000 })
    expect(gone!.leads()).toBe(false)
  })
})

describe('many at once on a server', () => {
  let bench: TestBench
  beforeAll(async () => {
    bench = await startBench()
  })
  afterAll(() => bench.end())

  test('a command that arrives ten times at once is carried out once', async () => {
    const { jobId } = await openTestJob(bench)
    const id = crypto.randomUUID()
    const round = walk(LEVEL, '2026-11-24T17:00:00Z')
    const answers = await Promise.all(
      Array.from({ length: 10 }, () => bench.send('round.record', { jobId, round }, { id })),
    )
    expect(answers.map(({ status }) => status)).toEqual(Array<number>(10).fill(200))
    const fresh = answers.filter(({ body }) => !(body as { repeated: boolean }).repeated)
    expect(fresh).toHaveLength(1)
  })

  test('of two watches begun at once on one job, one is refused', async () => {
    const ids = await openTestJob(bench)
    const answers = await Promise.all(
      [1, 2].map(() =>
        bench.send(
          'watch.start',
          watchStart(
            ids.jobId,
            crypto.randomUUID(),
            watchWalk(LEVEL, '2026-11-24T17:00:00Z'),
            '2026-11-25T07:00:00Z',
          ),
        ),
      ),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 422])
  })

  test('of two who change the same record, the later sees that somebody was faster', async () => {
    const { jobId } = await openTestJob(bench)
    const change = (words: string) =>
      bench.send(
        'job.complaint',
        { jobId, complaint: { ...NO_COMPLAINT, words } },
        {
          baseVersion: 1,
        },
      )
    const answers = await Promise.all([change('one'), change('other')])
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  test('commands of other jobs do not wait for each other, one of no job waits for all', async () => {
    const { jobId } = await openTestJob(bench)
    const order: string[] = []
    const noted = (): Promise<unknown> =>
      bench.send('job.note', noteOn(jobId)).then(({ status }) => order.push(`note ${status}`))
    // Somebody holds another job for a while.
    let release = (): void => undefined
    const held = new Promise<void>((done) => {
      release = done
    })
    const holding = bench.db.transaction(async (tx) => {
      await takeTurn(tx, crypto.randomUUID())
      await held
      order.push('held')
    })
    await noted()
    const adding = bench
      .send('person.add', { personId: crypto.randomUUID(), name: 'W. Waits' })
      .then(() => void order.push('person'))
    await new Promise((done) => setTimeout(done, 100))
    release()
    await Promise.all([holding, adding])
    expect(order).toEqual(['note 200', 'held', 'person'])
  })
})

describe('a shop that is moved', () => {
  test('arrives with every row and picture, both ways, and never over another', async () => {
    const data = mkdtempSync(join(tmpdir(), 'anklet-move-'))
    const back = mkdtempSync(join(tmpdir(), 'anklet-back-'))
    const place = await newPlace(data)
    try {
      const embedded = await openDatabase(data, MIGRATIONS, { template: TEMPLATE })
      const person = crypto.randomUUID()
      await carryOut(embedded.db, HANDLERS, {
        id: crypto.randomUUID(),
        type: 'person.add',
        person,
        device: 'd',
        at: '2026-11-24T18:00:00Z',
        baseVersion: null,
        payload: { personId: person, name: 'Jörg “the hand” O’Neil \u{1F697}' },
      })
      const { shopId } = embedded.marker
      await embedded.close()
      const moving = { url: place.url!, making }
      const sent = await moveShop({ ...moving, data, direction: 'toServer' })
      expect(sent).toMatchObject({ person: 1, command: 1 })
      await expect(moveShop({ ...moving, data, direction: 'toServer' })).rejects.toThrow(
        /holds a shop already/,
      )
      const server = await openServer(place.url!, making)
      expect(server.marker.shopId).toBe(shopId)
      expect(await countOf(server.db, 'command')).toBe(1)
      await server.close()
      await expect(moveShop({ ...moving, data, direction: 'toFolder' })).rejects.toThrow(
        /holds a shop already/,
      )
      const returned = await moveShop({ ...moving, data: back, direction: 'toFolder' })
      expect(returned).toEqual(sent)
      const again = await openDatabase(back, MIGRATIONS, { template: TEMPLATE })
      const { rows } = await again.db.execute(sql`select name from person`)
      expect(rows).toEqual([{ name: 'Jörg “the hand” O’Neil \u{1F697}' }])
      expect(again.marker.shopId).toBe(shopId)
      await again.close()
    } finally {
      await dropPlace(place)
      for (const folder of [data, back]) rmSync(folder, { recursive: true, force: true })
    }
  })
})
