import { NOT_SEEN } from '@anklet/language/causes/arrival'
import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import type { Server } from 'node:http'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type {
  ArrivalRecord,
  DeviceStatus,
  Frame,
  Job,
  LogRecord,
  ModuleState,
  ShopBundle,
} from '@anklet/contract'
import { DeviceHub } from '../../devices/hub.ts'
import { Recorder } from '../../devices/recorder.ts'
import type { TestBench } from '../../test/bench.ts'
import { startBench } from '../../test/bench.ts'
import {
  architecture,
  geometry,
  LEVEL,
  NO_COMPLAINT,
  openTestJob,
  watchStart,
  watchWalk,
} from '../../test/records.ts'

let bench: TestBench
let server: Server
let address = ''
let other = ''
beforeAll(async () => {
  bench = await startBench()
  server = bench.app.listen(0, '127.0.0.1')
  await once(server, 'listening')
  address = `http://127.0.0.1:${String((server.address() as { port: number }).port)}`
  other = crypto.randomUUID()
  await bench.send('person.add', { personId: other, name: 'Second Person' }).expect(200)
})
afterAll(async () => {
  server.closeAllConnections()
  server.close()
  await bench.end()
})

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))
async function until<Value>(
  ask: () => Promise<Value>,
  holds: (value: Value) => boolean,
): Promise<Value> {
  for (let tries = 0; tries < 100; tries += 1) {
    const value = await ask()
    if (holds(value)) return value
    await wait(100)
  }
  throw new Error('It never came to that.')
}
const devices = async (): Promise<DeviceStatus[]> =>
  (await bench.get('/api/devices').expect(200)).body as DeviceStatus[]
const holder = (jobId: string | null, change = {}) => ({
  person: bench.person,
  device: 'tablet 1',
  jobId,
  ...change,
})
const order = (id: string, action: string, jobId: string | null, change = {}) =>
  bench.post(`/api/devices/${id}/orders`, {
    commandId: crypto.randomUUID(),
    action,
    corner: null,
    forS: null,
    offMm: null,
    foldsInspected: false,
    holder: holder(jobId),
    ...change,
  })
const standIn = (id: string, change: object) => bench.post(`/api/devices/${id}/stand-in`, change)
async function standInOf(typeId: string): Promise<string> {
  return (await devices()).find(
    ({ identity }) => identity.vehicleTypeId === typeId && identity.kind === 'module',
  )!.identity.id
}
/** Listens to a stream for a while. */
async function hear(
  id: string,
  ms: number,
): Promise<{ readonly frames: Frame[]; readonly text: string }> {
  const stop = new AbortController()
  const answer = await fetch(`${address}/api/devices/stream?ids=${id}`, { signal: stop.signal })
  let text = ''
  setTimeout(() => stop.abort(), ms)
  try {
    for await (const piece of answer.body!.pipeThrough(
      new TextDecoderStream(),
    ) as unknown as AsyncIterable<string>)
      text += piece
  } catch {
    /* Ended by us. */
  }
  return {
    text,
    frames: [...text.matchAll(/event: frame\ndata: (.*)/g)].map(
      ([, data]) => JSON.parse(data!) as Frame,
    ),
  }
}

