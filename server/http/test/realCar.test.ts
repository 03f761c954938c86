import { carWith, SAMPLES, id, NIGHT } from '../../test/samples.ts'
import type { TSchema } from '@sinclair/typebox'
import { describe, expect, test } from 'vitest'
import type { CommandPayload, CommandType, DeviceStatus, Job } from '@anklet/contract'
import { COMMANDS } from '@anklet/contract'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { boxWith, openTestJob } from '../../test/records.ts'
import type { At } from '../../test/samples.ts'

const bench = benchOfFile()
const STAND_IN = 'stand-in-practice-car'
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
    const real = await carWith(bench, false)
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
    const simulated = await carWith(bench, true)
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
    const real = await carWith(bench, false)
    const refused = await keep(real.jobId, 'Practice car, a stand-in')
    expect([refused.status, refused.body]).toMatchObject([
      422,
      { code: 'standInOnRealCar', path: '/payload/deviceName' },
    ])
    expect((await keep(real.jobId, 'Box 7')).status).toBe(200)
    const simulated = await carWith(bench, true)
    expect((await keep(simulated.jobId, 'Practice car, a stand-in')).status).toBe(200)
  })
  test('one beside a real device is found too, and a real one alone is taken', async () => {
    const real = await carWith(bench, false)
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
        const answer = await send(type, await carWith(bench, simulated), [])
        expect([answer.status, answer.body]).toMatchObject([422, { code: 'linkUnnamed' }])
      }
    },
  )
  test('it is not held, nor asked for anything, by the job of a real car', async () => {
    const [real, practice] = [
      await carWith(bench, false),
      await openTestJob(bench, { simulated: true }),
    ]
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
      identity: boxWith({ id: STAND_IN }),
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
