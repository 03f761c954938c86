import type { TSchema } from '@sinclair/typebox'
import { sql } from 'drizzle-orm'
import { describe, expect, test } from 'vitest'
import type { CommandPayload, CommandType, DeviceStatus, Job, ShopBundle } from '@anklet/contract'
import { COMMANDS } from '@anklet/contract'
import { setAsideStandIns } from '../../domains/jobs/setAside.ts'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { LEVEL, openTestJob, walk, watchStart, watchWalk } from '../../test/records.ts'

const bench = benchOfFile()

const id = (): string => crypto.randomUUID()
const STAND_IN = 'stand-in-practice-car'
const NIGHT = '2026-11-24T18:00:00Z'

/** Whether a schema has a place for a device, however deep. */
function namesDevices(schema: TSchema): boolean {
  const {
    properties = {},
    items,
    anyOf = [],
  } = schema as {
    readonly properties?: Readonly<Record<string, TSchema>>
    readonly items?: TSchema
    readonly anyOf?: readonly TSchema[]
  }
  return (
    'deviceId' in properties ||
    'deviceIds' in properties ||
    [...Object.values(properties), ...anyOf, ...(items ? [items] : [])].some(namesDevices)
  )
}
const CARRYING = (Object.keys(COMMANDS) as CommandType[]).filter((type) =>
  namesDevices(COMMANDS[type].properties.payload),
)

interface At {
  readonly jobId: string
  readonly vehicleId: string
  readonly watchId: string
}
const round = (deviceIds: string[]) => ({
  ...walk(LEVEL, NIGHT),
  reportedMm: LEVEL,
  deviceIds,
})
const shown = (deviceIds: string[]) => ({
  kind: 'done' as const,
  key: 'soap',
  step: 'soap',
  place: null,
  shown: [
    {
      condition: 'supplyOff' as const,
      corner: null,
      proof: 'linkSilent' as const,
      by: 'link' as const,
      barG: null,
    },
  ],
  deviceIds,
  torque: null,
  photoIds: [],
  note: '',
  second: null,
  deviation: null,
})
/** A command of each kind that says a device told it. */
const SAMPLES: Partial<{
  [Type in CommandType]: (at: At, from: string[]) => CommandPayload<Type>
}> = {
  'check.record': ({ jobId }, deviceIds) => ({
    checkId: id(),
    jobId,
    kind: 'pump',
    corner: null,
    verdict: 'good',
    sentence: 'It is good.',
    lines: [],
    speaksFor: '',
    logId: null,
    deviceIds,
  }),
  'evidence.say': ({ jobId }, deviceIds) => ({
    evidenceId: id(),
    jobId,
    check: 'pumpRunsOn',
    say: 'found',
    outcome: 'yes',
    reason: '',
    from: 'link',
    deviceIds,
  }),
  'codes.record': ({ jobId }, deviceIds) => ({
    readingId: id(),
    jobId,
    from: 'link',
    tool: 'Module',
    codes: [],
    deviceIds,
  }),
  'work.record': ({ jobId }, deviceIds) => ({ entryId: id(), jobId, content: shown(deviceIds) }),
  'proof.record': ({ jobId }, deviceIds) => ({
    entryId: id(),
    jobId,
    content: {
      kind: 'calibrated',
      why: 'wanted',
      visits: [{ levelId: 'road', direction: null, tapeMm: LEVEL, reportedMm: LEVEL }],
      taught: 'link',
      typedMm: [],
      note: '',
      deviceIds,
    },
  }),
  'log.start': ({ jobId }, [deviceId]) => ({
    logId: id(),
    jobId,
    deviceId: deviceId!,
    title: 'A log',
  }),
  'round.record': ({ jobId }, from) => ({ jobId, round: round(from) }),
  'rounds.import': ({ jobId, vehicleId }, from) => ({
    jobId,
    vehicleId,
    from: 'a file',
    rounds: [round(from)],
  }),
  'watch.start': ({ jobId }, from) => watchStart(jobId, id(), round(from), NIGHT),
  'watch.look': ({ watchId }, from) => ({ watchId, round: round(from) }),
  'watch.finish': ({ watchId }, from) => ({ watchId, round: round(from), undisturbed: true }),
}