describe('stand-in vehicles', () => {
  test('every simulated vehicle has one, with the channels its architecture has and no others', async () => {
    const { typeId } = await openTestJob(bench, { simulated: true })
    const found = (await devices()).find(({ identity }) => identity.vehicleTypeId === typeId)!
    expect(found).toMatchObject({ standIn: true, attached: true, heldBy: null })
    // This type has no pressure sensor, so it shows no pressure.
    expect(found.identity.channels.map(({ id }) => id)).toEqual([
      'height.FL',
      'signal.FL',
      'height.FR',
      'signal.FR',
      'height.RL',
      'signal.RL',
      'height.RR',
      'signal.RR',
      'pump',
      'runs',
      'supply',
    ])
  })

  test(
    'two types whose names come to the same id have one each; a changed type ' +
      'begins anew under its old id',
    async () => {
      const save = async (name: string, typeId: string, change = {}): Promise<void> =>
        void (await bench
          .send(
            'vehicleType.save',
            { typeId, name, source: 'invented', architecture, geometry, ...change },
            { baseVersion: 'specifications' in change ? 1 : null },
          )
          .expect(200))
      const [one, two] = [crypto.randomUUID(), crypto.randomUUID()]
      await save('Twin x', one)
      await save('Twin-x', two)
      for (const [i, typeId] of [one, two].entries())
        await bench
          .send('vehicle.save', {
            vehicleId: crypto.randomUUID(),
            typeId,
            plate: `TWIN ${i}`,
            note: '',
            simulated: true,
          })
          .expect(200)
      const [first, second] = [await standInOf(one), await standInOf(two)]
      expect(first).not.toBe(second)
      await standIn(first, { temperatureC: -5 }).expect(200)
      await save('Twin x', one, { specifications: [] })
      expect(await standInOf(one)).toBe(first)
      expect(
        (await devices()).find(({ identity }) => identity.id === first)!.standInNow!.temperatureC,
      ).toBe(15)
    },
  )

  test('the stream tells frames whose clock runs on, as fast as asked', async () => {
    const { typeId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { speed: 60 }).expect(200)
    const { frames } = await hear(id, 1600)
    expect(frames.length).toBeGreaterThan(3)
    expect(frames.at(-1)!.atS - frames[0]!.atS).toBeGreaterThan(20)
    expect(frames[0]!.values['height.FL']).toBeCloseTo(480, 0)
    await standIn(id, { speed: 6000 }).expect(400)
  })

  test('raise lifts it to the next level; asleep or highest, it says why not', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    expect((await order(id, 'raise', jobId).expect(422)).body).toMatchObject({
      code: 'moduleRefuses',
      detail: expect.stringContaining('asleep') as string,
    })
    await standIn(id, { ignition: true, speed: 60 }).expect(200)
    await order(id, 'raise', jobId).expect(200)
    await until(
      async () => (await hear(id, 400)).frames.at(-1)!,
      ({ values }) => values['height.RR']! > 500,
    )
    expect((await order(id, 'raise', jobId).expect(422)).body).toMatchObject({
      detail: expect.stringContaining('highest level') as string,
    })
  })

  test('lifting mode and an open door hold it still', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { ignition: true }).expect(200)
    // The type of this test has no lifting mode.
    await order(id, 'liftingOn', jobId).expect(422)
    await standIn(id, { supply: false }).expect(200)
    expect((await order(id, 'fill', jobId, { corner: 'FL' }).expect(422)).body).toMatchObject({
      detail: expect.stringContaining('supply is off') as string,
    })
  })

  test('a gauge sends its value when its button is pressed; held where nothing is, it says so', async () => {
    const { typeId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    const heard = hear('stand-in-height-gauge', 700)
    await wait(200)
    await standIn(id, { press: { gauge: 'heightGauge', corner: 'RL' } }).expect(200)
    expect((await heard).text).toContain('"kind":"press","channel":"height","value":480')
    await standIn(id, { press: { gauge: 'heightGauge', corner: null } }).expect(422)
  })

  test('faults show as codes with what the module saw', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, {
      ignition: true,
      faults: [{ kind: 'sensorOpen', corner: 'FL' }],
      speed: 60,
    }).expect(200)
    await hear(id, 900)
    const status = (await devices()).find(({ identity }) => identity.id === id)!
    expect(status.codes).toMatchObject([
      { number: 'C3121', present: true, seen: { offMm: { FL: null }, galleryBarG: null } },
    ])
    await standIn(id, { faults: [] }).expect(200)
    await order(id, 'clearCodes', jobId).expect(200)
    await hear(id, 600)
    expect((await devices()).find(({ identity }) => identity.id === id)!.codes).toEqual([])
  })

  test('a device that is not there, and a fault nobody knows', async () => {
    await order('nobody', 'raise', null).expect(404)
    const { typeId } = await openTestJob(bench, { simulated: true })
    await standIn(await standInOf(typeId), { faults: [{ kind: 'gremlin' }] }).expect(400)
  })
})

