import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { describe, expect, test } from 'vitest'
import { heightsThrough, rangeThrough } from './through.ts'

const at = (hour: number): string => `2026-11-24T${String(hour).padStart(2, '0')}:00:00.000Z`
const arrived = roundOf({ ...LEVEL, RL: 430 }, at(8), { state: 'arrived' })
const evening = roundOf({ ...LEVEL, RL: 500 }, at(18), {
  purpose: 'evening',
  levelId: 'high',
  levelOffsetMm: 30,
  state: 'supplyOff',
})
const after = roundOf(LEVEL, at(20))
const written = (levelId: string) => ({
  levelId,
  method: 'wheelCentreToArch' as const,
  source: 'sheet',
  date: '2026-01-01',
  front: { nominalMm: 482, minusMm: 10, plusMm: 6, leftRightMm: null },
  rear: { nominalMm: 480, minusMm: 12, plusMm: 12, leftRightMm: null },
})
const job = jobOf({
  rounds: [
    roundOf(LEVEL, at(1), { jobId: 'earlier' }),
    arrived,
    evening,
    roundOf(LEVEL, at(19), { method: 'sillToFloor' }),
    after,
  ],
})
const type = { ...job.vehicleType, specifications: [written('road')] }

describe('the heights of a job as one picture', () => {
  test('are its own rides of every kind, each over the design height of its level', () => {
    const stages = heightsThrough(job)
    expect(stages.map(({ round, number }) => [round.id, number])).toEqual([
      [arrived.id, 1],
      [evening.id, 2],
      [after.id, 3],
    ])
    expect(stages.map(({ offMm }) => offMm.RL)).toEqual([-50, -10, 0])
    expect(stages.map(({ levelled }) => levelled)).toEqual([false, false, true])
    expect(rangeThrough(stages)).toBe(60)
  })

  test('a specification stands only behind what its module levelled, at its own level', () => {
    const stages = heightsThrough({ ...job, vehicleType: type })
    expect(stages.map(({ band }) => band)).toEqual([
      null,
      null,
      { front: { leastMm: -8, mostMm: 8 }, rear: { leastMm: -12, mostMm: 12 } },
    ])
    const other = { ...type, specifications: [written('high')] }
    expect(heightsThrough({ ...job, vehicleType: other }).every(({ band }) => band === null)).toBe(
      true,
    )
    expect(rangeThrough([])).toBe(30)
  })
})
