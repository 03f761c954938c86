import { asc, eq, sql } from 'drizzle-orm'
import { expect, test } from 'vitest'
import { benchOfFile } from '../test/bench.ts'
import { LEVEL, openTestJob, walk } from '../test/records.ts'
import { atOnce } from './atOnce.ts'
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
