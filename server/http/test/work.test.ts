import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type {
  CommandPayload,
  Job,
  JobSummary,
  Person,
  ShopBundle,
  WorkRecord,
} from '@anklet/contract'
import { USUAL_WAY } from '@anklet/core/work/procedure'
import type { TestBench } from '../../test/bench.ts'
import { startBench } from '../../test/bench.ts'
import { noisePicture } from '../../test/picture.ts'
import { OnTheJob } from '../../test/onTheJob.ts'
import { openTestJob } from '../../test/records.ts'

type Content = WorkRecord['content']
type Done = Extract<Content, { kind: 'done' }>

let bench: TestBench
let mate: string
beforeAll(async () => {
  bench = await startBench()
  mate = crypto.randomUUID()
  await bench.send('person.add', { personId: mate, name: 'M. Mate' }).expect(200)
})
afterAll(async () => {
  await bench.end()
})

const id = () => crypto.randomUUID()
const SAMPLE_JPEG = noisePicture(20).toString('base64')

describe('the record of the work', () => {
  test('nothing is recorded without a plan, or by somebody who is not at it', async () => {
    const { jobId } = await openTestJob(bench)
    expect(
      (
        await bench
          .send('work.record', { entryId: id(), jobId, content: { kind: 'joined', seen: [] } })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'planMissing' })
    const at = await OnTheJob.with(bench, [{ job: 'pump' }], false)
    expect(await at.post(at.done('partsCheck'))).toMatchObject({
      status: 422,
      body: { code: 'workStops', detail: 'Take the work over first: somebody else has it.' },
    })
  })

  test(
    'steps in their order, each once; what is left out or too early is refused ' +
      'with the reason and the field',
    async () => {
      const at = await OnTheJob.with(bench, [{ job: 'pump' }])
      expect(await at.post(at.done('pullFuse'))).toMatchObject({
        status: 422,
        body: {
          code: 'workNotYet',
          path: '/payload/content/key',
          detail: expect.stringMatching(/^Not yet: first “/) as string,
        },
      })
      expect(await at.post(at.done('measureBefore'))).toMatchObject({
        status: 422,
        body: {
          code: 'workStops',
          path: '/payload/content/shownBy',
          detail: 'This is done once it is on record: a round walked.',
        },
      })
      await at.measure()
      expect(await at.post(at.done('measureBefore'))).toMatchObject({
        status: 409,
        body: { code: 'stepDone', detail: 'T. Tester has confirmed this already.' },
      })
      const job = await at.job()
      expect(job.work.filter(({ content }) => content.kind === 'done')).toHaveLength(1)
    },
  )

  test(
    'a pump’s day at the car, to the end: the summary follows, and the floor is ' +
      'told what turned false',
    async () => {
      const at = await OnTheJob.with(bench, [{ job: 'pump' }])
      expect((await at.job()).workNow).toMatchObject({ at: 'taking', done: 0, temporary: 0 })
      await at.until('openPump')
      expect(await at.post(at.done('openPump', { torque: { nm: 5, source: null } }))).toMatchObject(
        {
          body: { detail: 'Nothing is torqued in this step.', path: '/payload/content/torque' },
        },
      )
      await at.enter({
        kind: 'lost',
        fact: 'supplyOff',
        place: null,
        by: 'link',
        deviceIds: ['box'],
        words: 'The module answers.',
      })
      expect(
        (
          await at.post({
            kind: 'lost',
            fact: 'supplyOff',
            place: null,
            by: 'link',
            deviceIds: ['box'],
            words: 'Told twice.',
          })
        ).status,
      ).toBe(422)
      const [row] = ((await bench.get('/api/jobs').expect(200)).body as JobSummary[]).filter(
        (each) => each.id === at.jobId,
      )
      expect(row!.work).toMatchObject({
        lost: expect.arrayContaining([
          'the supply of the air suspension is off',
          'reservoir or gallery is shown empty',
        ]) as string[],
        hands: [bench.person],
      })
      expect(await at.post(at.done('openPump'))).toMatchObject({
        status: 422,
        body: { code: 'workNotYet' },
      })
      // A car with something left changed is not closed and forgotten.
      expect(
        (await bench.send('job.close', { jobId: at.jobId }, { baseVersion: 1 }).expect(422)).body,
      ).toMatchObject({
        detail: expect.stringMatching(/^Not yet: still to be put back: .*wheels hang/) as string,
      })
    },
  )

  test(
    'torques: the sheet’s range, another unit’s slip, none on the sheet without a ' +
      'source; a lead agrees, and nobody to himself',
    async () => {
      const at = await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }])
      await bench
        .send('torque.save', {
          torqueId: id(),
          typeId: at.typeId,
          fastener: 'springBolt',
          minNm: 50,
          maxNm: 60,
          thenDegrees: null,
          source: 'Sheet 1',
          date: '2026-11-01',
        })
        .expect(200)
      await at.until('springSeat.RL')
      const set = (nm: number, change: Partial<Done> = {}) =>
        at.post(at.done('springSeat.RL', { torque: { nm, source: null }, ...change }))
      expect(await set(70)).toMatchObject({
        body: {
          detail: expect.stringMatching(/outside 50 to 60/) as string,
          path: '/payload/content/torque/nm',
        },
      })
      expect(await set(560)).toMatchObject({
        body: { detail: expect.stringMatching(/Is the unit right/) as string },
      })
      expect((await set(66, { deviation: { kind: 'torque', reason: 'New bolts' } })).status).toBe(
        200,
      )
      expect(await at.post(at.done('axleStands.rear'))).toMatchObject({
        body: { code: 'workNotYet' },
      })
      const entry = (await at.job()).work.at(-1)!
      expect(await at.post({ kind: 'approved', of: entry.id, words: '' })).toMatchObject({
        body: { detail: 'Somebody else agrees to what you did otherwise.' },
      })
      // Once the shop has named who agrees, nobody else does.
      await bench.send('person.role', { personId: bench.person, role: 'lead' }).expect(200)
      expect(await at.post({ kind: 'approved', of: entry.id, words: '' }, mate)).toMatchObject({
        body: { detail: 'A lead agrees to what was done otherwise.' },
      })
      await bench.send('person.role', { personId: mate, role: 'lead' }).expect(200)
      await at.enter({ kind: 'approved', of: entry.id, words: 'Seen' }, mate)
      expect(
        ((await bench.get('/api/people').expect(200)).body as Person[]).map(({ role }) => role),
      ).toEqual(['lead', 'lead'])
      await at.enter(at.done('axleStands.rear'))
      await at.enter(at.done('damperOn.RL'))
      expect(
        await at.post(at.done('closeLine.RL', { torque: { nm: 20, source: null } })),
      ).toMatchObject({ body: { path: '/payload/content/torque/source' } })
      await at.enter(at.done('closeLine.RL'))
    },
  )

  test('a photo of another job is none of this step; a photo has a small one for lists', async () => {
    const [at, other] = [
      await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }]),
      await openTestJob(bench),
    ]
    await at.until('photograph.RL')
    const [mine, theirs] = [id(), id()]
    await bench
      .send('photo.add', { photoId: theirs, jobId: other.jobId, caption: '', picture: SAMPLE_JPEG })
      .expect(200)
    await bench
      .send('photo.add', {
        photoId: mine,
        jobId: at.jobId,
        caption: '',
        picture: SAMPLE_JPEG,
        small: Buffer.from([0xff, 0xd8, 0xff, 9, 9, 9, 9, 9, 9, 9, 9, 9]).toString('base64'),
      })
      .expect(200)
    expect(
      (
        await bench
          .send('photo.add', {
            photoId: id(),
            jobId: at.jobId,
            caption: '',
            picture: SAMPLE_JPEG,
            small: Buffer.from('<svg xmlns="x"/>').toString('base64'),
          })
          .expect(422)
      ).body,
    ).toMatchObject({ code: 'notAPicture', path: '/payload/small' })
    const photo = (photoIds: string[]) =>
      at.post(at.done('photograph.RL', { photoIds, deviation: null }))
    expect(await photo([])).toMatchObject({ body: { path: '/payload/content/photoIds' } })
    expect(await photo([theirs])).toMatchObject({ body: { code: 'unknownReference' } })
    expect((await photo([mine])).status).toBe(200)
    expect(
      [
        (await bench.get(`/api/photos/${mine}/small`).expect(200)).body,
        (await bench.get(`/api/photos/${theirs}/small`).expect(200)).body,
      ].map((bytes) => (bytes as Buffer).length),
    ).toEqual([12, Buffer.from(SAMPLE_JPEG, 'base64').length])
  })

  test(
    'handed over, taken by whoever has seen what was left changed; a bundle ' +
      'carries all of it to another shop',
    async () => {
      const at = await OnTheJob.with(bench, [{ job: 'pump' }])
      await at.until('provePlant')
      await at.enter({ kind: 'handed', to: mate, words: 'Pump next' })
      expect(await at.post({ kind: 'joined', seen: [] }, mate)).toMatchObject({
        body: {
          detail: expect.stringMatching(/^Look at what was left changed first: .*supply/) as string,
        },
      })
      const seen = [
        'raised@null',
        'supplyOff@null',
        'lifting@null',
        'axleHeld@front',
        'axleHeld@rear',
      ]
      await at.enter({ kind: 'joined', seen }, mate)
      expect((await at.job()).workNow).toMatchObject({ hands: [mate], handedTo: null })
      const bundle = (await bench.get('/api/bundle').expect(200)).body as ShopBundle
      expect(
        bundle
          .work!.filter(({ jobId }) => jobId === at.jobId)
          .map(({ content }) => content.kind)
          .slice(-2),
      ).toEqual(['handed', 'joined'])
      const elsewhere = await startBench({ people: false })
      await elsewhere.post('/api/bundle', bundle).expect(200)
      expect(
        ((await elsewhere.get(`/api/jobs/${at.jobId}`).expect(200)).body as Job).workNow,
      ).toEqual((await at.job()).workNow)
      await elsewhere.end()
    },
  )

  test(
    'a plan made anew under way keeps what is done and undoes what was left; one ' +
      'that cannot be finished is refused',
    async () => {
      const at = await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }])
      await at.until('springOut.RL')
      const make = (
        jobs: CommandPayload<'plan.make'>['jobs'],
        change: Partial<CommandPayload<'plan.make'>> = {},
      ) =>
        bench.send(
          'plan.make',
          {
            planId: id(),
            jobId: at.jobId,
            jobs,
            support: 'twoPost',
            way: USUAL_WAY,
            alone: true,
            flat: [],
            order: [],
            ...change,
          },
          { at: '2026-11-25T08:00:00Z' },
        )
      expect(
        (await make([{ job: 'spring', corners: ['RL', 'RR'] }]).expect(422)).body,
      ).toMatchObject({
        code: 'planImpossible',
        detail: expect.stringMatching(
          /^As the car stands now this plan cannot be finished\. Not yet/,
        ) as string,
      })
      expect(
        (await make([{ job: 'spring', corners: ['RL'] }], { flat: ['RR'] }).expect(422)).body,
      ).toMatchObject({ path: '/payload/flat' })
      await make([{ job: 'relay' }, { job: 'spring', corners: ['RL'] }]).expect(200)
      const job = await at.job()
      expect(job.plans.at(-1)!.carried!.map(({ fact }) => fact)).toEqual(
        expect.arrayContaining(['supplyOff', 'lineOpen', 'trim', 'wheelOff']),
      )
      expect(job.workNow!.done).toBeGreaterThan(10)
    },
  )

  test('orders to the module pass the same gates as the work', async () => {
    const at = await OnTheJob.with(bench, [{ job: 'spring', corners: ['RL'] }], true, true)
    await at.until('springClips.RL')
    const devices = (await bench.get('/api/devices').expect(200)).body as {
      identity: { id: string; kind: string; vehicleTypeId: string | null }
    }[]
    const device = devices.find(
      ({ identity }) => identity.kind === 'module' && identity.vehicleTypeId === at.typeId,
    )!
    await bench
      .post(`/api/devices/${device.identity.id}/stand-in`, { ignition: true, lift: 'hanging' })
      .expect(200)
    const order = (action: string, corner: string | null) =>
      bench.post(`/api/devices/${device.identity.id}/orders`, {
        commandId: id(),
        action,
        corner,
        forS: 2,
        offMm: null,
        foldsInspected: true,
        holder: { person: bench.person, device: 'test', jobId: at.jobId },
      })
    expect((await order('fill', 'RL').expect(422)).body).toMatchObject({
      code: 'interlock',
      detail:
        'Not yet, before any air goes in: every line closed; folds seen extended; codes that block filling cleared.',
    })
    expect((await order('pump', null).expect(422)).body).toMatchObject({ code: 'interlock' })
    await order('vent', 'RR').expect(200)
  })
})
