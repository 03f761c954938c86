import { describe, expect, test } from 'vitest'
import type { CoilEntry, CommandPayload, Job, Lives, ShopBundle } from '@anklet/contract'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { openTestJob } from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const coil = (name: string, change: Partial<CoilEntry> = {}): CoilEntry => ({
  id: id(),
  name,
  rateNPerMm: 60,
  freeLengthMm: 430,
  solidLengthMm: 190,
  cost: 130,
  leadDays: 4,
  ...change,
})
const decision = (
  jobId: string,
  change: Partial<CommandPayload<'decision.take'>> = {},
): CommandPayload<'decision.take'> => ({
  decisionId: id(),
  jobId,
  option: 'both',
  title: 'Both sides of the rear axle',
  reason: 'As old as the other',
  validUntil: '2026-12-20',
  currency: 'EUR',
  lines: [{ words: '2 × air spring', hours: 4.2, amount: 1457.2 }],
  taxPercent: 19,
  over: { years: 6, mean: 2500, p10: 1457, p90: 3300, secondVisit: 0.79 },
  coils: {},
  ...change,
})

describe('parts and coils', () => {
  test('a part is kept, changed by whoever saw its newest state, and taken off the shelf', async () => {
    const { typeId } = await openTestJob(bench)
    const partId = id()
    const part = {
      typeId,
      kind: 'spring' as const,
      axle: 'rear' as const,
      name: 'Bellows',
      number: 'B-1',
      cost: 500,
      hours: 2,
      pairHours: null,
      leadDays: 3,
      life: { shape: 2.5, scaleYears: 8 },
      warranty: 'Two years, dry air',
    }
    await bench.send('part.save', { partId, ...part }).expect(200)
    await bench.send('part.save', { partId, ...part, cost: 540 }, { baseVersion: 1 }).expect(200)
    await bench.send('part.save', { partId, ...part, cost: 1 }, { baseVersion: 1 }).expect(409)
    for (const wrong of [
      { cost: -1 },
      { hours: 9000 },
      { leadDays: 1.5 },
      { life: { shape: 0, scaleYears: 8 } },
    ])
      await bench.send('part.save', { partId: id(), ...part, ...wrong }).expect(400)
    expect((await bench.get('/api/parts').expect(200)).body).toContainEqual({
      id: partId,
      version: 2,
      ...part,
      cost: 540,
    })
    await bench.send('part.drop', { partId }).expect(200)
    await bench.send('part.drop', { partId }).expect(422)
  })

  test(
    'coils come as a list: one of a name that is there takes its place; a list ' +
      'with a fault is refused whole',
    async () => {
      await bench.send('coils.save', { coils: [coil('A'), coil('B')] }).expect(200)
      await bench
        .send('coils.save', { coils: [coil('B', { rateNPerMm: 70 }), coil('C')] })
        .expect(200)
      const names = async () =>
        ((await bench.get('/api/coils').expect(200)).body as CoilEntry[]).map(
          ({ name, rateNPerMm }) => `${name} ${rateNPerMm}`,
        )
      expect(await names()).toEqual(['A 60', 'B 70', 'C 60'])
      expect(
        (
          await bench
            .send('coils.save', { coils: [coil('D'), coil('E', { solidLengthMm: 430 })] })
            .expect(422)
        ).body,
      ).toMatchObject({ code: 'solidTooLong', path: '/payload/coils/1/solidLengthMm' })
      expect(
        (await bench.send('coils.save', { coils: [coil('D'), coil(' D ')] }).expect(422)).body,
      ).toMatchObject({ code: 'alreadyTaken' })
      expect(await names()).toEqual(['A 60', 'B 70', 'C 60'])
    },
  )
})

describe('decisions', () => {
  test('one is kept with its figures; the owner agrees to that one, on that job', async () => {
    const [{ jobId }, other] = [await openTestJob(bench), await openTestJob(bench)]
    const taken = decision(jobId)
    await bench.send('decision.take', taken).expect(200)
    await bench
      .send('decision.agree', {
        agreementId: id(),
        jobId: other.jobId,
        decisionId: taken.decisionId,
        name: 'A. Owner',
        way: 'phone',
      })
      .expect(422)
    await bench
      .send('decision.agree', {
        agreementId: id(),
        jobId,
        decisionId: taken.decisionId,
        name: 'A. Owner',
        way: 'phone',
      })
      .expect(200)
    const { decisions, agreements } = (await bench.get(`/api/jobs/${jobId}`).expect(200))
      .body as Job
    expect(decisions).toMatchObject([
      {
        title: taken.title,
        lines: taken.lines,
        over: taken.over,
        validUntil: '2026-12-20',
        person: bench.person,
      },
    ])
    expect(agreements).toMatchObject([
      { decisionId: taken.decisionId, name: 'A. Owner', way: 'phone' },
    ])
  })
  test('an absurd amount, no line at all, and a closed job are refused', async () => {
    const { jobId } = await openTestJob(bench)
    for (const wrong of [
      { lines: [] },
      { lines: [{ words: 'x', hours: 1, amount: -5 }] },
      { taxPercent: 140 },
      { currency: 'euro' },
    ])
      await bench.send('decision.take', decision(jobId, wrong)).expect(400)
    await bench.send('job.close', { jobId }, { baseVersion: 1 }).expect(200)
    expect((await bench.send('decision.take', decision(jobId)).expect(422)).body).toMatchObject({
      code: 'jobClosed',
    })
  })
})

test(
  'lives are read from when each spring was fitted, and the whole shop goes out ' +
    'and comes back with them',
  async () => {
    const { jobId, vehicleId, typeId, plate } = await openTestJob(bench)
    await bench
      .send(
        'vehicle.save',
        { vehicleId, typeId, plate, note: '', firstUsed: '2018-01-01' },
        { baseVersion: 1 },
      )
      .expect(200)
    await bench
      .send(
        'job.repair',
        { repairId: id(), jobId, part: 'airSpring', corners: ['RL'], words: '' },
        { at: '2026-01-01T10:00:00Z' },
      )
      .expect(200)
    const lives = (await bench.get('/api/lives').expect(200)).body as Lives
    expect(lives.spring.failedAtYears.map((age) => Math.round(age * 10) / 10)).toContain(8)
    // Of four springs three are the first ones, and a new one.
    expect(lives.spring.aliveAtYears.length).toBeGreaterThanOrEqual(4)
    await bench.send('decision.take', decision(jobId)).expect(200)
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const again = await startBench({ people: false })
    await again.post('/api/bundle', bundle).expect(200)
    const back = (await again.get('/api/bundle').expect(200)).body as ShopBundle
    for (const part of ['parts', 'coils', 'decisions', 'agreements', 'vehicles'] as const)
      expect(back[part]).toEqual(bundle[part])
    await again.end()
  },
)