/** A car with a watch running on it. */
async function carWith(simulated: boolean): Promise<At & { readonly plate: string }> {
  const { jobId, vehicleId, plate } = await openTestJob(bench, { simulated })
  const watchId = id()
  await bench
    .send(
      'watch.start',
      watchStart(jobId, watchId, watchWalk(LEVEL, NIGHT), '2026-11-25T06:00:00Z'),
    )
    .expect(200)
  return { jobId, vehicleId, watchId, plate }
}
const send = (type: CommandType, at: At, from: string[]) =>
  bench.send(
    type,
    (SAMPLES[type] as (at: At, from: string[]) => CommandPayload<typeof type>)(at, from),
    {
      baseVersion: type.startsWith('watch.') && type !== 'watch.start' ? 1 : null,
    },
  )

describe('a stand-in tells nothing of a real car', () => {
  test('every command that can carry a device is tried here', () => {
    expect(Object.keys(SAMPLES).toSorted()).toEqual(CARRYING.toSorted())
    expect(CARRYING.length).toBeGreaterThan(8)
  })
  test.each(CARRYING)('%s', async (type) => {
    const real = await carWith(false)
    const { status, body } = await send(type, real, [STAND_IN])
    expect([status, body]).toMatchObject([
      422,
      {
        code: 'standInOnRealCar',
        detail:
          `${real.plate} is a real car, and that comes from a simulated one. ` +
          'Measure the car itself; nothing was kept.',
        path: expect.stringContaining('/payload/'),
      },
    ])
    const simulated = await carWith(true)
    const there = (await send(type, simulated, [STAND_IN])).body as { readonly code?: string }
    expect(there.code).not.toBe('standInOnRealCar')
  })
  test('a log out of a file that was recorded from one', async () => {
    const keep = (jobId: string, deviceName: string) =>
      bench.send('log.keep', {
        logId: id(),
        jobId,
        title: 'A lift',
        deviceName,
        startedAt: NIGHT,
        rows: 1,
        channels: [
          {
            id: 'supply',
            place: 'supply',
            kind: 'voltage',
            unit: 'V',
            corner: null,
            least: 0,
            most: 60,
          },
        ],
        trace: { atS: [0], values: { supply: [12] }, marks: [] },
      })
    const real = await carWith(false)
    const refused = await keep(real.jobId, 'Practice car, a stand-in')
    expect([refused.status, refused.body]).toMatchObject([
      422,
      { code: 'standInOnRealCar', path: '/payload/deviceName' },
    ])
    expect((await keep(real.jobId, 'Box 7')).status).toBe(200)
    const simulated = await carWith(true)
    expect((await keep(simulated.jobId, 'Practice car, a stand-in')).status).toBe(200)
  })
  test('one beside a real device is found too, and a real one alone is taken', async () => {
    const real = await carWith(false)
    const mixed = await send('codes.record', real, ['box-1', STAND_IN])
    expect([mixed.status, mixed.body]).toMatchObject([422, { path: '/payload/deviceIds/1' }])
    expect((await send('codes.record', real, ['box-1'])).status).toBe(200)
    const job = (await bench.get(`/api/jobs/${real.jobId}`)).body as Job
    expect(job.codeReadings).toMatchObject([{ from: 'link', deviceIds: ['box-1'] }])
  })
  test.each(['evidence.say', 'codes.record', 'work.record', 'proof.record'] as const)(
    '%s: what the link told names its device',
    async (type) => {
      for (const simulated of [true, false]) {
        const answer = await send(type, await carWith(simulated), [])
        expect([answer.status, answer.body]).toMatchObject([422, { code: 'linkUnnamed' }])
      }
    },
  )
  test('it is not held, nor asked for anything, by the job of a real car', async () => {
    const [real, practice] = [await carWith(false), await openTestJob(bench, { simulated: true })]
    const device = ((await bench.get('/api/devices')).body as DeviceStatus[]).find(
      ({ identity }) => identity.vehicleTypeId === practice.typeId,
    )!.identity.id
    const holder = (jobId: string | null) => ({ person: bench.person, device: 'tablet', jobId })
    const hold = (jobId: string | null) => bench.post(`/api/devices/${device}/hold`, holder(jobId))
    expect((await hold(real.jobId)).body).toMatchObject({ code: 'standInOnRealCar' })
    expect((await hold(practice.jobId)).status).toBe(200)
    expect((await hold(null)).status).toBe(200)
    const order = await bench.post(`/api/devices/${device}/orders`, {
      commandId: id(),
      action: 'stop',
      corner: null,
      forS: null,
      offMm: null,
      foldsInspected: false,
      holder: holder(real.jobId),
    })
    expect([order.status, order.body]).toMatchObject([422, { code: 'standInOnRealCar' }])
  })
  test('no adapter takes the name of one', async () => {
    const hello = await bench.post('/api/adapters', {
      format: 'anklet-link',
      formatVersion: 1,
      identity: {
        id: STAND_IN,
        kind: 'module',
        name: 'A box',
        software: '1',
        vehicleTypeId: null,
        channels: [],
        actions: [],
      },
    })
    expect([hello.status, hello.body]).toMatchObject([403, { code: 'adapterUnknown' }])
  })
})

