import { describe, expect, test } from 'vitest'
import type { ArrivalRecord, Job, JobPage, ShopBundle, VehicleDetail } from '@anklet/contract'
import { BUNDLE_VERSION } from '@anklet/contract'
import type { TestBench } from '../../test/bench.ts'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { architecture, geometry, LEVEL, openTestJob, walk } from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const PIXEL = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex').toString('base64')
const jobOf = async (jobId: string) =>
  (await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job
const ARRIVAL: ArrivalRecord = {
  onStops: 'corner',
  rises: 'slowly',
  audible: false,
  tyreTouches: false,
  pumpRunsOn: null,
  speedLimited: null,
  sinks: 'faster',
  emptySince: '2026-11-20',
  condition: ['brokenTabs', 'otherMake'],
  foreignParts: 'A spring of another make at the rear right',
  odometerKm: 184_220,
}
describe('what is written on a job', () => {
  test('arrival, note, repair and photo are kept with who and when, and told again', async () => {
    const { jobId, vehicleId } = await openTestJob(bench)
    await bench.send('job.arrive', { jobId, arrival: ARRIVAL }, { baseVersion: 1 }).expect(200)
    await bench
      .send('job.arrive', { jobId, arrival: { ...ARRIVAL, sinks: 'same' } }, { baseVersion: 1 })
      .expect(409)
    await bench
      .send('job.note', {
        noteId: id(),
        jobId,
        from: 'bench',
        title: 'Cold or leak',
        lines: ['12 mm of it are the cold.'],
      })
      .expect(200)
    await bench
      .send('job.repair', {
        repairId: id(),
        jobId,
        part: 'airSpring',
        corners: ['RL'],
        words: 'sleeve',
      })
      .expect(200)
    const photoId = id()
    await bench
      .send('photo.add', { photoId, jobId, caption: ' Tab broken ', picture: PIXEL })
      .expect(200)
    const job = await jobOf(jobId)
    expect(job.arrival).toEqual(ARRIVAL)
    expect(job.notes).toMatchObject([
      { title: 'Cold or leak', from: 'bench', person: bench.person },
    ])
    expect(job.repairs).toMatchObject([{ part: 'airSpring', corners: ['RL'], vehicleId }])
    expect(job.photos).toMatchObject([
      { id: photoId, type: 'image/png', caption: 'Tab broken', bytes: 16 },
    ])
    const picture = await bench
      .get(`/api/photos/${photoId}`)
      .expect(200)
      .expect('content-type', /image\/png/)
    expect(Buffer.compare(picture.body as Buffer, Buffer.from(PIXEL, 'base64'))).toBe(0)
    const { odometer, repairs, photos } = (await bench.get(`/api/vehicles/${vehicleId}`))
      .body as VehicleDetail
    expect(odometer.map(({ km }) => km)).toEqual([184_220])
    expect(repairs).toHaveLength(1)
    expect(photos).toEqual(job.photos)
  })

  test('a file that is no picture is refused, and the journal does not keep pictures twice', async () => {
    const { jobId } = await openTestJob(bench)
    const { body } = await bench
      .send('photo.add', {
        photoId: id(),
        jobId,
        caption: '',
        picture: Buffer.from('<svg onload=alert(1)>').toString('base64'),
      })
      .expect(422)
    expect(body).toMatchObject({ code: 'notAPicture', path: '/payload/picture' })
    await bench.get('/api/photos/none').expect(404)
    const command = id()
    await bench
      .send('photo.add', { photoId: id(), jobId, caption: 'x', picture: PIXEL }, { id: command })
      .expect(200)
    const kept = await bench.db.query.command.findFirst({
      where: (row, { eq }) => eq(row.id, command),
    })
    expect(kept!.payload).toMatchObject({ caption: 'x', picture: null })
  })

  test('nothing is written on a closed job', async () => {
    const { jobId } = await openTestJob(bench)
    await bench.send('job.close', { jobId }, { baseVersion: 1 }).expect(200)
    for (const sent of [
      bench.send('job.note', { noteId: id(), jobId, from: 'person', title: 'x', lines: [] }),
      bench.send('job.repair', { repairId: id(), jobId, part: 'relay', corners: [], words: '' }),
      bench.send('job.arrive', { jobId, arrival: ARRIVAL }, { baseVersion: 2 }),
    ]) {
      expect((await sent.expect(422)).body).toMatchObject({ code: 'jobClosed' })
    }
  })
})
describe('readings are corrected, never changed', () => {
  test('a correction is an entry of its own and the newest counts; the reading stays', async () => {
    const { jobId } = await openTestJob(bench)
    await bench
      .send('round.record', { jobId, round: walk(LEVEL, '2026-11-20T10:00:00Z') })
      .expect(200)
    const [first, , , , , , , last] = (await jobOf(jobId)).rounds[0]!.readings
    await bench
      .send(
        'reading.correct',
        { correctionId: id(), readingId: first!.id, heightMm: 470, reason: 'Misread' },
        { at: '2026-11-20T11:00:00Z' },
      )
      .expect(200)
    await bench
      .send(
        'reading.correct',
        { correctionId: id(), readingId: first!.id, heightMm: 471, reason: 'Misread again' },
        { at: '2026-11-20T12:00:00Z' },
      )
      .expect(200)
    await bench
      .send('reading.correct', {
        correctionId: id(),
        readingId: last!.id,
        heightMm: null,
        reason: 'The tape slipped',
      })
      .expect(200)
    const { readings } = (await jobOf(jobId)).rounds[0]!
    expect(readings[0]).toMatchObject({
      heightMm: 480,
      correction: { heightMm: 471, reason: 'Misread again', person: bench.person },
    })
    expect(readings[7]).toMatchObject({ heightMm: 480, correction: { heightMm: null } })
    const [summary] = ((await bench.get('/api/jobs').expect(200)).body as JobPage['rows']).filter(
      ({ id: each }) => each === jobId,
    )
    expect(summary!.latest!.offDesignMm).toMatchObject({ FL: -9, FR: 0 })
  })

  test('the last reading of a corner cannot be left out, and none that is not there', async () => {
    const { jobId } = await openTestJob(bench)
    const round = walk(LEVEL, '2026-11-20T10:00:00Z')
    await bench
      .send('round.record', { jobId, round: { ...round, readings: round.readings.slice(0, 4) } })
      .expect(200)
    const [only] = (await jobOf(jobId)).rounds[0]!.readings
    expect(
      (
        await bench
          .send('reading.correct', {
            correctionId: id(),
            readingId: only!.id,
            heightMm: null,
            reason: 'slipped',
          })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'cornerNotRead' })
    expect(
      (
        await bench
          .send('reading.correct', {
            correctionId: id(),
            readingId: 2_000_000,
            heightMm: 480,
            reason: 'x',
          })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'unknownReference' })
  })

  test('what was loaded is kept with a laden round, and with no other', async () => {
    const { jobId, vehicleId } = await openTestJob(bench)
    const walked = (change: object) =>
      bench.send('round.record', { jobId, round: walk(LEVEL, '2026-11-20T10:00:00Z', change) })
    expect((await walked({ load: 'driver', loadKg: 300 }).expect(422)).body).toMatchObject({
      code: 'weightWithoutLoad',
      path: '/payload/round/loadKg',
    })
    for (const loadKg of [0, 5001, '300']) await walked({ load: 'laden', loadKg }).expect(400)
    await walked({ load: 'laden', loadKg: 300 }).expect(200)
    await walked({ load: 'laden' }).expect(200)
    const { rounds } = await jobOf(jobId)
    expect(rounds.map(({ load, loadKg }) => [load, loadKg])).toEqual([
      ['laden', 300],
      ['laden', null],
    ])
    const { body } = await bench.get(`/api/vehicles/${vehicleId}`).expect(200)
    expect((body as { history: unknown[] }).history).toMatchObject([
      { load: 'laden', loadKg: 300 },
      { load: 'laden', loadKg: null },
    ])
  })

  test('pads belong to a round that meets the floor, and method, load and reports are kept', async () => {
    const { jobId } = await openTestJob(bench)
    const padsMm = { FL: 0, FR: 3, RL: -2, RR: 1 }
    const reportedMm = { FL: 2, FR: -1, RL: null, RR: null }
    expect(
      (
        await bench
          .send('round.record', { jobId, round: walk(LEVEL, '2026-11-20T10:00:00Z', { padsMm }) })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'padsWithoutFloor' })
    await bench
      .send('round.record', {
        jobId,
        round: walk(LEVEL, '2026-11-20T10:00:00Z', {
          method: 'sillToFloor',
          load: 'driver',
          padsMm,
          reportedMm,
        }),
      })
      .expect(200)
    expect((await jobOf(jobId)).rounds[0]).toMatchObject({
      method: 'sillToFloor',
      load: 'driver',
      padsMm,
      reportedMm,
    })
  })
})
describe('the whole shop as one file', () => {
  const without = ({ exportedAt: _at, ...rest }: ShopBundle) => rest
  const bundleOf = async (from: TestBench) =>
    (await from.get('/api/bundle').expect(200)).body as ShopBundle
  const post = (to: TestBench, body: object) =>
    to.send('person.add', { personId: id(), name: id() }).then(() => to.post('/api/bundle', body))

  test('goes out and comes back without losing anything, and a second time changes nothing', async () => {
    const bundle = await bundleOf(bench)
    expect(
      bundle.rounds.some(({ readings }) =>
        readings.some(({ corrections }) => corrections.length === 2),
      ),
    ).toBe(true)
    expect(bundle.photos.length).toBeGreaterThan(0)
    const other = await startBench({ people: false })
    const { body: first } = await other.post('/api/bundle', bundle).expect(200)
    expect(first).toMatchObject({ known: 0 })
    expect(without(await bundleOf(other))).toEqual(without(bundle))
    const { body: again } = await other.post('/api/bundle', bundle).expect(200)
    expect(again).toEqual({ added: 0, known: (first as { added: number }).added })
    expect(without(await bundleOf(other))).toEqual(without(bundle))
    await other.end()
  })

  test(
    'somebody of the same name is the same person, and a correction reaches a ' +
      'round that is here already',
    async () => {
      const bundle = await bundleOf(bench)
      const other = await startBench()
      const { people, rounds } = bundle
      const bare = {
        ...bundle,
        rounds: rounds.map((each) => ({
          ...each,
          readings: each.readings.map((entry) => ({ ...entry, corrections: [] })),
        })),
      }
      await other.post('/api/bundle', bare).expect(200)
      const count = rounds.flatMap(({ readings }) =>
        readings.flatMap(({ corrections }) => corrections),
      ).length
      expect((await other.post('/api/bundle', bundle).expect(200)).body).toMatchObject({
        added: count,
      })
      const back = await bundleOf(other)
      expect(back.people.filter(({ name }) => name === 'T. Tester')).toEqual([
        { id: other.person, name: 'T. Tester', role: 'technician' },
      ])
      expect(people[0]!.id).not.toBe(other.person)
      expect(back.rounds.map(({ person }) => person)).toEqual(rounds.map(() => other.person))
      await other.end()
    },
  )

  test('a newer format, a torn file and a name that is taken are refused whole', async () => {
    const bundle = await bundleOf(bench)
    const other = await startBench()
    const refusal = async (body: object) =>
      (await post(other, body)).body as { code: string; detail: string }
    expect(
      await refusal({ ...bundle, formatVersion: BUNDLE_VERSION + 1, surprise: true }),
    ).toMatchObject({ code: 'newerFormat' })
    expect(await refusal({ ...bundle, vehicles: [] })).toMatchObject({ code: 'bundleTorn' })
    expect(await refusal({ ...bundle, people: 'everybody' })).toMatchObject({ code: 'wrongShape' })
    await other
      .send('vehicleType.save', {
        typeId: id(),
        name: bundle.vehicleTypes[0]!.name,
        source: 'mine',
        architecture,
        geometry,
      })
      .expect(200)
    const taken = await refusal(bundle)
    expect(taken.detail).toContain(bundle.vehicleTypes[0]!.name)
    expect((await bundleOf(other)).jobs).toEqual([])
    await other.end()
  })
})
