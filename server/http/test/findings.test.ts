import { NOT_SEEN } from '@anklet/language/causes/arrival'
import { describe, expect, test } from 'vitest'
import type { ArrivalRecord, Job, JobSummary } from '@anklet/contract'
import { USUAL_WAY } from '@anklet/core/work/procedure'
import { benchOfFile } from '../../test/bench.ts'
import { LEVEL, openTestJob, watchStart, watchWalk } from '../../test/records.ts'

const bench = benchOfFile()

const id = (): string => crypto.randomUUID()
const conclude = (jobId: string) =>
  bench
    .send('job.conclude', {
      conclusionId: id(),
      jobId,
      cause: 'springLeak.RL',
      sentence: 'The rear left spring leaks.',
      probability: 0.9,
      stands: [],
      photoId: null,
    })
    .expect(200)
const decide = (jobId: string, option: string, at: string) =>
  bench
    .send(
      'decision.take',
      {
        decisionId: id(),
        jobId,
        option,
        title: 'So',
        reason: 'Because',
        validUntil: null,
        currency: 'EUR',
        lines: [{ words: 'Work', hours: 1, amount: 80 }],
        taxPercent: 20,
        over: null,
      },
      { at },
    )
    .expect(200)
const summaryOf = async (jobId: string): Promise<JobSummary> =>
  ((await bench.get('/api/jobs').expect(200)).body as JobSummary[]).find(
    (each) => each.id === jobId,
  )!
const versionOf = async (jobId: string): Promise<number> =>
  ((await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job).version
const close = async (jobId: string, reason?: string) =>
  bench.send(
    'job.close',
    { jobId, ...(reason === undefined ? {} : { reason }) },
    { baseVersion: await versionOf(jobId) },
  )
/** A night walked to its morning, and what it was concluded with. */
async function nightWith(jobId: string, kind: 'answer' | 'twisted', best: string): Promise<void> {
  const watchId = id()
  const [evening, morning] = ['2026-11-24T18:00:00Z', '2026-11-25T06:00:00Z']
  await bench
    .send('watch.start', watchStart(jobId, watchId, watchWalk(LEVEL, evening), morning))
    .expect(200)
  await bench
    .send(
      'watch.finish',
      { watchId, round: watchWalk({ ...LEVEL, FL: 460 }, morning), undisturbed: true },
      { baseVersion: 1 },
    )
    .expect(200)
  await bench
    .send(
      'watch.conclude',
      { watchId, finding: { kind, best, probability: 0.9, sentence: 'So it is.' } },
      { baseVersion: 2 },
    )
    .expect(200)
}

describe('a finding', () => {
  test('is on the list once it is kept; what was decided last counts', async () => {
    const { jobId } = await openTestJob(bench)
    expect(await summaryOf(jobId)).toMatchObject({ found: null, decided: null })
    await conclude(jobId)
    expect(await summaryOf(jobId)).toMatchObject({ found: 'fault', decided: null })
    await decide(jobId, 'both', '2026-11-24T10:00:00Z')
    expect((await summaryOf(jobId)).decided).toBe('repair')
    await decide(jobId, 'leave', '2026-11-24T11:00:00Z')
    expect((await summaryOf(jobId)).decided).toBe('leave')
  })
  test.each([
    ['answer', 'FL', 'corner'],
    ['answer', 'diagonalFL', 'corner'],
    ['answer', 'none', null],
    ['twisted', 'FL', null],
    ['answer', 'nothing known', null],
  ] as const)('of a night that tells %s %s is found: %s', async (kind, best, found) => {
    const { jobId } = await openTestJob(bench)
    await nightWith(jobId, kind, best)
    expect((await summaryOf(jobId)).found).toBe(found)
  })
  test('open, it is not closed without the reason, and that stands on the job until it is opened again', async () => {
    const { jobId } = await openTestJob(bench)
    await nightWith(jobId, 'answer', 'FL')
    for (const reason of [undefined, '  '])
      expect((await close(jobId, reason)).body).toMatchObject({
        code: 'findingOpen',
        path: '/payload/reason',
        detail: expect.stringMatching(/^Something was found on this car/),
      })
    expect((await close(jobId, ' It goes to the dealer ')).status).toBe(200)
    const closed = (await bench.get(`/api/jobs/${jobId}`)).body as Job
    expect(closed.closedReason).toBe('It goes to the dealer')
    await bench.send('job.reopen', { jobId }, { baseVersion: closed.version }).expect(200)
    expect(((await bench.get(`/api/jobs/${jobId}`)).body as Job).closedReason).toBeNull()
  })
  test('where nothing was found it is closed, and a reason is not kept', async () => {
    const { jobId } = await openTestJob(bench)
    await nightWith(jobId, 'answer', 'none')
    expect((await close(jobId, 'whatever')).status).toBe(200)
    expect(((await bench.get(`/api/jobs/${jobId}`)).body as Job).closedReason).toBeNull()
  })
})

describe('a car that came in on its stops', () => {
  const ARRIVED: ArrivalRecord = { ...NOT_SEEN, onStops: 'corner', flat: null, rises: 'no' }
  const plan = (jobId: string, flat: ('RL' | 'RR')[]) =>
    bench.send('plan.make', {
      planId: id(),
      jobId,
      jobs: [{ job: 'pump' }],
      support: 'twoPost',
      way: USUAL_WAY,
      alone: true,
      flat,
      order: [],
    })
  test('is not planned before somebody said at which corners', async () => {
    const { jobId } = await openTestJob(bench)
    await bench.send('job.arrive', { jobId, arrival: ARRIVED }, { baseVersion: 1 }).expect(200)
    const refused = await plan(jobId, [])
    expect([refused.status, refused.body]).toMatchObject([
      422,
      { code: 'flatUnsaid', path: '/payload/flat' },
    ])
    expect((await plan(jobId, ['RL'])).status).toBe(200)
  })
  test('said after the work began, it does not stop the plan under way from being made anew', async () => {
    const { jobId } = await openTestJob(bench)
    expect((await plan(jobId, [])).status).toBe(200)
    const content = { kind: 'joined' as const, seen: [] }
    await bench.send('work.record', { entryId: id(), jobId, content }).expect(200)
    await bench
      .send('job.arrive', { jobId, arrival: ARRIVED }, { baseVersion: await versionOf(jobId) })
      .expect(200)
    expect((await plan(jobId, [])).body).not.toHaveProperty('code')
  })
  test.each(['none', null] as const)('on stops: %s, is planned as it stands', async (onStops) => {
    const { jobId } = await openTestJob(bench)
    await bench
      .send('job.arrive', { jobId, arrival: { ...ARRIVED, onStops } }, { baseVersion: 1 })
      .expect(200)
    expect((await plan(jobId, [])).status).toBe(200)
  })
})
