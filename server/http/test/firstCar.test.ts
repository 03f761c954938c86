import type { JobSummary, VehicleType } from '@anklet/contract'
import { startingVehicle } from '@anklet/core/base/starting'
import { describe, expect, test } from 'vitest'
import { benchOfFile } from '../../test/bench.ts'
import { jobOpen, LEVEL, newJobIds, walk, watchStart, watchWalk } from '../../test/records.ts'
import { EVENING, problem } from '../../test/problem.ts'

const bench = benchOfFile()
const MORNING = '2026-11-25T07:00:00.000Z'

/** A job on a car of which only its air and its size are known. */
async function takeIn() {
  const ids = newJobIds()
  const { architecture, geometry, guesses } = startingVehicle('rear', 'van')
  await bench
    .send('vehicleType.save', {
      typeId: ids.typeId,
      name: `First ${ids.typeId.slice(0, 8)}`,
      source: 'nobody looked it up',
      architecture,
      geometry,
      guesses: [...guesses],
    })
    .expect(200)
  const plate = `F ${ids.vehicleId.slice(0, 6).toUpperCase()}`
  await bench
    .send('vehicle.save', { vehicleId: ids.vehicleId, typeId: ids.typeId, plate, note: '' })
    .expect(200)
  await bench.send('job.open', jobOpen(ids)).expect(200)
  const type = async (): Promise<VehicleType> =>
    ((await bench.get('/api/vehicle-types')).body as VehicleType[]).find(
      ({ id }) => id === ids.typeId,
    )!
  const heights = async (): Promise<readonly number[]> => {
    const { corners } = (await type()).geometry
    return [corners.FL.designHeightMm, corners.RL.designHeightMm]
  }
  return { ...ids, type, heights }
}

describe('a car taken in without papers', () => {
  test('stands where it was measured, levelled before as it came, and its heights stay guesses', async () => {
    const { jobId, type, heights } = await takeIn()
    const before = (await type()).geometry.corners.RL
    const record = (round: ReturnType<typeof walk>) =>
      bench.send('round.record', { jobId, round }).expect(200)
    await record(walk({ FL: 701, FR: 699, RL: 610, RR: 690 }, EVENING, { state: 'arrived' }))
    expect(await heights()).toEqual([701, 690])
    await record(walk({ FL: 702, FR: 698, RL: 719, RR: 720 }, '2026-11-24T20:00:00.000Z'))
    expect(await heights()).toEqual([702, 720])
    await record(
      walk({ FL: 600, FR: 600, RL: 600, RR: 600 }, '2026-11-24T21:00:00.000Z', {
        state: 'arrived',
      }),
    )
    expect(await heights()).toEqual([702, 720])
    const { geometry, guesses } = await type()
    expect(guesses).toEqual(expect.arrayContaining(['front.designHeightMm', 'rear.designHeightMm']))
    // The stops keep their distance.
    const { droopHeightMm, bumpHeightMm } = geometry.corners.RL
    expect(droopHeightMm - bumpHeightMm).toBeCloseTo(before.droopHeightMm - before.bumpHeightMm, 9)
  })

  test('the floor calls nothing low or high by a guess', async () => {
    const { jobId } = await takeIn()
    await bench
      .send('round.record', {
        jobId,
        round: walk({ FL: 701, FR: 699, RL: 610, RR: 690 }, EVENING),
      })
      .expect(200)
    const jobs = (await bench.get('/api/jobs')).body as JobSummary[]
    expect(jobs.find(({ id }) => id === jobId)?.latest).toEqual({
      endedAt: EVENING,
      offDesignMm: null,
    })
  })

  test('a height that was looked up stays where it is', async () => {
    const { jobId, typeId, type, heights } = await takeIn()
    const { id: _id, version, ...known } = await type()
    const guesses = known.guesses.filter((name) => !name.endsWith('designHeightMm'))
    await bench
      .send('vehicleType.save', { typeId, ...known, guesses }, { baseVersion: version })
      .expect(200)
    const stood = await heights()
    await bench.send('round.record', { jobId, round: walk(LEVEL, EVENING) }).expect(200)
    expect(await heights()).toEqual(stood)
  })

  test('a night is watched from where it stands in the evening; the morning moves nothing', async () => {
    const { jobId, heights } = await takeIn()
    const watchId = crypto.randomUUID()
    await bench
      .send('watch.start', watchStart(jobId, watchId, watchWalk(LEVEL, EVENING), MORNING))
      .expect(200)
    expect(await heights()).toEqual([480, 480])
    await bench
      .send(
        'watch.finish',
        {
          watchId,
          round: watchWalk({ FL: 471, FR: 471, RL: 430, RR: 455 }, MORNING),
          undisturbed: true,
        },
        { baseVersion: 1 },
      )
      .expect(200)
    expect(await heights()).toEqual([480, 480])
  })

  test('nothing is taught to its sensors before its heights are entered', async () => {
    const { jobId } = await takeIn()
    const visit = { levelId: 'road', direction: null, tapeMm: LEVEL, reportedMm: LEVEL }
    const content = {
      kind: 'calibrated' as const,
      why: 'wanted' as const,
      visits: [visit],
      typedMm: [],
      note: '',
    }
    const keep = (taught: 'hand' | 'no') =>
      bench.send('proof.record', {
        entryId: crypto.randomUUID(),
        jobId,
        content: { ...content, taught },
      })
    const response = await keep('hand').expect(422)
    problem(422, 'proofStops')(response)
    expect((response.body as { detail: string }).detail).toContain('are not entered')
    await keep('no').expect(200)
  })
})