describe('a simulated vehicle', () => {
  test('is made so and stays so; lists and jobs tell', async () => {
    const { vehicleId, typeId, jobId, plate } = await openTestJob(bench, { simulated: true })
    const save = (simulated?: boolean) =>
      bench.send(
        'vehicle.save',
        { vehicleId, typeId, plate, note: 'x', ...(simulated === undefined ? {} : { simulated }) },
        { baseVersion: 1 },
      )
    const changed = await save(false)
    expect([changed.status, changed.body]).toMatchObject([
      422,
      {
        code: 'simulatedFixed',
        detail: `${plate} was made as a simulated car and stays one.`,
        path: '/payload/simulated',
      },
    ])
    expect((await save()).status).toBe(200)
    const job = (await bench.get(`/api/jobs/${jobId}`)).body as Job
    expect(job.vehicle).toMatchObject({ simulated: true, note: 'x' })
    const jobs = (await bench.get('/api/jobs')).body as { id: string; simulated: boolean }[]
    expect(jobs.find((each) => each.id === jobId)!.simulated).toBe(true)
  })
  test('an empty shop has no stand-in; the first simulated vehicle brings its own and the gauges', async () => {
    const empty = await startBench()
    const names = async () =>
      ((await empty.get('/api/devices').expect(200)).body as DeviceStatus[]).map(
        ({ identity }) => identity.kind,
      )
    expect(await names()).toEqual([])
    await openTestJob(empty)
    expect(await names()).toEqual([])
    await openTestJob(empty, { simulated: true })
    expect(await names()).toEqual(['heightGauge', 'pressureGauge', 'currentClamp', 'module'])
    await empty.end()
  })
})

