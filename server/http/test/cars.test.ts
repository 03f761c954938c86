import { describe, expect, test } from 'vitest'
import type { Job, JobPage, VehicleDetail } from '@anklet/contract'
import { benchOfFile } from '../../test/bench.ts'
import {
  architecture,
  geometry,
  LEVEL,
  openTestJob,
  walk,
  watchStart,
  watchWalk,
} from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const jobOf = async (jobId: string) =>
  (await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job
describe('a watch that is looked at', () => {
  const begin = async (change = {}) => {
    const { jobId } = await openTestJob(bench)
    const watchId = id()
    await bench
      .send('watch.start', {
        ...watchStart(
          jobId,
          watchId,
          watchWalk(LEVEL, '2026-11-20T18:00:00Z'),
          '2026-11-21T07:00:00Z',
        ),
        ...change,
      })
      .expect(200)
    return { jobId, watchId }
  }

  test('rounds between are kept with it, in order; the supply is put back and said so', async () => {
    const { jobId, watchId } = await begin()
    await bench
      .send(
        'watch.look',
        { watchId, round: watchWalk(LEVEL, '2026-11-20T22:00:00Z') },
        { baseVersion: 1 },
      )
      .expect(200)
    expect(
      (await bench.send('watch.supplyBack', { watchId }, { baseVersion: 2 }).expect(422)).body,
    ).toMatchObject({ code: 'watchNotWalked' })
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk(LEVEL, '2026-11-21T07:00:00Z'), undisturbed: true },
        { baseVersion: 2 },
      )
      .expect(200)
    await bench
      .send(
        'watch.look',
        { watchId, round: watchWalk(LEVEL, '2026-11-21T08:00:00Z') },
        { baseVersion: 3 },
      )
      .expect(422)
    const page = async () =>
      ((await bench.get('/api/jobs').expect(200)).body as Job[]).find(
        (job) => job.id === jobId,
      ) as unknown as JobPage['rows'][number]
    expect((await page()).watch!.supplyIsOff).toBe(true)
    await bench
      .send('watch.supplyBack', { watchId }, { baseVersion: 3, at: '2026-11-21T07:20:00Z' })
      .expect(200)
    expect((await page()).watch!.supplyIsOff).toBe(false)
    const { watches, rounds } = await jobOf(jobId)
    expect(watches[0]).toMatchObject({
      betweenRoundIds: [rounds[1]!.id],
      supplyBackAt: '2026-11-21T07:20:00.000Z',
    })
    expect(rounds.map(({ purpose }) => purpose)).toEqual(['evening', 'between', 'morning'])
  })

  test('the supply is proved off, unless it is left on to tell a leak from a command', async () => {
    const { jobId } = await openTestJob(bench)
    const start = watchStart(
      jobId,
      id(),
      watchWalk(LEVEL, '2026-11-20T18:00:00Z'),
      '2026-11-21T07:00:00Z',
    )
    expect(
      (await bench.send('watch.start', { ...start, supplyProved: false }).expect(422)).body,
    ).toMatchObject({ code: 'supplyNotProved' })
    await begin({ supplyCut: 'leftOn', supplyProved: false })
  })

  test('only ride height is watched', async () => {
    const { jobId } = await openTestJob(bench)
    const start = watchStart(
      jobId,
      id(),
      watchWalk(LEVEL, '2026-11-20T18:00:00Z', { method: 'axleToBracket' }),
      '2026-11-21T07:00:00Z',
    )
    expect((await bench.send('watch.start', start).expect(422)).body).toMatchObject({
      code: 'methodNotWatched',
    })
  })
})
describe('the list of all jobs', () => {
  const list = async (query: string) =>
    (await bench.get(`/api/jobs/list?${query}`).expect(200)).body as JobPage
  test('is searched, filtered, sorted and paged by the server', async () => {
    const plates: string[] = []
    for (let i = 0; i < 5; i += 1) plates.push((await openTestJob(bench)).plate)
    expect(
      (await list(`words=${encodeURIComponent(plates[2]!.toLowerCase())}`)).rows.map(
        ({ plate }) => plate,
      ),
    ).toEqual([plates[2]])
    const up = await list('sort=plate&order=up&size=3')
    expect(up.rows).toHaveLength(3)
    expect(up.rows.map(({ plate }) => plate)).toEqual([...up.rows.map(({ plate }) => plate)].sort())
    const next = await list('sort=plate&order=up&size=3&page=1')
    expect(next.total).toBe(up.total)
    expect(next.rows[0]!.plate > up.rows[2]!.plate).toBe(true)
    expect((await list('words=100%25_nothing')).total).toBe(0)
    expect(
      (await list('state=watching')).rows.every(({ watch }) => watch?.state === 'running'),
    ).toBe(true)
    expect((await list('state=closed')).rows.every(({ closedAt }) => closedAt !== null)).toBe(true)
  })
  test('a question it does not know is refused in words', async () => {
    expect((await bench.get('/api/jobs/list?sort=mood').expect(400)).body).toMatchObject({
      path: '/sort',
    })
    expect((await bench.get('/api/jobs/list?size=5000').expect(400)).body).toMatchObject({
      path: '/size',
    })
  })
})
describe('rounds out of a file', () => {
  test('come in on a closed job of their own, in several commands, once', async () => {
    const { vehicleId } = await openTestJob(bench)
    const [jobId, command] = [id(), id()]
    const rounds = [walk(LEVEL, '2025-01-10T09:00:00Z'), walk(LEVEL, '2025-02-10T09:00:00Z')]
    for (let i = 0; i < 2; i += 1)
      await bench
        .send('rounds.import', { jobId, vehicleId, from: 'heights.csv', rounds }, { id: command })
        .expect(200)
    // Another part of the same file, and one round that is here already.
    await bench
      .send('rounds.import', {
        jobId,
        vehicleId,
        from: 'heights.csv',
        rounds: [rounds[0]!, walk(LEVEL, '2025-03-10T09:00:00Z')],
      })
      .expect(200)
    await bench
      .send('rounds.import', { jobId: id(), vehicleId, from: 'again.csv', rounds })
      .expect(200)
    const { history: all, jobs } = (await bench.get(`/api/vehicles/${vehicleId}`))
      .body as VehicleDetail
    expect(all.map(({ purpose }) => purpose)).toEqual(['imported', 'imported', 'imported'])
    expect(jobs).toHaveLength(2)
    expect(jobs.find((job) => job.id === jobId)).toMatchObject({
      complaint: { words: 'Rounds taken over from heights.csv' },
    })
  })
})
describe('vehicle identity and lessons', () => {
  test('a VIN is kept in capitals, a lesson is kept and forgotten', async () => {
    const { vehicleId, typeId, plate } = await openTestJob(bench)
    await bench
      .send(
        'vehicle.save',
        { vehicleId, typeId, plate, vin: ' 1m8gdm9axkp042788', note: 'ferry runs' },
        { baseVersion: 1 },
      )
      .expect(200)
    const lesson = { factor: 1.12, share: 0.05, watchId: id(), at: '2026-11-21T07:00:00Z' }
    await bench.send('vehicle.learn', { vehicleId, lesson }, { baseVersion: 2 }).expect(200)
    expect(
      ((await bench.get(`/api/vehicles/${vehicleId}`)).body as VehicleDetail).vehicle,
    ).toMatchObject({ vin: '1M8GDM9AXKP042788', note: 'ferry runs', lesson })
    await bench.send('vehicle.learn', { vehicleId, lesson: null }, { baseVersion: 3 }).expect(200)
  })
  test('one specification for each level and way of measuring; guesses are kept', async () => {
    const typeId = id()
    const axle = { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: null }
    const one = {
      levelId: 'road',
      method: 'wheelCentreToArch' as const,
      source: 'x',
      date: '2026-01-01',
      front: axle,
      rear: axle,
    }
    const type = {
      typeId,
      name: `Two ways ${typeId.slice(0, 6)}`,
      source: 'invented',
      architecture,
      geometry,
      guesses: ['rear.volumeAtDesignL', 'front.effectiveAreaCm2'],
    }
    expect(
      (await bench.send('vehicleType.save', { ...type, specifications: [one, one] }).expect(422))
        .body,
    ).toMatchObject({ code: 'specificationTwice' })
    await bench
      .send('vehicleType.save', {
        ...type,
        specifications: [one, { ...one, method: 'sillToFloor' as const }],
      })
      .expect(200)
    expect((await bench.get('/api/vehicle-types')).body).toContainEqual(
      expect.objectContaining({
        id: typeId,
        guesses: ['rear.volumeAtDesignL', 'front.effectiveAreaCm2'],
      }),
    )
  })
})
test('the shop’s repeatability is learned once there are enough double rounds', async () => {
  const { jobId } = await openTestJob(bench)
  for (let i = 0; i < 12; i += 1) {
    const round = walk(LEVEL, `2026-11-0${1 + (i % 9)}T10:00:00Z`)
    const shaken = round.readings.map((entry, k) => ({
      ...entry,
      heightMm: entry.heightMm + (k % 2 === i % 2 ? 1.5 : -1.5),
    }))
    await bench.send('round.record', { jobId, round: { ...round, readings: shaken } }).expect(200)
  }
  const { learned } = (await bench.get('/api/repeatability').expect(200)).body as {
    learned: { repeatabilityMm: number; repeats: number }
  }
  expect(learned.repeats).toBeGreaterThanOrEqual(24)
  expect(learned.repeatabilityMm).toBeGreaterThan(0.4)
})
