import { carWith, id, shown, NIGHT } from '../../test/samples.ts'
import { sql } from 'drizzle-orm'
import { describe, expect, test } from 'vitest'
import type { Job, ShopBundle } from '@anklet/contract'
import { setAsideStandIns } from '../../domains/jobs/setAside.ts'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { LEVEL } from '../../test/records.ts'

const bench = benchOfFile()
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
    const { jobId } = await carWith(bench, false)
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
    const { jobId } = await carWith(bench, simulated)
    await asBefore(jobId, tool)
    const job = await jobOf(jobId)
    expect(COUNTED.map((name) => job[name].length)).toEqual([1, 2, 1, 1, 1, 1])
    expect(job.rounds[0]!.reportedMm).not.toBeNull()
    expect(job.setAside).toEqual([])
  })
  test('the same out of a file of another shop', async () => {
    const { jobId } = await carWith(bench, true)
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
