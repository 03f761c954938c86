import type { Personal, VehicleDetail } from '@anklet/contract'
import { sql } from 'drizzle-orm'
import { describe, expect, test } from 'vitest'
import { benchOfFile } from '../../test/bench.ts'
import { noisePicture } from '../../test/picture.ts'
import { LEVEL, NO_COMPLAINT, openTestJob, walk } from '../../test/records.ts'

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