describe('who may command', () => {
  test('a second tablet is told who holds it; let go, it is free', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await bench.post(`/api/devices/${id}/hold`, holder(jobId)).expect(200)
    const theirs = { holder: holder(jobId, { person: other, device: 'tablet 2' }) }
    const refused = await order(id, 'stop', jobId, theirs).expect(409)
    expect(refused.body).toMatchObject({
      code: 'deviceHeld',
      detail: expect.stringMatching(/T\. Tester works with this device now, at tablet 1/) as string,
    })
    await bench.post(`/api/devices/${id}/release`, holder(jobId)).expect(200)
    await order(id, 'stop', jobId, theirs).expect(200)
  })

  test('a double click does it once', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { ignition: true }).expect(200)
    const commandId = crypto.randomUUID()
    await order(id, 'raise', jobId, { commandId }).expect(200)
    // Done again it would be refused: there is no higher level.
    await order(id, 'raise', jobId, { commandId }).expect(200)
  })

  test('while a watch runs nothing may move the car, codes may be read', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { ignition: true }).expect(200)
    await bench
      .send(
        'watch.start',
        watchStart(
          jobId,
          crypto.randomUUID(),
          watchWalk(LEVEL, '2026-11-24T18:00:00Z'),
          '2026-11-25T07:00:00Z',
        ),
      )
      .expect(200)
    expect((await order(id, 'raise', jobId).expect(422)).body).toMatchObject({
      code: 'interlock',
      detail: expect.stringContaining('A watch runs') as string,
    })
    await order(id, 'clearCodes', jobId).expect(200)
  })

  test('a watch on one job of a car holds the car still for its other job too', async () => {
    const { typeId, vehicleId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { ignition: true }).expect(200)
    const other = crypto.randomUUID()
    await bench.send('job.open', { jobId: other, vehicleId, complaint: NO_COMPLAINT }).expect(200)
    const evening = watchWalk(LEVEL, '2026-11-24T18:00:00Z')
    const start = watchStart(jobId, crypto.randomUUID(), evening, '2026-11-25T07:00:00Z')
    await bench.send('watch.start', start).expect(200)
    for (const action of ['raise', 'lower', 'vent', 'pump'] as const)
      expect((await order(id, action, other, { corner: 'RL' }).expect(422)).body).toMatchObject({
        code: 'interlock',
        detail: expect.stringContaining('A watch runs on this car') as string,
      })
  })

  test('air into a car that came in flat waits for somebody to look at the folds', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    await standIn(id, { ignition: true }).expect(200)
    const arrival: ArrivalRecord = { ...NOT_SEEN, onStops: 'axle', rises: 'no' }
    // On its air, or nobody looked: nothing of the kind is known, so nothing is asked.
    let baseVersion = 1
    for (const onStops of [null, 'none'] as const) {
      const seen = { jobId, arrival: { ...arrival, onStops } }
      await bench.send('job.arrive', seen, { baseVersion }).expect(200)
      await order(id, 'fill', jobId, { corner: 'RL' }).expect(200)
      baseVersion += 1
    }
    await bench.send('job.arrive', { jobId, arrival }, { baseVersion }).expect(200)
    expect((await order(id, 'fill', jobId, { corner: 'RL' }).expect(422)).body).toMatchObject({
      code: 'interlock',
      detail: expect.stringContaining('fold') as string,
    })
    await order(id, 'vent', jobId, { corner: 'RL' }).expect(200)
    await order(id, 'fill', jobId, { corner: 'RL', foldsInspected: true }).expect(200)
  })

  test('a closed job, and a device on another kind of vehicle', async () => {
    const [mine, theirs] = [
      await openTestJob(bench, { simulated: true }),
      await openTestJob(bench, { simulated: true }),
    ]
    expect(
      (await order(await standInOf(theirs.typeId), 'pump', mine.jobId).expect(422)).body,
    ).toMatchObject({ code: 'interlock' })
    await bench.send('job.close', { jobId: mine.jobId }, { baseVersion: 1 }).expect(200)
    await order(await standInOf(mine.typeId), 'pump', mine.jobId).expect(422)
  })
})

