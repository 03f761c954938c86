import { eq } from 'drizzle-orm'
import { expect, test } from 'vitest'
import type { Job, ShopBundle, VehicleDetail } from '@anklet/contract'
import { round } from '../../store/schema.ts'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { LEVEL, openTestJob, walk } from '../../test/records.ts'

const bench = benchOfFile()
const id = () => crypto.randomUUID()

const keptMeans = async (roundId: string) => {
  const [row] = await bench.db.select().from(round).where(eq(round.id, roundId))
  return { FL: row!.meanFL, FR: row!.meanFR, RL: row!.meanRL, RR: row!.meanRR }
}

test('the means kept with a round follow every correction, and are told nowhere but as means', async () => {
  const { jobId, vehicleId } = await openTestJob(bench)
  const roundId = id()
  const walked = walk(LEVEL, '2026-11-24T17:00:00Z', { roundId })
  await bench.send('round.record', { jobId, round: walked }).expect(200)
  expect(await keptMeans(roundId)).toEqual(LEVEL)
  const job = (await bench.get(`/api/jobs/${jobId}`)).body as Job
  expect(JSON.stringify(job)).not.toContain('meanFL')
  const [first] = job.rounds[0]!.readings.filter(({ corner }) => corner === 'FL')
  let minute = 10
  const correct = (heightMm: number | null) =>
    bench
      .send(
        'reading.correct',
        { correctionId: id(), readingId: first!.id, heightMm, reason: 'Slip' },
        { at: `2026-11-24T18:${(minute += 1)}:00Z` },
      )
      .expect(200)
  await correct(LEVEL.FL + 10)
  expect(await keptMeans(roundId)).toEqual({ ...LEVEL, FL: LEVEL.FL + 5 })
  // Left out: the other lap alone counts.
  await correct(null)
  expect(await keptMeans(roundId)).toEqual(LEVEL)
  await correct(LEVEL.FL + 20)
  const car = (await bench.get(`/api/vehicles/${vehicleId}`)).body as VehicleDetail
  expect(car.history[0]?.meanMm).toEqual({ ...LEVEL, FL: LEVEL.FL + 10 })
})

test('a shop out of a file has them too, corrections and all', async () => {
  const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
  const other = await startBench({ people: false })
  try {
    await other.post('/api/bundle', bundle).expect(200)
    const rows = await other.db.select().from(round)
    expect(rows.length).toBeGreaterThan(0)
    for (const row of rows) expect(row.meanFL).toBe((await keptMeans(row.id)).FL)
  } finally {
    await other.end()
  }
})
