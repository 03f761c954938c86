import { NOT_SEEN } from '@anklet/language/causes/arrival'
import { describe, expect, test } from 'vitest'
import type { ArrivalRecord } from '@anklet/contract'
import { devicesOfFile, until, wait } from '../../test/devices.ts'
import {
  architecture,
  geometry,
  LEVEL,
  NO_COMPLAINT,
  openTestJob,
  watchStart,
  watchWalk,
} from '../../test/records.ts'

const { bench, at, devices, holder, order, standIn, standInOf, hear } = devicesOfFile()

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
    const theirs = { holder: holder(jobId, { person: at.other, device: 'tablet 2' }) }
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
