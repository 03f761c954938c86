import { sampleHandover } from '@anklet/core/base/samples'
import { describe, expect, test } from 'vitest'
import type {
  Job,
  JobSummary,
  ProofRecord,
  ReturnRecord,
  ShopBundle,
  VehicleDetail,
} from '@anklet/contract'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { OnTheJob } from '../../test/onTheJob.ts'
import { LEVEL, openTestJob, walk } from '../../test/records.ts'

type Content = ProofRecord['content']

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const HOUR = 3_600_000
const soon = (hours: number): string => new Date(Date.now() + hours * HOUR).toISOString()
const say = async (
  jobId: string,
  content: Content,
): Promise<{ status: number; code?: string; detail?: string; path?: string }> => {
  const { status, body } = await bench.send('proof.record', { entryId: id(), jobId, content })
  return { status, ...(body as { code?: string; detail?: string; path?: string }) }
}
const shown = (
  item: Extract<Content, { kind: 'shown' }>['item'],
  change: Partial<Extract<Content, { kind: 'shown' }>> = {},
): Content => ({
  kind: 'shown',
  item,
  joint: null,
  outcome: 'good',
  words: '',
  on: null,
  ...change,
})
const handed = (change: Partial<Extract<Content, { kind: 'handedOver' }>> = {}): Content => ({
  ...sampleHandover({ proved: false, reason: 'The owner needs it for the night shift' }),
  ...change,
})
const calibrated = (
  levels: readonly string[],
  change: Partial<Extract<Content, { kind: 'calibrated' }>> = {},
  off = 0,
): Content => ({
  kind: 'calibrated',
  why: 'wanted',
  visits: levels.map((levelId) => {
    const tapeMm = {
      FL: LEVEL.FL + off,
      FR: LEVEL.FR + off,
      RL: LEVEL.RL + off,
      RR: LEVEL.RR + off,
    }
    return { levelId, direction: null, tapeMm, reportedMm: tapeMm }
  }),
  taught: 'no',
  typedMm: [],
  note: '',
  ...change,
})

/** A pump changed to the last step. */
async function worked(): Promise<OnTheJob> {
  const at = await OnTheJob.with(bench, [{ job: 'pump' }])
  await at.until('')
  return at
}

describe('what shows that a repair counts', () => {
  test(
    'only joints that were opened are soaped, what is declined has its reason, and ' +
      'a day to come back lies ahead',
    async () => {
      const { jobId } = await worked()
      expect(await say(jobId, shown('soap', { joint: 'pump' }))).toMatchObject({ status: 200 })
      expect(await say(jobId, shown('soap', { joint: 'FL' }))).toMatchObject({
        status: 422,
        code: 'proofStops',
        detail: 'This joint was not opened.',
      })
      expect(await say(jobId, shown('alignment', { outcome: 'declined' }))).toMatchObject({
        status: 422,
        path: '/payload/content/words',
      })
      expect(
        await say(jobId, shown('roadTest', { outcome: 'declined', words: 'no time' })),
      ).toMatchObject({ status: 422, path: '/payload/content/outcome' })
      expect(
        await say(jobId, { kind: 'return', dueAt: '2020-01-01T08:00:00Z', words: '' }),
      ).toMatchObject({ status: 422, path: '/payload/content/dueAt' })
    },
  )

  test(
    'a car lowered on purpose is not calibrated away; swapped sides and levels it ' +
      'does not have are refused',
    async () => {
      const { jobId } = await openTestJob(bench)
      expect(await say(jobId, calibrated(['moon']))).toMatchObject({
        status: 422,
        detail: 'This vehicle type has no level "moon".',
      })
      expect(
        await say(jobId, calibrated(['road'], { typedMm: [{ sensor: 'front', mm: 3 }] })),
      ).toMatchObject({
        status: 400,
        code: 'findingUnknown',
        path: '/payload/content/typedMm/0/sensor',
      })
      expect(await say(jobId, calibrated(['road'], { taught: 'hand' }, -25))).toMatchObject({
        status: 422,
        detail: expect.stringMatching(/lowered on purpose/) as string,
      })
      expect(await say(jobId, calibrated(['road'], {}, -25))).toMatchObject({ status: 200 })
      const leaning = { FL: 470, FR: 490, RL: 480, RR: 480 }
      const swapped = calibrated(['road'], {
        taught: 'hand',
        visits: [
          {
            levelId: 'road',
            direction: null,
            tapeMm: leaning,
            reportedMm: { ...leaning, FL: 490, FR: 470 },
          },
        ],
      })
      expect(await say(jobId, swapped)).toMatchObject({
        status: 422,
        detail: expect.stringMatching(
          /^The front sensors fit the tape of the other side better/,
        ) as string,
      })
    },
  )
})

