import { NOT_SEEN } from '@anklet/language/causes/arrival'
import { describe, expect, test } from 'vitest'
import type { ArrivalRecord, CommandPayload, Job, JobSummary, ProofRecord } from '@anklet/contract'
import { benchOfFile } from '../../test/bench.ts'
import { OnTheJob } from '../../test/onTheJob.ts'
import { LEVEL, walk } from '../../test/records.ts'

type Shown = Extract<ProofRecord['content'], { kind: 'shown' }>

const bench = benchOfFile()

const id = () => crypto.randomUUID()

/** Says something in the proof of a job, after what was done at the car. */
const say = async (
  at: OnTheJob,
  item: Shown['item'],
  outcome: Shown['outcome'] = 'good',
  joint: Shown['joint'] = null,
): Promise<{ status: number; detail?: string }> => {
  const { status, body } = await bench.send(
    'proof.record',
    {
      entryId: id(),
      jobId: at.jobId,
      content: { kind: 'shown', item, joint, outcome, words: '', on: null },
    },
    { at: at.now() },
  )
  return { status, ...(body as { detail?: string }) }
}
const backOnWheels = async (
  jobs: CommandPayload<'plan.make'>['jobs'] = [{ job: 'pump' }],
): Promise<OnTheJob> => {
  const at = await OnTheJob.with(bench, jobs)
  await at.until('')
  return at
}
const summaryOf = async ({ jobId }: OnTheJob): Promise<JobSummary['work']> =>
  ((await bench.get('/api/jobs').expect(200)).body as JobSummary[]).find(
    (each) => each.id === jobId,
  )!.work

