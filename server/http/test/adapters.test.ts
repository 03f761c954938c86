import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, test } from 'vitest'
import type { DeviceStatus, Job, LogRecord, ModuleState, ShopBundle } from '@anklet/contract'
import { DeviceHub } from '../../devices/hub.ts'
import { Recorder } from '../../devices/recorder.ts'
import { startBench } from '../../test/bench.ts'
import { devicesOfFile, until, wait } from '../../test/devices.ts'
import { openTestJob } from '../../test/records.ts'

const { bench, at, devices, order, standIn, standInOf, hear } = devicesOfFile()

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
      [fileURLToPath(new URL('../../test/adapter.mjs', import.meta.url)), at.address, mode],
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

  /** Begins a log of the box on a job of its own. */
  const startLog = async (): Promise<{ readonly jobId: string; readonly logId: string }> => {
    const { jobId } = await openTestJob(bench)
    const logId = crypto.randomUUID()
    await bench
      .send('log.start', { logId, jobId, deviceId: 'outside-box', title: 'As it is told' })
      .expect(200)
    return { jobId, logId }
  }

  test(
    'pulled out in the middle of a test: the order fails in words, and the log ' +
      'keeps what it had and says so',
    async () => {
      await until(box, ({ attached }) => !attached)
      await attach('vanishes')
      const { jobId, logId } = await startLog()
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
    const { logId } = await startLog()
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
