import { describe, expect, test } from 'vitest'
import { benchOfFile } from '../../test/bench.ts'
import { LEVEL, openTestJob, walk, watchStart, watchWalk } from '../../test/records.ts'
import { EVENING, problem } from '../../test/problem.ts'

const bench = benchOfFile()
const MORNING = '2026-11-25T07:00:00.000Z'
describe('rounds', () => {
  test.each([
    ['a height of 49 mm', { heightMm: 49 }],
    ['a height of 2001 mm', { heightMm: 2001 }],
    ['a height as text', { heightMm: '480' }],
    ['a lap without a number', { lap: 0 }],
    ['a twenty-first lap', { lap: 21 }],
    ['a corner no car has', { corner: 'FM' }],
  ])('%s is a 400 and nothing is kept', async (_, change) => {
    const { jobId } = await openTestJob(bench)
    const round = walk(LEVEL, EVENING)
    const readings = round.readings.map((entry, i) =>
      i === 2 ? { ...entry, ...change } : entry,
    ) as typeof round.readings
    await bench.send('round.record', { jobId, round: { ...round, readings } }).expect(400)
    expect(
      ((await bench.get(`/api/jobs/${jobId}`)).body as { rounds: unknown[] }).rounds,
    ).toHaveLength(0)
  })

  test('a corner left out is named', async () => {
    const { jobId } = await openTestJob(bench)
    const round = walk(LEVEL, EVENING)
    const response = await bench.send('round.record', {
      jobId,
      round: { ...round, readings: round.readings.filter(({ corner }) => corner !== 'RL') },
    })
    problem(422, 'cornerNotRead')(response)
    expect((response.body as { detail: string }).detail).toContain('rear left')
  })

  test('a round that ends before it starts is refused', async () => {
    const { jobId } = await openTestJob(bench)
    await bench
      .send('round.record', { jobId, round: walk(LEVEL, EVENING, { startedAt: MORNING }) })
      .expect(problem(422, 'timeOrder'))
  })

  test('the last round of a job is what the floor shows, against the design height of its level', async () => {
    const { jobId } = await openTestJob(bench)
    await bench.send('round.record', { jobId, round: walk(LEVEL, EVENING) }).expect(200)
    await bench
      .send('round.record', {
        jobId,
        round: walk({ FL: 490, FR: 505, RL: 510, RR: 512 }, MORNING, { levelId: 'high' }),
      })
      .expect(200)
    const jobs = (await bench.get('/api/jobs')).body as { id: string; latest: unknown }[]
    expect(jobs.find(({ id }) => id === jobId)?.latest).toEqual({
      endedAt: MORNING,
      offDesignMm: { FL: -20, FR: -5, RL: 0, RR: 2 },
    })
  })
})
describe('a watch', () => {
  const started = async () => {
    const { jobId } = await openTestJob(bench)
    const watchId = crypto.randomUUID()
    await bench
      .send('watch.start', watchStart(jobId, watchId, watchWalk(LEVEL, EVENING), MORNING))
      .expect(200)
    return { jobId, watchId }
  }
  const finding = {
    kind: 'answer' as const,
    best: 'FL',
    probability: 0.93,
    sentence: 'Front left leaks.',
  }

  test('goes from evening to morning to a finding, and the job closes after it', async () => {
    const { jobId, watchId } = await started()
    await bench.send('job.close', { jobId }, { baseVersion: 1 }).expect(problem(422, 'watchRuns'))
    await bench
      .send('watch.conclude', { watchId, finding }, { baseVersion: 1 })
      .expect(problem(422, 'watchNotWalked'))
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk({ ...LEVEL, FL: 440 }, MORNING), undisturbed: true },
        { baseVersion: 1 },
      )
      .expect(200)
    await bench.send('watch.conclude', { watchId, finding }, { baseVersion: 2 }).expect(200)
    const job = (await bench.get(`/api/jobs/${jobId}`)).body as {
      watches: unknown[]
      rounds: { purpose: string }[]
    }
    expect(job.watches).toMatchObject([
      { state: 'concluded', undisturbed: true, minutesSinceRun: 120, finding, startedAt: EVENING },
    ])
    expect(job.rounds.map(({ purpose }) => purpose)).toEqual(['evening', 'morning'])
    await bench
      .send('job.close', { jobId, reason: 'Enough for a test' }, { baseVersion: 1 })
      .expect(200)
    await bench
      .send('round.record', { jobId, round: walk(LEVEL, MORNING) })
      .expect(problem(422, 'jobClosed'))
    await bench.send('job.reopen', { jobId }, { baseVersion: 2 }).expect(200)
    await bench.send('round.record', { jobId, round: walk(LEVEL, MORNING) }).expect(200)
  })

  test('only one runs on a job', async () => {
    const { jobId } = await started()
    await bench
      .send(
        'watch.start',
        watchStart(jobId, crypto.randomUUID(), watchWalk(LEVEL, EVENING), MORNING),
      )
      .expect(problem(422, 'watchRuns'))
  })

  test('a morning before its evening is refused, and so is a plan for one', async () => {
    const { jobId, watchId } = await started()
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk(LEVEL, '2026-11-24T18:00:00.000Z'), undisturbed: true },
        { baseVersion: 1 },
      )
      .expect(problem(422, 'timeOrder'))
    expect(
      ((await bench.get(`/api/jobs/${jobId}`)).body as { rounds: unknown[] }).rounds,
    ).toHaveLength(1)
    const other = await openTestJob(bench)
    await bench
      .send(
        'watch.start',
        watchStart(
          other.jobId,
          crypto.randomUUID(),
          watchWalk(LEVEL, EVENING),
          '2026-11-24T18:00:00.000Z',
        ),
      )
      .expect(problem(422, 'timeOrder'))
    expect(
      ((await bench.get(`/api/jobs/${other.jobId}`)).body as { watches: unknown[] }).watches,
    ).toHaveLength(0)
  })

  test('a morning at another level is refused', async () => {
    const { watchId } = await started()
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk(LEVEL, MORNING, { levelId: 'high' }), undisturbed: true },
        { baseVersion: 1 },
      )
      .expect(problem(422, 'levelUnknown'))
  })

  test('without proof that the supply is off there is no watch', async () => {
    const { jobId } = await openTestJob(bench)
    const start = watchStart(jobId, crypto.randomUUID(), watchWalk(LEVEL, EVENING), MORNING)
    await bench
      .send('watch.start', { ...start, supplyProved: false })
      .expect(problem(422, 'supplyNotProved'))
  })

  test('given up, it lets another one start, and its evening stays on record', async () => {
    const { jobId, watchId } = await started()
    await bench
      .send('watch.giveUp', { watchId, reason: 'needed for a rescue' }, { baseVersion: 1 })
      .expect(200)
    await bench
      .send('watch.giveUp', { watchId, reason: 'again' }, { baseVersion: 2 })
      .expect(problem(422, 'watchNotRunning'))
    await bench
      .send(
        'watch.start',
        watchStart(jobId, crypto.randomUUID(), watchWalk(LEVEL, MORNING), '2026-11-26T07:00:00Z'),
      )
      .expect(200)
    expect(
      ((await bench.get(`/api/jobs/${jobId}`)).body as { rounds: unknown[] }).rounds,
    ).toHaveLength(2)
  })

  test('a morning whose readings were doubted may be walked again; both rounds stay on record', async () => {
    const { jobId, watchId } = await started()
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk({ ...LEVEL, FL: 400 }, MORNING), undisturbed: true },
        { baseVersion: 1 },
      )
      .expect(200)
    const second = watchWalk({ ...LEVEL, FL: 440 }, '2026-11-25T07:20:00.000Z')
    await bench
      .send('watch.finish', { watchId, round: second, undisturbed: true }, { baseVersion: 2 })
      .expect(200)
    const job = (await bench.get(`/api/jobs/${jobId}`)).body as {
      watches: { morningRoundId: string }[]
      rounds: unknown[]
    }
    expect(job.watches[0]!.morningRoundId).toBe(second.roundId)
    expect(job.rounds).toHaveLength(3)
  })
})