describe('steps that are done by what is on record', () => {
  test('the round before the work, whether it was walked before or after the work was begun', async () => {
    const before = await OnTheJob.with(bench, [{ job: 'pump' }], false)
    await before.measure()
    expect(await before.did()).toEqual([])
    await before.enter({ kind: 'joined', seen: [] })
    expect(await before.did()).toEqual(['measureBefore'])
    const after = await OnTheJob.with(bench, [{ job: 'pump' }])
    expect(await after.did()).toEqual([])
    await after.measure()
    expect(await after.did()).toEqual(['measureBefore'])
    const [entry] = (await after.job()).work.filter(({ content }) => content.kind === 'done')
    expect(entry).toMatchObject({ person: bench.person, content: { shownBy: ['measured'] } })
  })

  test('soap, levels, heights, codes and road test: each once, in whichever place it comes first', async () => {
    const at = await backOnWheels()
    expect(await at.did()).not.toContain('soap')
    // This plan tells nobody to try the corners; whoever does, does no harm.
    expect(await say(at, 'corners')).toMatchObject({ status: 200 })
    expect(await say(at, 'soap', 'good', 'pump')).toMatchObject({ status: 200 })
    expect(await at.did()).toContain('soap')
    await say(at, 'levels')
    await say(at, 'roadTest')
    // What was measured as it arrived shows nothing of the repair.
    const round = (state: 'arrived' | 'levelled') =>
      bench
        .send(
          'round.record',
          { jobId: at.jobId, round: walk(LEVEL, at.now(), { state }) },
          { at: at.now() },
        )
        .expect(200)
    const codes = (status: 'present' | 'stored') =>
      bench
        .send(
          'codes.record',
          {
            readingId: id(),
            jobId: at.jobId,
            from: 'typed',
            tool: 'A tool',
            codes: [{ number: 'C3104', failureType: null, status, words: '', freeze: [] }],
          },
          { at: at.now() },
        )
        .expect(200)
    await codes('stored')
    await round('arrived')
    expect(await at.did()).not.toContain('prove')
    await codes('present')
    await round('levelled')
    expect(await at.did()).not.toContain('prove')
    await codes('stored')
    expect(await at.did()).toContain('prove')
    expect((await at.did()).filter((key) => key === 'prove')).toHaveLength(1)
    expect(await summaryOf(at)).toMatchObject({ at: 'finished', bubbles: [] })
  })

  test('a joint that bubbles stops what hangs on a tight one, and comes next', async () => {
    const at = await backOnWheels()
    await say(at, 'corners')
    expect(await say(at, 'soap', 'bad', 'pump')).toMatchObject({ status: 200 })
    expect(await at.did()).not.toContain('soap')
    expect(await summaryOf(at)).toMatchObject({ bubbles: ['pump'] })
    for (const item of ['roadTest', 'levels'] as const)
      expect(await say(at, item)).toMatchObject({
        status: 422,
        detail: 'It bubbles: pump. Make that joint tight first; what hangs on it waits.',
      })
    expect(await say(at, 'soap', 'good', 'pump')).toMatchObject({ status: 200 })
    expect(await summaryOf(at)).toMatchObject({ bubbles: [] })
    expect(await at.did()).toContain('soap')
    expect(await say(at, 'roadTest')).toMatchObject({ status: 200 })
  })

  test('nothing is done by what was shown before the car stood on its wheels', async () => {
    const at = await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }])
    await say(at, 'corners')
    await at.until('whichMoves')
    expect(await at.did()).not.toContain('whichMoves')
    await say(at, 'corners')
    expect(await at.did()).toContain('whichMoves')
  })

  test('folds that were seen in the work are seen for an order too', async () => {
    const at = await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }], false, true, ['RL'])
    const arrival: ArrivalRecord = { ...NOT_SEEN, onStops: 'corner', flat: ['RL'] }
    await bench.send('job.arrive', { jobId: at.jobId, arrival }, { baseVersion: 1 }).expect(200)
    const devices = (await bench.get('/api/devices').expect(200)).body as {
      identity: { id: string; kind: string; vehicleTypeId: string | null }
    }[]
    const device = devices.find(
      ({ identity }) => identity.kind === 'module' && identity.vehicleTypeId === at.typeId,
    )!.identity.id
    await bench.post(`/api/devices/${device}/stand-in`, { ignition: true }).expect(200)
    const raise = () =>
      bench.post(`/api/devices/${device}/orders`, {
        commandId: id(),
        action: 'raise',
        corner: null,
        forS: null,
        offMm: null,
        foldsInspected: false,
        holder: { person: bench.person, device: 'test', jobId: at.jobId },
      })
    expect((await raise().expect(422)).body).toMatchObject({ path: '/foldsInspected' })
    await at.enter({ kind: 'joined', seen: [] })
    await at.until('whichMoves')
    await say(at, 'corners')
    await say(at, 'soap', 'good', 'RL')
    await at.enter(at.done('trimBack.rear'))
    await at.enter(at.done('rideDamper.RL'))
    await say(at, 'levels')
    await say(at, 'roadTest')
    await bench
      .send(
        'codes.record',
        { readingId: id(), jobId: at.jobId, from: 'typed', tool: 'A tool', codes: [] },
        { at: at.now() },
      )
      .expect(200)
    await bench
      .send('round.record', { jobId: at.jobId, round: walk(LEVEL, at.now()) }, { at: at.now() })
      .expect(200)
    expect(await summaryOf(at)).toMatchObject({ at: 'finished' })
    await raise().expect(200)
  })

  test('a charge written down wrong is corrected by another entry, once, and only on its own car', async () => {
    const at = await backOnWheels()
    const charged = (change: object) =>
      bench.send(
        'charge.record',
        {
          chargeId: id(),
          jobId: at.jobId,
          gas: 'nitrogen',
          beforeBarG: 9,
          afterBarG: 14,
          temperatureC: 20,
          addedBarL: 25,
          words: '',
          ...change,
        },
        { at: at.now() },
      )
    const [wrong, right] = [id(), id()]
    await charged({ chargeId: wrong, afterBarG: 24 }).expect(200)
    await charged({ chargeId: right, corrects: wrong, words: 'misread' }).expect(200)
    const again = await charged({ corrects: wrong }).expect(422)
    expect(again.body).toMatchObject({ code: 'alreadyCorrected', path: '/payload/corrects' })
    const nowhere = await charged({ corrects: id() }).expect(422)
    expect(nowhere.body).toMatchObject({ code: 'unknownReference' })
    const { charges } = (await bench.get(`/api/jobs/${at.jobId}`)).body as Job
    expect(charges.map(({ id: of, corrects }) => [of, corrects])).toEqual([
      [wrong, null],
      [right, wrong],
    ])
  })

  test('a charge is refused while a joint bubbles', async () => {
    const at = await backOnWheels()
    await say(at, 'corners')
    await say(at, 'soap', 'bad', 'pump')
    const refused = await bench
      .send(
        'charge.record',
        {
          chargeId: id(),
          jobId: at.jobId,
          gas: 'nitrogen',
          beforeBarG: 5,
          afterBarG: 9,
          temperatureC: 20,
          addedBarL: 16,
          words: '',
        },
        { at: at.now() },
      )
      .expect(422)
    expect(refused.body).toMatchObject({ code: 'proofStops' })
  })
})
