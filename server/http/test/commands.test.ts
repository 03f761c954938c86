import { describe, expect, test } from 'vitest'
import { command } from '../../store/schema.ts'
import { benchOfFile } from '../../test/bench.ts'
import {
  architecture,
  geometry,
  LEVEL,
  NO_COMPLAINT,
  openTestJob,
  walk,
  watchStart,
  watchWalk,
} from '../../test/records.ts'

const bench = benchOfFile()

const EVENING = '2026-11-24T19:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const problem =
  (status: number, code: string) =>
  (response: { status: number; type: string; body: { code: string; detail: string } }) => {
    expect([response.status, response.body.code]).toEqual([status, code])
    expect(response.type).toBe('application/problem+json')
    expect(response.body.detail).toMatch(/^[A-Z"“].*[.?]$/)
  }

describe('the envelope', () => {
  test('a command sent twice is done once, and answers the same', async () => {
    const { jobId } = await openTestJob(bench)
    const id = crypto.randomUUID()
    const round = walk(LEVEL, EVENING)
    const first = await bench.send('round.record', { jobId, round }, { id }).expect(200)
    const again = await bench
      .send('round.record', { jobId, round }, { id, at: '2026-11-24T19:30:00Z' })
      .expect(200)
    expect(first.body).toEqual({ id, version: null, repeated: false })
    expect(again.body).toEqual({ id, version: null, repeated: true })
    const job = (await bench.get(`/api/jobs/${jobId}`)).body as { rounds: unknown[] }
    expect(job.rounds).toHaveLength(1)
  })

  test('the same command sent many times at once is done once', async () => {
    const { jobId } = await openTestJob(bench)
    const id = crypto.randomUUID()
    const round = walk(LEVEL, EVENING)
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => bench.send('round.record', { jobId, round }, { id })),
    )
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200, 200])
    expect(answers.filter(({ body }) => !(body as { repeated: boolean }).repeated)).toHaveLength(1)
  })

  test('an id used for something else is refused', async () => {
    const { jobId } = await openTestJob(bench)
    const id = crypto.randomUUID()
    await bench.send('round.record', { jobId, round: walk(LEVEL, EVENING) }, { id }).expect(200)
    await bench
      .send('round.record', { jobId, round: walk({ ...LEVEL, FL: 470 }, EVENING) }, { id })
      .expect(problem(409, 'idReused'))
  })

  test('a refused command leaves nothing behind, and its id may be tried again with better content', async () => {
    const { jobId } = await openTestJob(bench)
    const id = crypto.randomUUID()
    const round = walk(LEVEL, EVENING, { levelId: 'moon' })
    await bench.send('round.record', { jobId, round }, { id }).expect(problem(422, 'levelUnknown'))
    expect(
      ((await bench.get(`/api/jobs/${jobId}`)).body as { rounds: unknown[] }).rounds,
    ).toHaveLength(0)
    expect((await bench.db.select().from(command)).some((row) => row.id === id)).toBe(false)
    await bench
      .send('round.record', { jobId, round: { ...round, levelId: 'road' } }, { id })
      .expect(200)
  })

  test('every accepted command is in the journal with who, when and from what device', async () => {
    const { jobId } = await openTestJob(bench)
    const rows = await bench.db.select().from(command)
    const opened = rows.find(
      ({ type, payload }) => type === 'job.open' && (payload as { jobId: string }).jobId === jobId,
    )
    expect(opened).toMatchObject({ personId: bench.person, device: 'test', baseVersion: null })
  })

  test('a stranger cannot sign; the first person of a shop signs for themselves', async () => {
    await bench
      .send(
        'job.open',
        { jobId: crypto.randomUUID(), vehicleId: crypto.randomUUID(), complaint: NO_COMPLAINT },
        { person: crypto.randomUUID() },
      )
      .expect(problem(422, 'unknownReference'))
    const personId = crypto.randomUUID()
    await bench
      .send('person.add', { personId, name: 'S. Newcomer' }, { person: personId })
      .expect(200)
    await bench
      .send('person.add', { personId: crypto.randomUUID(), name: 'S. Newcomer' })
      .expect(problem(422, 'alreadyTaken'))
  })

  test.each([
    ['an unknown command', { type: 'job.burn' }, '/type'],
    [
      'an unknown field',
      { type: 'person.add', payload: { personId: crypto.randomUUID(), name: 'A', shoe: 42 } },
      '/payload',
    ],
    [
      'a missing name',
      { type: 'person.add', payload: { personId: crypto.randomUUID() } },
      '/payload/name',
    ],
    [
      'an empty name',
      { type: 'person.add', payload: { personId: crypto.randomUUID(), name: '   ' } },
      '/payload/name',
    ],
    [
      'an id that is none',
      { type: 'person.add', id: '42', payload: { personId: crypto.randomUUID(), name: 'A' } },
      '/id',
    ],
    [
      'a time that is none',
      {
        type: 'person.add',
        at: 'yesterday',
        payload: { personId: crypto.randomUUID(), name: 'A' },
      },
      '/at',
    ],
  ])('%s is a 400 that names the field', async (_, change, path) => {
    const response = await bench.send(
      'person.add',
      { personId: crypto.randomUUID(), name: 'A' },
      change,
    )
    expect([response.status, (response.body as { path: string }).path]).toEqual([400, path])
  })

  test('broken JSON and oversized bodies get a sentence, not a stack', async () => {
    const broken = await bench
      .send('person.add', { personId: crypto.randomUUID(), name: 'A' })
      .set('content-type', 'application/json')
      .send('{"id":')
    expect([broken.status, (broken.body as { code: string }).code]).toEqual([400, 'notJson'])
    const huge = await bench.send('person.add', {
      personId: crypto.randomUUID(),
      name: 'x'.repeat(9_000_000),
    })
    expect([huge.status, (huge.body as { code: string }).code]).toEqual([413, 'tooLarge'])
    expect(bench.errors).toEqual([])
  })
})