describe('what an earlier release let a stand-in tell of a real car', () => {
  const COUNTED = ['codeReadings', 'evidence', 'checks', 'logs', 'work', 'proof'] as const
  /** Puts entries on record as they were kept before they named their devices. */
  async function asBefore(jobId: string, tool: string): Promise<void> {
    const { db } = bench
    const put = async (
      table: string,
      more: Readonly<Record<string, string | null>>,
    ): Promise<string> => {
      const entryId = id()
      const row: Readonly<Record<string, string | null>> = {
        id: entryId,
        job_id: jobId,
        at: NIGHT,
        person_id: bench.person,
        set_aside: null,
        ...more,
      }
      const names = sql.raw(
        Object.keys(row)
          .map((name) => `"${name}"`)
          .join(),
      )
      const values = sql.join(
        Object.values(row).map((value) => sql`${value}`),
        sql`, `,
      )
      await db.execute(sql`insert into ${sql.raw(table)} (${names}) values (${values})`)
      return entryId
    }
    const found = { say: 'found', outcome: 'yes', reason: '' }
    await put('code_reading', { from: 'link', tool, codes: '[]' })
    await put('evidence', { ...found, check: 'pumpRunsOn', from: 'link' })
    await put('evidence', { ...found, check: 'hiss', from: 'hand' })
    const log_id = await put('device_log', {
      device_id: 'file',
      device_name: tool,
      title: 'Lift',
      channels: '[]',
      from: 'link',
    })
    await put('check_done', {
      kind: 'lift',
      verdict: 'bad',
      sentence: 'It lifts slowly.',
      lines: '[]',
      speaks_for: '',
      log_id,
    })
    const { deviceIds: _none, ...done } = shown([])
    await put('work_entry', { content: JSON.stringify(done) })
    await put('proof_entry', {
      content: JSON.stringify({
        kind: 'calibrated',
        why: 'wanted',
        visits: [{ levelId: 'road', direction: null, tapeMm: LEVEL, reportedMm: LEVEL }],
        taught: 'hand',
        typedMm: [],
        note: '',
      }),
    })
    const reported = JSON.stringify(LEVEL)
    await db.execute(
      sql`update round set reported_mm = ${reported}::jsonb, set_aside = null where job_id = ${jobId}`,
    )
    await setAsideStandIns(db)
  }
  const jobOf = async (jobId: string): Promise<Job> =>
    (await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job
  test('stays in the history, told as what it is, and counts for nothing', async () => {
    const { jobId } = await carWith(false)
    await asBefore(jobId, 'Sample Type, a stand-in')
    const job = await jobOf(jobId)
    expect(Object.fromEntries(COUNTED.map((name) => [name, job[name].length]))).toEqual({
      codeReadings: 0,
      // What a hand found is a hand's.
      evidence: 1,
      checks: 0,
      logs: 0,
      work: 0,
      proof: 0,
    })
    expect(job.rounds.map(({ reportedMm, readings }) => [reportedMm, readings.length])).toEqual([
      [null, 8],
    ])
    expect(job.setAside.map(({ kind }) => kind).toSorted()).toEqual(
      ['codes', 'evidence', 'check', 'log', 'work', 'proof', 'reported'].toSorted(),
    )
    expect(job.setAside.find(({ kind }) => kind === 'check')).toMatchObject({
      words: 'It lifts slowly.',
      person: bench.person,
    })
  })
  test.each([
    ['a real device told it', false, 'Box 7'],
    ['the car is simulated', true, 'Sample Type, a stand-in'],
  ])('counts where %s', async (_, simulated, tool) => {
    const { jobId } = await carWith(simulated)
    await asBefore(jobId, tool)
    const job = await jobOf(jobId)
    expect(COUNTED.map((name) => job[name].length)).toEqual([1, 2, 1, 1, 1, 1])
    expect(job.rounds[0]!.reportedMm).not.toBeNull()
    expect(job.setAside).toEqual([])
  })
  test('the same out of a file of another shop', async () => {
    const { jobId } = await carWith(true)
    await asBefore(jobId, 'Sample Type, a stand-in')
    const bundle = (await bench.get(`/api/jobs/${jobId}/bundle`).expect(200)).body as ShopBundle
    const { simulated: _, ...car } = bundle.vehicles[0]!
    const other = await startBench()
    const old = { ...bundle, formatVersion: 7, vehicles: [car] }
    expect((await other.post('/api/bundle', old)).body).not.toHaveProperty('code')
    const job = (await other.get(`/api/jobs/${jobId}`).expect(200)).body as Job
    expect(COUNTED.map((name) => job[name].length)).toEqual([0, 1, 0, 0, 0, 0])
    expect(job.setAside).toHaveLength(7)
    await other.end()
  })
})