describe('handing over', () => {
  test(
    'what was worked on is not closed before it is handed over; as proved only ' +
      'with all of it shown, else with a reason and what is missing',
    async () => {
      const at = await worked()
      const { jobId } = at
      const { version } = await at.job()
      expect(
        (await bench.send('job.close', { jobId }, { baseVersion: version }).expect(422)).body,
      ).toMatchObject({ code: 'notProved' })
      expect(await say(jobId, handed({ proved: true }))).toMatchObject({
        status: 422,
        code: 'notProved',
      })
      expect(await say(jobId, handed({ reason: ' ' }))).toMatchObject({
        status: 422,
        path: '/payload/content/reason',
      })
      // What the paper says is missing must be what is missing.
      expect(await say(jobId, handed())).toMatchObject({
        status: 422,
        path: '/payload/content/missing',
      })
      const wanting: Extract<Content, { kind: 'handedOver' }>['missing'] = [
        'deviations',
        'corners',
        'soap',
        'heights',
        'codes',
        'roadTest',
        'again',
        'levels',
      ]
      const levels = (await at.job()).vehicleType.architecture.levels.length > 1
      const missing = wanting.filter((item) => item !== 'levels' || levels)
      // As many of them, but another one; one too few; one too many: none of these is the paper.
      const others: readonly (typeof missing)[] = [
        [...missing.slice(1), 'torque'],
        missing.slice(1),
        [...missing, 'torque'],
      ]
      for (const other of others)
        expect(await say(jobId, handed({ missing: other }))).toMatchObject({
          status: 422,
          path: '/payload/content/missing',
        })
      expect(await say(jobId, handed({ missing }))).toMatchObject({ status: 200 })
      const list = (await bench.get('/api/jobs').expect(200)).body as JobSummary[]
      expect(list.find((each) => each.id === jobId)).toMatchObject({ handedOver: true })
      // Somebody else had the same page open.
      expect(await say(jobId, handed({ missing }))).toMatchObject({
        status: 422,
        detail: 'It is handed over already. Look at its paper again.',
      })
      const closing = await at.job()
      await bench.send('job.close', { jobId }, { baseVersion: closing.version }).expect(200)
      // The new pump is in the car's history, once.
      const detail = (await bench.get(`/api/vehicles/${closing.vehicleId}`).expect(200))
        .body as VehicleDetail
      expect(detail.repairs.map(({ part }) => part)).toEqual(['compressor'])
      expect(detail.proof.map(({ content }) => content.kind)).toEqual(['handedOver'])
    },
  )

  test('while something is still to be put back it is not handed over at all', async () => {
    const at = await OnTheJob.with(bench, [{ job: 'pump' }])
    await at.until('openPump')
    expect(await say(at.jobId, handed())).toMatchObject({
      status: 422,
      code: 'workStops',
      detail: expect.stringMatching(/^Not yet: still to be put back: /) as string,
    })
  })

  test(
    'a job without any work is handed over as it is, and a day to come back stands ' +
      'on the floor until a round is walked',
    async () => {
      const { jobId, vehicleId, plate } = await openTestJob(bench)
      expect(await say(jobId, handed())).toMatchObject({ status: 200 })
      expect(
        await say(jobId, { kind: 'return', dueAt: soon(1), words: 'At the gate' }),
      ).toMatchObject({ status: 200 })
      const due = async (): Promise<ReturnRecord[]> =>
        ((await bench.get('/api/returns').expect(200)).body as ReturnRecord[]).filter(
          (each) => each.vehicleId === vehicleId,
        )
      expect(await due()).toMatchObject([{ jobId, plate, words: 'At the gate' }])
      // Planned anew: the newer day counts.
      expect(
        await say(jobId, { kind: 'return', dueAt: soon(2), words: 'At the yard' }),
      ).toMatchObject({ status: 200 })
      expect(await due()).toMatchObject([{ words: 'At the yard' }])
      await bench.send('round.record', { jobId, round: walk(LEVEL, soon(0.01)) }).expect(200)
      expect(await due()).toEqual([])
    },
  )

  test('a bundle carries all of it to another shop', async () => {
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    expect(bundle.proof!.some(({ content }) => content.kind === 'handedOver')).toBe(true)
    const other = await startBench({ people: false })
    await other.post('/api/bundle', bundle).expect(200)
    const jobs = (await other.get('/api/jobs').expect(200)).body as Job[]
    const proved = (await other.get(`/api/jobs/${bundle.proof![0]!.jobId}`).expect(200)).body as Job
    expect([jobs.length > 0, proved.proof.length > 0]).toEqual([true, true])
    await other.end()
  })

  test('a job goes to another shop by itself: all of it, and nothing of the others', async () => {
    const whole = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const handedJob = whole.proof!.find(({ content }) => content.kind === 'handedOver')!.jobId
    const bundle = (await bench.get(`/api/jobs/${handedJob}/bundle`).expect(200)).body as ShopBundle
    expect([
      bundle.jobs.map(({ id: job }) => job),
      bundle.vehicles.length,
      bundle.vehicleTypes.length,
    ]).toEqual([[handedJob], 1, 1])
    for (const kind of [
      'rounds',
      'watches',
      'notes',
      'repairs',
      'plans',
      'work',
      'proof',
      'photos',
    ] as const)
      expect(bundle[kind]).toEqual(
        (whole[kind] as readonly { jobId: string }[]).filter(({ jobId }) => jobId === handedJob),
      )
    expect(bundle.people.length).toBeGreaterThan(0)
    const other = await startBench({ people: false })
    await other.post('/api/bundle', bundle).expect(200)
    const [here, there] = await Promise.all(
      [bench, other].map(
        async (shop) => (await shop.get(`/api/jobs/${handedJob}`).expect(200)).body as Job,
      ),
    )
    for (const kind of ['complaint', 'plans', 'work', 'proof', 'repairs', 'vehicleType'] as const)
      expect(there![kind]).toEqual(here![kind])
    await other.end()
    await bench.get(`/api/jobs/${id()}/bundle`).expect(404)
  })
})

