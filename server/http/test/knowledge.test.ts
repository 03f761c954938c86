import { describe, expect, test } from 'vitest'
import type {
  CodeReading,
  Job,
  KnowledgeBook,
  KnowledgeRecord,
  Problem,
  ShopBundle,
  VehicleDetail,
  Writable,
} from '@anklet/contract'
import { bookWith, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { benchOfFile, startBench } from '../../test/bench.ts'
import { NO_COMPLAINT, openTestJob } from '../../test/records.ts'

const bench = benchOfFile()

const id = () => crypto.randomUUID()
const code = (
  number: string,
  change: Partial<CodeReading['codes'][number]> = {},
): CodeReading['codes'][number] => ({
  number,
  failureType: null,
  status: 'present',
  words: '',
  freeze: [],
  ...change,
})
const known = async (): Promise<KnowledgeRecord> =>
  (await bench.get('/api/knowledge').expect(200)).body as KnowledgeRecord
const shipped = () => structuredClone(SHIPPED_BOOK) as Writable<KnowledgeBook>

describe('codes', () => {
  test('a reading is kept as it came, and stands with every job of its vehicle', async () => {
    const { jobId, vehicleId, typeId } = await openTestJob(bench)
    const codes = [
      code('C3104', { failureType: '77', freeze: [{ name: 'Gallery', value: '6.1 bar' }] }),
      code('C3104'),
      code('C3121', { status: 'pending', words: 'Rear sensor' }),
    ]
    await bench
      .send('codes.record', { readingId: id(), jobId, from: 'report', tool: 'A tool', codes })
      .expect(200)
    await bench.send('job.close', { jobId }, { baseVersion: 1 }).expect(200)
    const later = id()
    await bench.send('job.open', { jobId: later, vehicleId, complaint: NO_COMPLAINT }).expect(200)
    await bench
      .send(
        'codes.record',
        { readingId: id(), jobId: later, from: 'link', tool: '', codes: [], deviceIds: ['box'] },
        { at: '2026-11-25T08:00:00Z' },
      )
      .expect(200)
    const textId = id()
    await bench
      .send('codeText.save', {
        textId,
        typeId,
        number: 'C3104',
        words: 'Height not reached',
        points: 'goal',
        place: null,
      })
      .expect(200)
    const { codeReadings, codeTexts } = (await bench.get(`/api/jobs/${later}`).expect(200))
      .body as Job
    expect(codeReadings.map((reading) => [reading.jobId, reading.from, reading.codes])).toEqual([
      [jobId, 'report', codes],
      [later, 'link', []],
    ])
    expect(codeTexts).toMatchObject([
      { id: textId, version: 1, words: 'Height not reached', points: 'goal' },
    ])
    expect(
      ((await bench.get(`/api/vehicles/${vehicleId}`)).body as VehicleDetail).codeReadings,
    ).toEqual(codeReadings)
  })

  test(
    'a code twice in one reading, a number of no standard, a second text for a ' +
      'number and a stale change are refused',
    async () => {
      const { jobId, typeId } = await openTestJob(bench)
      const record = (...codes: CodeReading['codes']) =>
        bench.send('codes.record', { readingId: id(), jobId, from: 'typed', tool: '', codes })
      expect((await record(code('C3104'), code('C3104')).expect(422)).body).toMatchObject({
        code: 'codeKnown',
        path: '/payload/codes/1/number',
      })
      for (const wrong of ['c3104', 'X3104', 'C5104', 'C310']) await record(code(wrong)).expect(400)
      const text = { typeId, number: 'C3107', points: null, place: null }
      const textId = id()
      await bench.send('codeText.save', { textId, ...text, words: 'First' }).expect(200)
      expect(
        (await bench.send('codeText.save', { textId: id(), ...text, words: 'Second' }).expect(422))
          .body,
      ).toMatchObject({ code: 'alreadyTaken' })
      await bench
        .send('codeText.save', { textId, ...text, words: 'Better' }, { baseVersion: 1 })
        .expect(200)
      await bench
        .send('codeText.save', { textId, ...text, words: 'Late' }, { baseVersion: 1 })
        .expect(409)
      expect((await bench.get('/api/code-texts').expect(200)).body).toContainEqual({
        id: textId,
        version: 2,
        ...text,
        words: 'Better',
      })
    },
  )
})

describe('a shop’s own knowledge', () => {
  test('changes stand over what ships, one at a time; what would not hang together is refused whole', async () => {
    const start = await known()
    expect(start.changes).toEqual({ causes: {}, compounds: {}, checks: {} })
    const spring = shipped().causes.find((cause) => cause.id === 'springLeak')!
    const changes = {
      ...start.changes,
      causes: { springLeak: { ...spring, minutes: 95, price: 410 } },
    }
    await bench.send('knowledge.save', { changes }, { baseVersion: start.version }).expect(200)
    await bench
      .send('knowledge.save', { changes: start.changes }, { baseVersion: start.version })
      .expect(409)
    const { changes: kept } = await known()
    expect(bookWith(kept).causes.find((cause) => cause.id === 'springLeak')).toMatchObject({
      minutes: 95,
      price: 410,
      words: spring.words,
    })
    // Leaving a cause out that checks speak of.
    const { body } = await bench
      .send(
        'knowledge.save',
        { changes: { ...changes, causes: { ...changes.causes, pumpWorn: null } } },
        { baseVersion: start.version + 1 },
      )
      .expect(422)
    expect((body as Problem).detail).toContain('"pumpWorn" that is not there')
    await bench
      .send(
        'knowledge.save',
        { changes: { ...changes, causes: { pumpWorn: spring } } },
        { baseVersion: start.version + 1 },
      )
      .expect(422)
    expect((await known()).changes).toEqual(changes)
  })

  test('a book out of a file replaces it; one with faults says each with its place and stores nothing', async () => {
    const { version, changes } = await known()
    const wrong = shipped()
    wrong.checks[3]!.rows.push({ causes: ['nobody'], row: 'often', because: 'x' })
    wrong.causes[1] = { ...wrong.causes[0]! }
    const { body } = (await bench
      .send('knowledge.import', { book: wrong }, { baseVersion: version })
      .expect(422)) as { body: Problem }
    expect(body.faults!.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['/payload/book/checks/3', '/payload/book/causes/0']),
    )
    expect(body.detail).toContain('Nothing was stored.')
    const shapeless = shipped() as unknown as { checks: { minutes: unknown }[] }
    shapeless.checks[2]!.minutes = 'ten'
    expect(
      (
        (await bench
          .send('knowledge.import', { book: shapeless as never }, { baseVersion: version })
          .expect(400)) as { body: Problem }
      ).body.path,
    ).toBe('/payload/book/checks/2/minutes')
    expect(await known()).toMatchObject({ version, changes })
    const better = shipped()
    better.causes[0]!.weight = 9
    await bench
      .send(
        'knowledge.import',
        { book: { ...better, learned: { closedJobs: 31, counts: { springLeak: 7 } } } },
        { baseVersion: version },
      )
      .expect(200)
    const now = await known()
    expect(Object.keys(now.changes.causes)).toEqual([better.causes[0]!.id])
    expect(now.borrowed).toEqual({ closedJobs: 31, counts: { springLeak: 7 } })
  })

  test('closed jobs teach by their newest finding; open ones and those without one do not', async () => {
    const before = (await known()).learned
    const conclude = async (causes: readonly string[], close: boolean): Promise<void> => {
      const { jobId } = await openTestJob(bench)
      for (const [i, cause] of causes.entries())
        await bench
          .send(
            'job.conclude',
            {
              conclusionId: id(),
              jobId,
              cause,
              sentence: 'x',
              probability: 0.9,
              stands: [],
              photoId: null,
            },
            { at: `2026-11-25T0${i}:00:00Z` },
          )
          .expect(200)
      if (close)
        await bench
          .send('job.close', { jobId, reason: 'Enough for a test' }, { baseVersion: 1 })
          .expect(200)
    }
    await conclude(['pumpWorn', 'springLeak.RL'], true)
    await conclude(['springLeak.FR'], true)
    await conclude(['springLeak.FL'], false)
    await conclude([], true)
    // Of several faults at once each counts, and once.
    await conclude(['springLeak.RL+springLeak.RR'], true)
    await conclude(['exhaustValve+fittingLeak.FR'], true)
    const was = (cause: string): number => before.counts[cause] ?? 0
    expect(await known()).toMatchObject({
      learned: {
        closedJobs: before.closedJobs + 4,
        counts: {
          springLeak: was('springLeak') + 3,
          exhaustValve: was('exhaustValve') + 1,
          fittingLeak: was('fittingLeak') + 1,
        },
      },
    })
  })

  test('the whole shop as a file brings codes, their texts and the knowledge along', async () => {
    const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
    const other = await startBench({ people: false })
    await other.post('/api/bundle', bundle).expect(200)
    const again = (await other.get('/api/bundle').expect(200)).body as ShopBundle
    for (const part of ['codeReadings', 'codeTexts', 'knowledge'] as const)
      expect(again[part]).toEqual(bundle[part])
    expect(bundle.codeReadings!.length).toBeGreaterThan(1)
    await other.end()
  })
})

test('the rate of an hour is the shop’s to say', async () => {
  const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
  await bench
    .send(
      'shop.change',
      { name: 'Quay', units, rate: { currency: 'EUR', perHour: 92 } },
      { baseVersion: 1 },
    )
    .expect(200)
  await bench
    .send(
      'shop.change',
      { name: 'Quay', units, rate: { currency: 'euro', perHour: 92 } },
      { baseVersion: 2 },
    )
    .expect(400)
  expect((await bench.get('/api/shop')).body).toMatchObject({
    rate: { currency: 'EUR', perHour: 92 },
  })
})