describe('records', () => {
  test('a stale edit is told so and changes nothing', async () => {
    const { jobId } = await openTestJob(bench)
    const words = (text: string) => ({ jobId, complaint: { ...NO_COMPLAINT, words: text } })
    await bench.send('job.complaint', words('sinks'), { baseVersion: 1 }).expect(200)
    await bench
      .send('job.complaint', words('does not sink'), { baseVersion: 1 })
      .expect(problem(409, 'stale'))
    expect((await bench.get(`/api/jobs/${jobId}`)).body).toMatchObject({
      version: 2,
      complaint: { words: 'sinks' },
    })
  })

  test('two people at once: one is first, the other hears of it', async () => {
    const { jobId } = await openTestJob(bench)
    const answers = await Promise.all(
      ['left', 'right'].map((text) =>
        bench.send(
          'job.complaint',
          { jobId, complaint: { ...NO_COMPLAINT, words: text } },
          { baseVersion: 1 },
        ),
      ),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  test('a plate is tidied, and taken only once', async () => {
    const { typeId } = await openTestJob(bench)
    await bench
      .send('vehicle.save', {
        vehicleId: crypto.randomUUID(),
        typeId,
        plate: '  ab   12 c',
        note: '',
      })
      .expect(200)
    await bench
      .send('vehicle.save', { vehicleId: crypto.randomUUID(), typeId, plate: 'AB 12 C', note: '' })
      .expect(problem(422, 'alreadyTaken'))
    expect(
      ((await bench.get('/api/vehicles')).body as { plate: string }[]).filter(
        ({ plate }) => plate === 'AB 12 C',
      ),
    ).toHaveLength(1)
  })

  test('a vehicle type that could not stand is refused with the corner', async () => {
    const save = (change: Partial<typeof geometry.corners.FL>) =>
      bench.send('vehicleType.save', {
        typeId: crypto.randomUUID(),
        name: `Wrong ${crypto.randomUUID()}`,
        source: 'invented',
        architecture,
        geometry: {
          ...geometry,
          corners: { ...geometry.corners, RR: { ...geometry.corners.RR, ...change } },
        },
      })
    const order = await save({ bumpHeightMm: 500 })
    problem(422, 'stopOrder')(order)
    expect(order.body as { path: string; detail: string }).toMatchObject({
      path: '/payload/geometry/corners/RR',
      detail: expect.stringContaining('rear right') as string,
    })
    await save({ coilForceAtDesignN: 9000 }).expect(problem(422, 'springWouldPull'))
    await save({ effectiveAreaCm2: 0, coilForceAtDesignN: 5600 }).expect(
      problem(422, 'airAndGeometryDiffer'),
    )
    await save({ designHeightMm: 1e12 }).expect(problem(400, 'wrongShape'))
    await save({ designLoadN: -1 }).expect(problem(400, 'wrongShape'))
  })

  test(
    'specifications are kept with their source; a level twice, an unknown level ' +
      'and an impossible tolerance are refused',
    async () => {
      const axle = { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: null }
      const road = {
        levelId: 'road',
        method: 'wheelCentreToArch' as const,
        source: 'sheet 12',
        date: '2026-01-15',
        front: axle,
        rear: { ...axle, leftRightMm: 8 },
      }
      const save = (specifications: readonly (typeof road)[]) => {
        const typeId = crypto.randomUUID()
        return {
          typeId,
          answer: bench.send('vehicleType.save', {
            typeId,
            name: `Specified ${typeId}`,
            source: 'invented',
            architecture,
            geometry,
            specifications: [...specifications],
          }),
        }
      }
      const { typeId, answer } = save([road])
      await answer.expect(200)
      const kept = (
        (await bench.get('/api/vehicle-types')).body as { id: string; specifications: unknown[] }[]
      ).find(({ id }) => id === typeId)
      expect(kept?.specifications).toEqual([road])
      await save([road, road]).answer.expect(problem(422, 'specificationTwice'))
      await save([{ ...road, levelId: 'moon' }]).answer.expect(problem(422, 'levelUnknown'))
      await save([{ ...road, front: { ...axle, nominalMm: 60, minusMm: 60 } }]).answer.expect(
        problem(422, 'toleranceTooLarge'),
      )
      await save([{ ...road, rear: { ...road.rear, minusMm: -1 } }]).answer.expect(
        problem(400, 'wrongShape'),
      )
      await save([{ ...road, date: 'last spring' }]).answer.expect(problem(400, 'wrongShape'))
    },
  )

  test('a shop without a name has one to change', async () => {
    expect((await bench.get('/api/shop')).body).toMatchObject({
      version: 1,
      units: { length: 'mm' },
    })
    await bench
      .send(
        'shop.change',
        { name: 'Tern Quay', units: { length: 'inch', pressure: 'psi', temperature: 'degF' } },
        { baseVersion: 1 },
      )
      .expect(200)
    expect((await bench.get('/api/shop')).body).toEqual({
      backup: null,
      rate: null,
      version: 2,
      name: 'Tern Quay',
      units: { length: 'inch', pressure: 'psi', temperature: 'degF' },
    })
  })
})

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
