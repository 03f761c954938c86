import type {
  AuditPage as AuditPageOf,
  Keeping,
  KeepingState,
  Personal,
  Shop,
  VehicleDetail,
} from '@anklet/contract'
import { eq, sql } from 'drizzle-orm'
import { describe, expect, test } from 'vitest'
import { eraseInTime } from '../../domains/privacy/keeping.ts'
import { command, doorEvent, job } from '../../store/schema.ts'
import { benchOfFile } from '../../test/bench.ts'
import { noisePicture } from '../../test/picture.ts'
import { jobOpen, LEVEL, NO_COMPLAINT, openTestJob, walk } from '../../test/records.ts'

const bench = benchOfFile()
const id = () => crypto.randomUUID()
const SECRET = 'Doe of Mill Lane'

/** A car whose owner stands in many places. */
async function ownedCar() {
  const ids = await openTestJob(bench)
  const { jobId, vehicleId, plate } = ids
  await bench
    .send(
      'job.complaint',
      { jobId, complaint: { ...NO_COMPLAINT, words: `${SECRET} says it sinks` } },
      { baseVersion: 1 },
    )
    .expect(200)
  const note = { noteId: id(), jobId, from: 'person' as const, title: 'Called', lines: [SECRET] }
  await bench.send('job.note', note).expect(200)
  const bench2 = {
    ...note,
    noteId: id(),
    from: 'bench' as const,
    title: 'Parked night',
    lines: ['3 mm'],
  }
  await bench.send('job.note', bench2).expect(200)
  const picture = noisePicture(500).toString('base64')
  await bench.send('photo.add', { photoId: id(), jobId, caption: SECRET, picture }).expect(200)
  await bench
    .send('round.record', { jobId, round: walk(LEVEL, '2026-11-24T17:00:00Z') })
    .expect(200)
  return { jobId, vehicleId, plate }
}

const everything = async (): Promise<string> => {
  const parts = ['vehicle', 'job', 'note', 'agreement', 'command', 'photo', 'door_event'].map(
    (table) => `select to_jsonb(t)::text as line from "${table}" t`,
  )
  const { rows } = await bench.db.execute<{ line: string }>(sql.raw(parts.join(' union all ')))
  return rows.map(({ line }) => line).join('\n')
}

describe('an owner’s data', () => {
  test('comes out as a file, with the words and the pictures', async () => {
    const { vehicleId, plate } = await ownedCar()
    const { body } = await bench.get(`/api/vehicles/${vehicleId}/personal`).expect(200)
    const { vehicle, jobs } = body as Personal
    expect(vehicle.plate).toBe(plate)
    expect(jobs[0]).toMatchObject({
      complaint: `${SECRET} says it sinks`,
      notes: [{ title: 'Called' }, { title: 'Parked night' }],
      photos: [{ caption: SECRET, type: 'image/jpeg' }],
    })
    await expect
      .poll(async () => (await bench.get('/api/audit?words=owner')).text)
      .toContain('personalTaken')
    await bench.get(`/api/vehicles/${id()}/personal`).expect(404)
  })

  test('is erased everywhere, the journal too; readings stay, and that it was done', async () => {
    const { jobId, vehicleId, plate } = await ownedCar()
    const erase = (baseVersion: number) =>
      bench.send('vehicle.erase', { vehicleId, reason: 'Asked by letter' }, { baseVersion })
    expect((await erase(1)).body).toMatchObject({ code: 'jobsOpen' })
    await bench
      .send('job.close', { jobId, reason: `${SECRET} fetched it` }, { baseVersion: 2 })
      .expect(200)
    expect((await erase(7)).status).toBe(409)
    expect(await everything()).toContain(plate)
    await erase(1).expect(200)
    const left = await everything()
    // The words of the other tests' cars are still there; of this one nothing is.
    expect(left).not.toContain(plate)
    const own = left.split('\n').filter((line) => line.includes(jobId) || line.includes(vehicleId))
    expect(own.length).toBeGreaterThan(5)
    expect(own.join('\n')).not.toContain(SECRET)
    const { body } = await bench.get(`/api/vehicles/${vehicleId}`).expect(200)
    const { vehicle, history, photos } = body as VehicleDetail
    expect(vehicle).toMatchObject({
      plate: `ERASED ${vehicleId.slice(0, 8).toUpperCase()}`,
      vin: '',
      note: '',
    })
    expect(vehicle.erasedAt).toBeTruthy()
    expect(history[0]?.meanMm).toEqual(LEVEL)
    const photo = await bench.get(`/api/photos/${photos[0]!.id}`).expect(200)
    expect(photo.headers['content-type']).toBe('image/png')
    const { rows } = await bench.db.execute(
      sql`select title, lines from note where job_id = ${jobId} order by "from"`,
    )
    expect(rows).toEqual([
      { title: 'Parked night', lines: ['3 mm'] },
      { title: 'Erased', lines: [] },
    ])
    const audit = await bench.get('/api/audit?words=erased%20whose')
    expect((audit.body as { rows: unknown[] }).rows).toMatchObject([{ what: 'vehicle.erase' }])
    expect((await erase(2)).body).toMatchObject({ code: 'erasedAlready' })
  })
})