describe('logs', () => {
  test('what a device tells is kept on the server, with what was asked of it, and comes back whole', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const id = await standInOf(typeId)
    const logId = crypto.randomUUID()
    await standIn(id, { ignition: true, speed: 10 }).expect(200)
    await bench.send('log.start', { logId, jobId, deviceId: id, title: 'Lift' }).expect(200)
    await order(id, 'raise', jobId).expect(200)
    await wait(1500)
    await bench.send('log.stop', { logId }, { at: '2026-11-24T18:05:00Z' }).expect(200)
    const { head, trace } = (await bench.get(`/api/logs/${logId}`).expect(200)).body as LogRecord
    expect(head).toMatchObject({
      title: 'Lift',
      from: 'link',
      endedAt: '2026-11-24T18:05:00.000Z',
      rows: trace.atS.length,
    })
    expect(trace.atS.length).toBeGreaterThan(3)
    expect(trace.atS[0]).toBe(0)
    expect(trace.values['height.RL']).toHaveLength(trace.atS.length)
    expect(trace.marks.map(({ words }) => words)).toEqual(
      expect.arrayContaining(['asked: raise', 'raising']),
    )
    expect(((await bench.get(`/api/jobs/${jobId}`)).body as Job).logs).toHaveLength(1)
    await bench.send('log.stop', { logId }).expect(422)
    await bench
      .send('log.start', { logId: crypto.randomUUID(), jobId, deviceId: 'nobody', title: 'x' })
      .expect(404)
  })

  test('a server that stopped leaves no log open, and keeps what was told before', async () => {
    const { typeId, jobId } = await openTestJob(bench, { simulated: true })
    const logId = crypto.randomUUID()
    await bench
      .send('log.start', { logId, jobId, deviceId: await standInOf(typeId), title: 'Cut off' })
      .expect(200)
    await wait(2600)
    // What a start does, while the other one never got to end it.
    await new Recorder(bench.db, new DeviceHub()).endAbandoned()
    const { head, trace } = (await bench.get(`/api/logs/${logId}`).expect(200)).body as LogRecord
    expect(head.endedAt).not.toBeNull()
    expect(trace.atS.length).toBeGreaterThan(2)
  })

  test('a log out of a file is kept whole; one with uneven columns is refused', async () => {
    const { jobId } = await openTestJob(bench, { simulated: true })
    const channels = [
      {
        id: 'gallery',
        place: 'gallery',
        kind: 'pressure' as const,
        unit: 'bar' as const,
        corner: null,
        least: -1,
        most: 40,
      },
    ]
    const keep = {
      logId: crypto.randomUUID(),
      jobId,
      title: 'From a file',
      deviceName: 'some tool',
      startedAt: '2026-11-24T10:00:00Z',
      rows: 3,
      channels,
      trace: { atS: [0, 1, 2], values: { gallery: [1, null, 3] }, marks: [] },
    }
    await bench.send('log.keep', { ...keep, trace: { ...keep.trace, atS: [0, 1] } }).expect(422)
    await bench.send('log.keep', keep).expect(200)
    expect(((await bench.get(`/api/logs/${keep.logId}`)).body as LogRecord).trace).toEqual(
      keep.trace,
    )
  })

  test('tests, evidence, conclusions, charges and logs travel in the bundle and come back the same', async () => {
    const { jobId } = await openTestJob(bench, { simulated: true })
    await bench
      .send('check.record', {
        checkId: crypto.randomUUID(),
        jobId,
        kind: 'pump',
        corner: null,
        verdict: 'bad',
        sentence: 'The pump is weak.',
        lines: ['62 %'],
        speaksFor: 'a worn pump',
        logId: null,
        finds: [{ check: 'pumpTest', outcome: 'weak' }],
      })
      .expect(200)
    await bench
      .send('evidence.say', {
        evidenceId: crypto.randomUUID(),
        jobId,
        check: 'soapSpring.RL',
        say: 'found',
        outcome: 'bubbles',
        reason: '',
      })
      .expect(200)
    await bench
      .send('evidence.say', {
        evidenceId: crypto.randomUUID(),
        jobId,
        check: 'soapSpring.RL',
        say: 'doubted',
        outcome: null,
        reason: 'wet already',
      })
      .expect(200)
    await bench
      .send('job.conclude', {
        conclusionId: crypto.randomUUID(),
        jobId,
        cause: 'pumpWorn',
        sentence: 'The pump is worn.',
        probability: 0.9,
        stands: ['Pump dead-ended: weak'],
        photoId: null,
      })
      .expect(200)
    const kept = (await bench.get(`/api/jobs/${jobId}`)).body as Job
    expect(kept.evidence.map(({ say }) => say)).toEqual(['found', 'doubted'])
    expect(kept.conclusions).toMatchObject([{ cause: 'pumpWorn', probability: 0.9 }])
    await bench
      .send('charge.record', {
        chargeId: crypto.randomUUID(),
        jobId,
        gas: 'nitrogen',
        beforeBarG: 9,
        afterBarG: 14,
        temperatureC: 12,
        addedBarL: 25.7,
        words: '',
      })
      .expect(200)
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const fresh = await startBench({ people: false })
    try {
      await fresh.post('/api/bundle', bundle).expect(200)
      const again = (await fresh.get('/api/bundle').expect(200)).body as ShopBundle
      expect(bundle.checks?.length).toBeGreaterThan(0)
      expect(bundle.logs?.length).toBeGreaterThan(0)
      for (const part of ['checks', 'evidence', 'conclusions', 'charges', 'logs'] as const)
        expect(again[part]).toEqual(bundle[part])
      // Files of the formats before know none of them.
      const {
        checks: _checks,
        evidence: _evidence,
        conclusions: _conclusions,
        charges: _charges,
        logs: _logs,
        ...before
      } = bundle
      for (const formatVersion of [1, 2])
        await fresh.post('/api/bundle', { ...before, formatVersion }).expect(200)
    } finally {
      await fresh.end()
    }
  })
})