test('how much a pump worked, whenever it was listened to, stands in its car’s history', async () => {
  const { jobId, vehicleId } = await openTestJob(bench)
  const logId = id()
  // An hour, the pump running for six minutes of it, told once in ten seconds.
  const atS = Array.from({ length: 361 }, (_, i) => 10 * i)
  await bench
    .send('log.keep', {
      logId,
      jobId,
      title: 'A day',
      deviceName: 'Link',
      startedAt: '2026-11-20T08:00:00Z',
      rows: atS.length,
      channels: [
        {
          id: 'runs',
          corner: null,
          place: 'pump',
          kind: 'state',
          unit: '0 or 1',
          least: 0,
          most: 1,
        },
      ],
      trace: { atS, values: { runs: atS.map((s) => (s >= 600 && s < 960 ? 1 : 0)) }, marks: [] },
    })
    .expect(200)
  await bench
    .send('check.record', {
      checkId: id(),
      jobId,
      kind: 'habit',
      corner: null,
      verdict: 'doubtful',
      sentence: 'It runs often.',
      lines: [],
      speaksFor: '',
      logId,
    })
    .expect(200)
  for (let twice = 0; twice < 2; twice += 1) {
    const detail = (await bench.get(`/api/vehicles/${vehicleId}`).expect(200)).body as VehicleDetail
    expect(detail.pumpDays).toMatchObject([
      {
        minutesPerDay: expect.closeTo(144, 0) as number,
        startsPerDay: expect.closeTo(24, 0) as number,
      },
    ])
  }
})