describe('how long a shop keeps what tells of people', () => {
  const YEAR_MS = 366 * 24 * 3_600_000
  const keep = async (keeping: Keeping) => {
    const { version, name, units } = (await bench.get('/api/shop')).body as Shop
    await bench.send('shop.change', { name, units, keeping }, { baseVersion: version }).expect(200)
  }
  const carNow = async (vehicleId: string) =>
    ((await bench.get(`/api/vehicles/${vehicleId}`).expect(200)).body as VehicleDetail).vehicle
  const closed = async () => {
    const { jobId, vehicleId, plate } = await ownedCar()
    await bench.send('job.close', { jobId, reason: 'Fetched' }, { baseVersion: 2 }).expect(200)
    await bench.db
      .update(job)
      .set({ closedAt: new Date(Date.now() - 3 * YEAR_MS).toISOString() })
      .where(eq(job.id, jobId))
    return { jobId, vehicleId, plate }
  }
  const inTwoDays = (): Date => new Date(Date.now() + 2 * 24 * 3_600_000)

  test('what would go is told before it is set, and setting it takes a day to hold', async () => {
    const { vehicleId, plate } = await closed()
    const past = async (query: string) =>
      (await bench.get(`/api/keeping?${query}`).expect(200)).body as KeepingState
    const cars = (await past('ownerYears=2')).cars
    expect(cars).toBeGreaterThan(0)
    expect((await past('ownerYears=4')).cars).toBeLessThan(cars)
    expect(await past('')).toEqual({ cars: 0, entries: 0 })
    expect((await past('doorMonths=1')).entries).toBe(0)
    await bench.get('/api/keeping?ownerYears=0.5').expect(400)
    await keep({ ownerYears: 2, doorMonths: null })
    expect(await eraseInTime(bench.db, new Date())).toBe(false)
    expect((await carNow(vehicleId)).plate).toBe(plate)
  })

  test('whose a car is goes in its time; a car that is here, or came back, stays', async () => {
    const [gone, back, lately] = [await closed(), await closed(), await ownedCar()]
    const again = { jobId: id(), vehicleId: back.vehicleId }
    await bench.send('job.open', jobOpen(again)).expect(200)
    await keep({ ownerYears: 2, doorMonths: null })
    await eraseInTime(bench.db, inTwoDays())
    expect((await carNow(gone.vehicleId)).erasedAt).toBeTruthy()
    expect((await carNow(back.vehicleId)).plate).toBe(back.plate)
    expect((await carNow(lately.vehicleId)).plate).toBe(lately.plate)
    const left = (await everything()).split('\n')
    const own = left.filter((line) => line.includes(gone.jobId) || line.includes(gone.vehicleId))
    expect(own.join('\n')).not.toContain(SECRET)
    expect(own.join('\n')).not.toContain(gone.plate)
    const { body } = await bench.get('/api/audit?words=erased%20in%20time')
    expect((body as AuditPageOf).rows).toContainEqual(
      expect.objectContaining({
        what: 'erasedInTime',
        name: null,
        words: `car ${gone.vehicleId.slice(0, 8)}`,
      }),
    )
    // Once: nothing of it is left to erase.
    expect(await eraseInTime(bench.db, inTwoDays())).toBe(false)
  })

  test('sign-ins and addresses go in their time; who did what stays', async () => {
    const event = id()
    const old = new Date(Date.now() - YEAR_MS)
    await bench.db.insert(doorEvent).values({
      id: event,
      what: 'signedIn',
      personId: bench.person,
      device: 'tablet',
      address: '10.0.0.7',
      at: old.toISOString(),
    })
    const { jobId } = await openTestJob(bench)
    await bench.db
      .update(command)
      .set({ receivedAt: old.toISOString(), address: '10.0.0.8' })
      .where(sql`${command.payload}->>'jobId' = ${jobId}`)
    await keep({ ownerYears: null, doorMonths: 6 })
    await eraseInTime(bench.db, inTwoDays())
    const events = await bench.db.select().from(doorEvent).where(eq(doorEvent.id, event))
    expect(events).toEqual([])
    const [opened] = await bench.db
      .select()
      .from(command)
      .where(sql`${command.payload}->>'jobId' = ${jobId}`)
    expect(opened).toMatchObject({ personId: bench.person, device: 'test', address: null })
    const written = await bench.db.select({ address: command.address }).from(command)
    expect(written.some(({ address }) => address !== null)).toBe(true)
  })

  test('nothing goes where nobody has said so, and what is kept is no part of a file for others', async () => {
    await keep({ ownerYears: null, doorMonths: null })
    const { vehicleId, plate } = await closed()
    expect(await eraseInTime(bench.db, inTwoDays())).toBe(false)
    expect((await carNow(vehicleId)).plate).toBe(plate)
    const { body } = await bench.get('/api/bundle').expect(200)
    expect((body as { shop: Shop }).shop.keeping).toBeNull()
  })
})
