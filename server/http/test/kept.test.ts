import type { Job, JobPage, JobSummary, VehicleDetail } from '@anklet/contract'
import { eq } from 'drizzle-orm'
import { expect, test } from 'vitest'
import { HANDLERS } from '../../domains/handlers.ts'
import { carryOut } from '../../kernel/journal.ts'
import { revision } from '../../store/schema.ts'
import { benchOfFile } from '../../test/bench.ts'
import { LEVEL, noteOn, openTestJob, walk, watchStart, watchWalk } from '../../test/records.ts'

// The bench works out anew whatever it gives again, and fails where the two differ: so do all other
// tests of the server. Here is what makes an answer another one.
const bench = benchOfFile()

const read = async <Answer>(path: string): Promise<Answer> =>
  (await bench.get(path).expect(200)).body as Answer
const onFloor = async (id: string): Promise<JobSummary> =>
  (await read<JobSummary[]>('/api/jobs')).find((line) => line.id === id)!
const found = async (query: string): Promise<number> =>
  (await read<JobPage>(`/api/jobs/list?${query}`)).total

test('an entry on a job shows in the job, its car and its line, and leaves others as they are', async () => {
  const one = await openTestJob(bench)
  const other = await openTestJob(bench)
  const before = await read<Job>(`/api/jobs/${other.jobId}`)
  expect((await read<Job>(`/api/jobs/${one.jobId}`)).rounds).toHaveLength(0)
  expect((await read<VehicleDetail>(`/api/vehicles/${one.vehicleId}`)).history).toHaveLength(0)
  expect((await onFloor(one.jobId)).hasHeights).toBe(false)
  const walked = walk(LEVEL, '2026-11-24T18:00:00Z')
  await bench.send('round.record', { jobId: one.jobId, round: walked }).expect(200)
  expect((await read<Job>(`/api/jobs/${one.jobId}`)).rounds).toHaveLength(1)
  expect((await read<VehicleDetail>(`/api/vehicles/${one.vehicleId}`)).history).toHaveLength(1)
  expect((await onFloor(one.jobId)).hasHeights).toBe(true)
  expect((await onFloor(other.jobId)).hasHeights).toBe(false)
  expect(await read<Job>(`/api/jobs/${other.jobId}`)).toEqual(before)
})

test('a line of a list is made anew only for what it tells', async () => {
  const { jobId, vehicleId } = await openTestJob(bench)
  const marks = async () =>
    (await bench.db.select().from(revision).where(eq(revision.scope, vehicleId)))[0]!
  const note = () => bench.send('job.note', noteOn(jobId)).expect(200)
  await note()
  const before = await marks()
  await note()
  const noted = await marks()
  expect(noted.mark).not.toBe(before.mark)
  expect(noted.line).toBe(before.line)
  const walked = walk(LEVEL, '2026-11-24T18:00:00Z')
  await bench.send('round.record', { jobId, round: walked }).expect(200)
  expect((await marks()).line).not.toBe(before.line)
})

test('a page of a list shows what is written of its jobs, and the jobs that come to it', async () => {
  const page = async (): Promise<readonly JobSummary[]> =>
    (await read<JobPage>('/api/jobs/list?words=rattles&page=0&size=10')).rows
  const complaint = { where: [], when: [], signs: [], words: 'it rattles' }
  const open = async (): Promise<string> => {
    const { jobId } = await openTestJob(bench)
    const { version } = await read<Job>(`/api/jobs/${jobId}`)
    await bench.send('job.complaint', { jobId, complaint }, { baseVersion: version }).expect(200)
    return jobId
  }
  const first = await open()
  expect((await page()).map(({ id, hasHeights }) => [id, hasHeights])).toEqual([[first, false]])
  const walked = walk(LEVEL, '2026-11-24T18:00:00Z')
  await bench.send('round.record', { jobId: first, round: walked }).expect(200)
  expect((await page()).map(({ id, hasHeights }) => [id, hasHeights])).toEqual([[first, true]])
  const second = await open()
  expect(new Set((await page()).map(({ id }) => id))).toEqual(new Set([first, second]))
})

test('what is of no one car shows everywhere: a plate, a type, a text of a code', async () => {
  const { jobId, vehicleId, typeId } = await openTestJob(bench)
  const { vehicle } = await read<Job>(`/api/jobs/${jobId}`)
  await onFloor(jobId)
  await bench
    .send(
      'vehicle.save',
      { vehicleId, typeId, plate: 'KE 33', note: '' },
      { baseVersion: vehicle.version },
    )
    .expect(200)
  expect((await read<Job>(`/api/jobs/${jobId}`)).vehicle.plate).toBe('KE 33')
  expect((await onFloor(jobId)).plate).toBe('KE 33')
  expect(await found('words=KE%2033')).toBe(1)
})

test('lists find what changed: a complaint, a watch, a job that is closed and opened again', async () => {
  const { jobId } = await openTestJob(bench)
  expect(await found('words=grinds')).toBe(0)
  const version = async () => (await read<Job>(`/api/jobs/${jobId}`)).version
  const complaint = { where: [], when: [], signs: [], words: 'it grinds' }
  await bench
    .send('job.complaint', { jobId, complaint }, { baseVersion: await version() })
    .expect(200)
  expect(await found('words=grinds')).toBe(1)
  expect(await found('words=grinds&state=watching')).toBe(0)
  const evening = watchWalk(LEVEL, '2026-11-24T18:00:00Z')
  const watch = watchStart(jobId, crypto.randomUUID(), evening, '2026-11-25T06:00:00Z')
  await bench.send('watch.start', watch).expect(200)
  expect(await found('words=grinds&state=watching')).toBe(1)
  expect((await onFloor(jobId)).watch?.state).toBe('running')
})

test('what another process writes shows in this one: the marks are in the records', async () => {
  const { jobId } = await openTestJob(bench)
  expect((await read<Job>(`/api/jobs/${jobId}`)).notes).toHaveLength(0)
  await carryOut(bench.db, HANDLERS, {
    id: crypto.randomUUID(),
    type: 'job.note',
    person: bench.person,
    device: 'elsewhere',
    at: '2026-11-24T18:00:00Z',
    baseVersion: null,
    payload: noteOn(jobId),
  } as never)
  expect((await read<Job>(`/api/jobs/${jobId}`)).notes).toHaveLength(1)
})

test('a job that is not there is not there when asked again', async () => {
  const id = crypto.randomUUID()
  await bench.get(`/api/jobs/${id}`).expect(404)
  await bench.get(`/api/jobs/${id}`).expect(404)
})
