import { readFile } from 'node:fs/promises'
import { describe, expect, test } from 'vitest'
import type {
  CommandPayload,
  Job,
  ProcedureBook,
  ProcedurePlanResponse,
  Procedures,
  ShopBundle,
  Torque,
  Writable,
} from '@anklet/contract'
import { SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { architecture, openTestJob } from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const shipped = () => structuredClone(SHIPPED_PROCEDURES) as Writable<ProcedureBook>
const answer = async (body: object, status = 200) =>
  (
    await bench
      .post('/api/calc/procedure-plan', { architecture, support: 'twoPost', ...body })
      .expect(status)
  ).body as ProcedurePlanResponse & { code: string; detail: string; path: string }

describe('a plan over the wire', () => {
  test('steps stand after what they wait for, with gates, proofs, parts and tools', async () => {
    const plan = await answer({ jobs: [{ job: 'strut', corners: ['FL', 'FR'] }, { job: 'pump' }] })
    const index = new Map(plan.steps.map(({ key }, i) => [key, i]))
    expect(plan.steps.every(({ after }, i) => after.every(({ key }) => index.get(key)! < i))).toBe(
      true,
    )
    const open = plan.steps.find(({ key }) => key === 'openLine.FL')!
    expect(open.gates).toEqual([
      {
        gate: 'openLine',
        asks: expect.arrayContaining([
          { condition: 'cornerProved', proofs: ['valveOpenGalleryZero', 'easedSilent'] },
        ]) as unknown,
      },
    ])
    expect(plan.parts).toContainEqual({ part: 'strut', count: 2, places: ['FL', 'FR'] })
    expect(plan.tools).toContain('scan')
    expect(plan.elapsedMinutes).toBe(plan.handsOnMinutes + plan.waitMinutes)
  })
  test('a way of the shop changes how air is let out', async () => {
    const plan = await answer({
      jobs: [{ job: 'strut', corners: ['FL'] }],
      way: { ventBy: 'fitting' },
    })
    expect(plan.steps.map(({ step }) => step)).toEqual(
      expect.arrayContaining(['ease', 'proveEased']),
    )
  })
  test('it cannot come in flat where there is no spring', async () => {
    const problem = await answer(
      {
        jobs: [{ job: 'pump' }],
        flat: ['FL'],
        architecture: { ...architecture, air: { front: 'none', rear: 'bellows' } },
      },
      422,
    )
    expect(problem.detail).toBe('The front left has no air spring: it cannot have come in flat.')
  })
  test.each([
    [[{ job: 'block' }, { job: 'block' }], 422, 'planImpossible', /wanted twice/],
    [[{ job: 'charge' }], 422, 'planImpossible', /this layout has none/],
    [
      [
        { job: 'strut', corners: ['FL'] },
        { job: 'bellows', corners: ['FL'] },
      ],
      422,
      'planImpossible',
      /cannot both be done at the front left/,
    ],
    [[{ job: 'coils', corners: ['RL'] }], 422, 'planImpossible', /as a whole/],
    [[{ job: 'paint' }], 400, 'jobUnknown', /no job called/],
    [[], 400, 'wrongShape', /./],
    [[{ job: 'pump', wheels: 4 }], 400, 'wrongShape', /./],
  ])('%j is refused with its reason', async (jobs, status, code, detail) => {
    const problem = await answer({ jobs }, status)
    expect([problem.code, detail.test(problem.detail), problem.path.startsWith('/jobs')]).toEqual([
      code,
      true,
      true,
    ])
  })
})

describe('plans on a job', () => {
  const made = (
    jobId: string,
    change: Partial<CommandPayload<'plan.make'>> = {},
  ): CommandPayload<'plan.make'> => ({
    planId: id(),
    jobId,
    jobs: [{ job: 'pump' }],
    support: 'stands',
    way: USUAL_WAY,
    alone: true,
    flat: [],
    order: [],
    ...change,
  })
  test('each stays as it was made, the newest last; one that makes no sense is not kept', async () => {
    const { jobId } = await openTestJob(bench)
    await bench.send('plan.make', made(jobId)).expect(200)
    await bench
      .send(
        'plan.make',
        made(jobId, { jobs: [{ job: 'strut', corners: ['FL', 'FR'] }], alone: false }),
        { at: '2026-11-25T08:00:00Z' },
      )
      .expect(200)
    expect(
      (await bench.send('plan.make', made(jobId, { jobs: [{ job: 'reservoir' }] })).expect(422))
        .body,
    ).toMatchObject({ code: 'planImpossible', path: '/payload/jobs' })
    const { plans } = (await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job
    expect(plans.map(({ jobs, alone }) => [jobs.map(({ job }) => job), alone])).toEqual([
      [['pump'], true],
      [['strut'], false],
    ])
    await bench.send('job.close', { jobId }, { baseVersion: 1 }).expect(200)
    expect((await bench.send('plan.make', made(jobId)).expect(422)).body).toMatchObject({
      code: 'jobClosed',
    })
  })
})

describe('torques', () => {
  test('kept with source and date, changed by whoever saw the newest, refused turned or twice', async () => {
    const { typeId } = await openTestJob(bench)
    const [torqueId, torque] = [
      id(),
      {
        typeId,
        fastener: 'wheel',
        minNm: 110,
        maxNm: 130,
        thenDegrees: null,
        unit: 'lbf.ft' as const,
        source: 'Invented for the test',
        date: '2026-11-01',
      },
    ]
    await bench.send('torque.save', { torqueId, ...torque }).expect(200)
    expect(
      (
        await bench
          .send('torque.save', {
            torqueId: id(),
            ...torque,
            fastener: 'strutTop',
            minNm: 60,
            maxNm: 45,
          })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'torqueTurned', path: '/payload/minNm' })
    expect(
      (await bench.send('torque.save', { torqueId: id(), ...torque }).expect(422)).body,
    ).toMatchObject({ code: 'alreadyTaken' })
    await bench
      .send('torque.save', { torqueId, ...torque, maxNm: 140 }, { baseVersion: 1 })
      .expect(200)
    await bench
      .send('torque.save', { torqueId, ...torque, maxNm: 150 }, { baseVersion: 1 })
      .expect(409)
    for (const wrong of [{ minNm: 0 }, { maxNm: 9000 }, { thenDegrees: 900 }])
      await bench
        .send('torque.save', { torqueId: id(), ...torque, fastener: 'arbLink', ...wrong })
        .expect(400)
    expect(
      ((await bench.get('/api/torques').expect(200)).body as Torque[]).filter(
        (each) => each.typeId === typeId,
      ),
    ).toEqual([{ id: torqueId, version: 2, ...torque, maxNm: 140 }])
    await bench.send('torque.drop', { torqueId }).expect(200)
    await bench.send('torque.drop', { torqueId }).expect(422)
  })
})

describe('the shop’s own procedures', () => {
  const read = async (): Promise<Procedures> =>
    (await bench.get('/api/procedures').expect(200)).body as Procedures
  const save = async (book: CommandPayload<'procedures.save'>['book'], way = USUAL_WAY) =>
    bench.send('procedures.save', { book, way }, { baseVersion: (await read()).version })
  test('a changed book is kept and used, and those that ship come back', async () => {
    const book = shipped()
    book.steps.find((step) => step.id === 'soap')!.minutes = 21
    await save(book, { ...USUAL_WAY, ventBy: 'fitting' })
    expect(await read()).toMatchObject({ version: 2, way: { ventBy: 'fitting' } })
    expect((await read()).book!.steps.find((step) => step.id === 'soap')!.minutes).toBe(21)
    await save(null)
    expect((await read()).book).toBeNull()
  })
  test(
    'a circle, a need nothing gives, an unknown tool and an unsafe order are ' +
      'named, and nothing is stored',
    async () => {
      const before = await read()
      const changed = (step: string, change: object): ProcedureBook => {
        const book = shipped()
        Object.assign(
          book.steps.find((each) => each.id === step)!,
          change,
        )
        return book
      }
      for (const [book, detail] of [
        [changed('strutBench', { needs: ['strutUp'] }), /circle: .*strutBench/],
        [changed('soap', { tools: ['hammer'] }), /"hammer"/],
        [changed('soap', { needs: ['wish'] }), /"wish"/],
        [changed('openLine', { needs: ['wheelOff'] }), /gate "openLine" would be shut/],
      ] as const) {
        const refused = await save(book)
        expect([refused.status, (refused.body as { code: string }).code]).toEqual([
          422,
          'proceduresFaulty',
        ])
        expect((refused.body as { detail: string }).detail).toMatch(detail)
      }
      expect(await read()).toEqual(before)
    },
  )
  test('procedures of the first form come in, by hand or with a shop, and are sent in today’s', async () => {
    const first = JSON.parse(
      await readFile(
        new URL('../../../core/work/procedure/book/procedures.1.json', import.meta.url),
        'utf8',
      ),
    ) as NonNullable<CommandPayload<'procedures.save'>['book']>
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const other = await startBench({ people: false })
    const earlier = { book: first, way: USUAL_WAY }
    await other
      .post('/api/bundle', { ...bundle, formatVersion: 9, procedures: earlier })
      .expect(200)
    expect(((await other.get('/api/procedures').expect(200)).body as Procedures).book).toEqual(
      shipped(),
    )
    await other.end()
    expect((await save(first)).status).toBe(200)
    expect((await read()).book).toEqual(shipped())
    expect((await save(null)).status).toBe(200)
  })
  test('plans, torques and procedures go out with the shop and come into an empty one', async () => {
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const other = await startBench({ people: false })
    await other.post('/api/bundle', bundle).expect(200)
    const again = (await other.get('/api/bundle').expect(200)).body as ShopBundle
    expect([again.plans, again.torques, again.procedures]).toEqual([
      bundle.plans,
      bundle.torques,
      bundle.procedures,
    ])
    expect(bundle.plans!.length).toBeGreaterThan(0)
    await other.end()
  })
})