describe('an adapter of somebody else’s, in a process of its own', () => {
  const running: ChildProcess[] = []
  afterAll(() => {
    for (const child of running) child.kill()
  })
  async function attach(mode = 'well'): Promise<ChildProcess> {
    const child = spawn(
      process.execPath,
      [fileURLToPath(new URL('../../test/adapter.mjs', import.meta.url)), address, mode],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    )
    running.push(child)
    await once(child.stdout, 'data')
    return child
  }
  const box = async (): Promise<DeviceStatus> =>
    (await devices()).find(({ identity }) => identity.id === 'outside-box')!

  test('attaches, is heard, does what it is asked, refuses with its reason, and is told from a stranger', async () => {
    const child = await attach()
    expect(await box()).toMatchObject({
      standIn: false,
      attached: true,
      codes: [{ number: 'C3121' }],
    })
    await order('outside-box', 'fill', null, { corner: 'FL' }).expect(200)
    expect(
      (
        await until(
          async () => (await hear('outside-box', 400)).frames.at(-1)!,
          (frame) => frame.values['height.FL'] === 492,
        )
      ).values['gallery'],
    ).toBe(7)
    expect(
      (await order('outside-box', 'fill', null, { corner: 'RR' }).expect(422)).body,
    ).toMatchObject({ code: 'moduleRefuses', detail: 'No valve there.' })
    await order('outside-box', 'raise', null).expect(422)
    const { identity } = await box()
    await bench
      .post('/api/adapters', { format: 'anklet-link', formatVersion: 1, identity })
      .expect(403)
    await bench
      .post('/api/adapters', { format: 'anklet-link', formatVersion: 2, identity })
      .expect(422)
    await bench
      .post('/api/adapters/outside-box/messages', {
        messages: [{ kind: 'press', channel: 'gallery', value: 1 }],
      })
      .expect(403)
    child.kill()
    await until(box, ({ attached }) => !attached)
    expect((await order('outside-box', 'stop', null).expect(504)).body).toMatchObject({
      code: 'deviceSilent',
    })
  })

  test(
    'pulled out in the middle of a test: the order fails in words, and the log ' +
      'keeps what it had and says so',
    async () => {
      await until(box, ({ attached }) => !attached)
      await attach('vanishes')
      const { jobId } = await openTestJob(bench)
      const logId = crypto.randomUUID()
      await bench
        .send('log.start', { logId, jobId, deviceId: 'outside-box', title: 'Cut short' })
        .expect(200)
      await wait(600)
      expect(
        (await order('outside-box', 'fill', jobId, { corner: 'FL' }).expect(504)).body,
      ).toMatchObject({ code: 'deviceSilent' })
      await until(box, ({ attached }) => !attached)
      await bench.send('log.stop', { logId }).expect(200)
      const { trace } = (await bench.get(`/api/logs/${logId}`)).body as LogRecord
      expect(trace.atS.length).toBeGreaterThan(3)
      expect(trace.marks.map(({ words }) => words)).toContain('link lost')
    },
    30_000,
  )

  test('a value that cannot be is no value in the log', async () => {
    await until(box, ({ attached }) => !attached)
    await attach('kPa')
    const { jobId } = await openTestJob(bench)
    const logId = crypto.randomUUID()
    await bench
      .send('log.start', { logId, jobId, deviceId: 'outside-box', title: 'Wrong unit' })
      .expect(200)
    await wait(500)
    await bench.send('log.stop', { logId }).expect(200)
    const { trace } = (await bench.get(`/api/logs/${logId}`)).body as LogRecord
    expect(new Set(trace.values['gallery'])).toEqual(new Set([null]))
    expect(trace.values['height.FL']!.every((height) => height === 480)).toBe(true)
  }, 30_000)
})

test('a module’s state names its open valves and where it stands', async () => {
  const { typeId, jobId } = await openTestJob(bench, { simulated: true })
  const id = await standInOf(typeId)
  await standIn(id, { ignition: true }).expect(200)
  await order(id, 'fill', jobId, { corner: 'FR', forS: 20 }).expect(200)
  const state = (
    await until(
      async () => (await hear(id, 500)).frames.at(-1)!,
      ({ module }) => module?.open.includes('FR') ?? false,
    )
  ).module as ModuleState
  expect(state).toMatchObject({ mode: 'actuated', pumpOn: true, levelId: 'road', supply: true })
})
