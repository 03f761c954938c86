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
} from '../../test/records.ts'
import { EVENING, problem } from '../../test/problem.ts'

const bench = benchOfFile()
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
      keeping: null,
      rate: null,
      version: 2,
      name: 'Tern Quay',
      units: { length: 'inch', pressure: 'psi', temperature: 'degF' },
    })
  })
})
