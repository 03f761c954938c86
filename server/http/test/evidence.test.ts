import { describe, expect, test } from 'vitest'
import type { EvidenceOfJob, Job, RoundInput } from '@anklet/contract'
import { benchOfFile } from '../../test/bench.ts'
import { LEVEL, openTestJob, walk, watchStart, watchWalk } from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const EVENING = '2026-11-24T18:00:00.000Z'
const MORNING = '2026-11-25T07:00:00.000Z'
const jobOf = async (jobId: string): Promise<Job> =>
  (await bench.get(`/api/jobs/${jobId}`).expect(200)).body as Job
const knownOf = async (jobId: string): Promise<EvidenceOfJob> =>
  (await bench.get(`/api/jobs/${jobId}/evidence`).expect(200)).body as EvidenceOfJob
const found = (jobId: string, check: string, outcome: string | null, say = 'found' as const) => ({
  evidenceId: id(),
  jobId,
  check,
  say,
  outcome,
  reason: '',
})

describe('the state a round is taken in', () => {
  test('is asked: without one it is not understood', async () => {
    const { jobId } = await openTestJob(bench)
    const { state: _, ...round } = walk(LEVEL, EVENING)
    const refused = await bench
      .send('round.record', { jobId, round: round as RoundInput })
      .expect(400)
    expect(refused.body).toMatchObject({ path: '/payload/round/state' })
    await bench
      .send('round.record', { jobId, round: { ...round, state: 'asleep' as 'arrived' } })
      .expect(400)
    expect((await jobOf(jobId)).rounds).toEqual([])
  })
  test('stands with it', async () => {
    const { jobId } = await openTestJob(bench)
    for (const state of ['arrived', 'levelled', 'supplyOff'] as const)
      await bench
        .send('round.record', { jobId, round: walk(LEVEL, EVENING, { state }) })
        .expect(200)
    expect((await jobOf(jobId)).rounds.map(({ state }) => state).sort()).toEqual([
      'arrived',
      'levelled',
      'supplyOff',
    ])
  })
  test('a watch says it by itself, and no other may be said', async () => {
    const { jobId } = await openTestJob(bench)
    const watchId = id()
    const start = watchStart(jobId, watchId, watchWalk(LEVEL, EVENING), MORNING)
    for (const state of ['levelled', 'arrived', 'leftOn'] as const) {
      const refused = await bench
        .send('watch.start', { ...start, round: { ...start.round, state } })
        .expect(422)
      expect(refused.body).toMatchObject({
        code: 'stateNotWatched',
        path: '/payload/round/state',
        detail: 'This watch takes the supply away: its rounds are of a car with its supply off.',
      })
    }
    await bench
      .send('watch.start', { ...start, round: { ...start.round, state: 'supplyOff' } })
      .expect(200)
    await bench
      .send(
        'watch.finish',
        { watchId, round: watchWalk(LEVEL, MORNING), undisturbed: true },
        { baseVersion: 1 },
      )
      .expect(200)
    expect((await jobOf(jobId)).rounds.map(({ state }) => state)).toEqual([
      'supplyOff',
      'supplyOff',
    ])
  })
  test('one with the supply left on is of a car left on', async () => {
    const { jobId } = await openTestJob(bench)
    const start = {
      ...watchStart(jobId, id(), watchWalk(LEVEL, EVENING), MORNING),
      supplyCut: 'leftOn' as const,
      supplyProved: false,
    }
    await bench
      .send('watch.start', { ...start, round: { ...start.round, state: 'supplyOff' } })
      .expect(422)
    await bench.send('watch.start', start).expect(200)
    expect((await jobOf(jobId)).rounds[0]!.state).toBe('leftOn')
  })
  test('out of a file it may be not known', async () => {
    const { jobId, vehicleId } = await openTestJob(bench)
    const rounds = [
      { ...watchWalk(LEVEL, EVENING), state: null },
      watchWalk(LEVEL, MORNING),
      walk(LEVEL, '2026-11-26T07:00:00.000Z'),
    ]
    await bench
      .send('rounds.import', { jobId: id(), vehicleId, from: 'heights.csv', rounds })
      .expect(200)
    expect((await jobOf(jobId)).rounds.map(({ state }) => state)).toEqual([null, null, 'levelled'])
  })
})

