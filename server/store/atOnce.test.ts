import type { Placeholder } from 'drizzle-orm'
import { and, asc, eq, sql } from 'drizzle-orm'
import { expect, test, vi } from 'vitest'
import { among } from '../kernel/among.ts'
import { benchOfFile } from '../test/bench.ts'
import { LEVEL, openTestJob, walk } from '../test/records.ts'
import { asking, atOnce } from './atOnce.ts'
import type { Database, Transaction } from './database.ts'
import { job, note, reading, round, vehicle, vehicleType } from './schema.ts'

const bench = benchOfFile()

test('what is asked at once is answered as it would be alone, but for how moments are written', async () => {
  const { jobId } = await openTestJob(bench)
  const round_ = walk(LEVEL, '2026-11-24T18:00:00.250Z')
  await bench.send('round.record', { jobId, round: round_ }).expect(200)
  const { db } = bench
  const questions = {
    readings: db.select().from(reading).orderBy(asc(reading.lap), asc(reading.id)),
    rounds: db.select().from(round).where(eq(round.jobId, jobId)),
    // Columns of one name, in groups, and one that is reckoned.
    cars: db
      .select({ job, car: { id: vehicle.id, plate: vehicle.plate }, type: vehicleType.id })
      .from(job)
      .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
      .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id)),
    count: db.select({ of: sql<number>`count(*)::int`.as('of') }).from(reading),
    notes: db.select().from(note).where(eq(note.title, 'it’s $1 "quoted"')),
  }
  const alone = {
    readings: await questions.readings,
    rounds: await questions.rounds,
    cars: await questions.cars,
    count: await questions.count,
    notes: await questions.notes,
  }
  expect(alone.readings).toHaveLength(8)
  expect(alone.cars).toHaveLength(1)
  const MOMENT = /^\d{4}-\d\d-\d\d[ T][\d:.]+(Z|[+-]\d\d(:\d\d)?)$/
  const plain = (value: unknown): unknown =>
    JSON.parse(JSON.stringify(value), (_key, inner: unknown) =>
      typeof inner === 'string' && MOMENT.test(inner) ? new Date(inner).toISOString() : inner,
    )
  expect(plain(await atOnce(db, questions))).toEqual(plain(alone))
})

test('questions that are written once are answered for whatever they are about', async () => {
  const { db } = bench
  const [one, other] = [await openTestJob(bench), await openTestJob(bench)]
  const questions = vi.fn(
    (_db: Database | Transaction, { jobId, ids }: Record<'jobId' | 'ids', Placeholder>) => ({
      job: db
        .select()
        .from(job)
        .where(and(eq(job.id, jobId), eq(job.version, 1))),
      plates: db
        .select({ plate: vehicle.plate })
        .from(vehicle)
        .where(among(vehicle.id, ids))
        .orderBy(asc(vehicle.plate)),
    }),
  )
  const ask = asking(questions)
  const plateOf = async (id: string): Promise<string> =>
    (await db.select().from(vehicle).where(eq(vehicle.id, id)))[0]!.plate
  const plates = [await plateOf(one.vehicleId), await plateOf(other.vehicleId)]
  const first = await ask(db, { jobId: one.jobId, ids: [one.vehicleId] })
  expect(first.job.map(({ id }) => id)).toEqual([one.jobId])
  expect(first.plates).toEqual([{ plate: plates[0] }])
  const both = await db.transaction((tx) =>
    ask(tx, { jobId: other.jobId, ids: [one.vehicleId, other.vehicleId] }),
  )
  expect(both.job.map(({ id }) => id)).toEqual([other.jobId])
  expect(both.plates.map(({ plate }) => plate)).toEqual(plates.toSorted())
  // What is told is a value, whatever is in it.
  expect((await ask(db, { jobId: one.jobId, ids: [] })).plates).toEqual([])
  await expect(ask(db, { jobId: `' or true --`, ids: [] })).rejects.toThrow()
  expect(questions).toHaveBeenCalledTimes(1)
})

test('a statement that would be cut at the wrong place is not written', async () => {
  const ask = asking((db) => ({
    notes: db
      .select()
      .from(note)
      .where(sql`title = 'costs $1'`),
  }))
  await expect(ask(bench.db, {})).rejects.toThrow('a statement with a $ in it')
})