describe('evidence', () => {
  test('of a check or place the car has not, or an outcome the check has not, is not understood', async () => {
    const { jobId } = await openTestJob(bench)
    const refused = async (check: string, outcome: string, path: string): Promise<void> => {
      const answer = await bench.send('evidence.say', found(jobId, check, outcome)).expect(400)
      expect(answer.body).toMatchObject({ code: 'findingUnknown', path })
    }
    await refused('soapSpring.XX', 'bubbles', '/payload/check')
    await refused('soapSpring', 'bubbles', '/payload/check')
    // Nothing crosses over from one corner of an axle to the other on this car.
    await refused('agrees', 'front', '/payload/outcome')
    await refused('soapSpring.RL', 'sings', '/payload/outcome')
    await refused('standsLow', 'RL+XX', '/payload/outcome')
    const test = {
      checkId: id(),
      jobId,
      kind: 'whichCorner' as const,
      corner: null,
      verdict: 'good' as const,
      sentence: 'Held.',
      lines: [],
      speaksFor: '',
      logId: null,
    }
    const answer = await bench
      .send('check.record', {
        ...test,
        finds: [
          { check: 'whichCorner', outcome: 'RL:still' },
          { check: 'shopAir.rear', outcome: 'falls' },
        ],
      })
      .expect(400)
    expect(answer.body).toMatchObject({ path: '/payload/finds/1/check' })
    expect(await knownOf(jobId)).toMatchObject({ pieces: [], old: [] })
    await bench.send('evidence.say', found(jobId, 'standsLow', 'RL+RR')).expect(200)
    expect((await knownOf(jobId)).pieces).toMatchObject([{ check: 'standsLow', outcome: 'RL+RR' }])
  })

  test('is told with what, where, when, in which state and from whom, and what a repair ended', async () => {
    const { jobId } = await openTestJob(bench)
    await bench
      .send(
        'job.complaint',
        { jobId, complaint: { where: ['RL'], when: [], signs: [], denied: ['hiss'], words: '' } },
        { baseVersion: 1, at: '2026-11-24T08:00:00.000Z' },
      )
      .expect(200)
    const low = walk({ ...LEVEL, RL: 430 }, EVENING, { state: 'arrived' })
    await bench.send('round.record', { jobId, round: low }).expect(200)
    const before = await knownOf(jobId)
    expect(before.pieces.map(({ check, outcome }) => `${check} ${outcome}`).sort()).toEqual([
      'hiss no',
      'parkedLow RL',
      'saysLow RL',
    ])
    expect(before.pieces.find(({ check }) => check === 'parkedLow')).toMatchObject({
      where: null,
      at: EVENING,
      state: 'arrived',
      source: { kind: 'round', by: 'person', person: bench.person, deviceIds: [] },
      doubted: null,
      afterRepair: null,
    })
    expect(before.notAsked).toContain('overnight')
    await bench
      .send(
        'job.repair',
        { repairId: id(), jobId, part: 'strut', corners: ['RL'], words: '' },
        { at: '2026-11-25T12:00:00.000Z' },
      )
      .expect(200)
    await bench
      .send('round.record', { jobId, round: walk(LEVEL, '2026-11-25T14:00:00.000Z') })
      .expect(200)
    const after = await knownOf(jobId)
    expect(after.pieces).toMatchObject([
      {
        check: 'standsLow',
        outcome: 'level',
        afterRepair: { parts: [{ part: 'strut', corners: ['RL'] }] },
      },
    ])
    expect(after.old).toHaveLength(1)
    expect(after.old[0]!.pieces.map(({ check }) => check).sort()).toEqual([
      'hiss',
      'parkedLow',
      'saysLow',
    ])
    await bench.get(`/api/jobs/${id()}/evidence`).expect(404)
  })
})
