import { describe, expect, test } from 'vitest'
import type { SimulateRequest, SimulateResponse } from '@anklet/contract'
import { benchOfFile } from '../../test/bench.ts'
import { architecture, geometry } from '../../test/records.ts'

const bench = benchOfFile()

const NIGHT: SimulateRequest = {
  vehicle: geometry,
  architecture: { ...architecture, parked: { policy: 'settleAxle', checksAfterH: [3] } },
  levelId: 'high',
  startC: 12,
  endC: 2,
  untilS: 8 * 3600,
  sampleEveryS: 3600,
  reservoirL: 0,
  faults: [{ kind: 'springLeak', corner: 'FL', conductance: 1.2e-5 }],
  schedule: [],
}
const ask = (change: Partial<SimulateRequest> = {}) =>
  bench.post('/api/calc/simulate', { ...NIGHT, ...change })

describe('a vehicle run over the wire', () => {
  test('tells hour by hour how a parked module lets the sound side down', async () => {
    const { samples, events, codes } = (await ask().expect(200)).body as SimulateResponse
    expect(samples.map(({ timeS }) => timeS / 3600)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
    expect(events.map(({ what }) => what)).toContain('check')
    expect(samples[4]!.heightMm.FR).toBeLessThan(samples[3]!.heightMm.FR - 2)
    expect(samples[0]).toMatchObject({ reservoirBarG: null, mode: 'asleep', pumpOn: false })
    expect(codes).toEqual([])
  })

  test('a raise with the engine on, and what it drew in', async () => {
    const { samples, drawnBarL } = (
      await ask({
        levelId: 'road',
        untilS: 300,
        sampleEveryS: 10,
        faults: [],
        schedule: [
          { atS: 0, do: 'ignitionOn' },
          { atS: 5, do: 'level', levelId: 'high' },
        ],
      }).expect(200)
    ).body as SimulateResponse
    expect(samples.at(-1)!.heightMm.RL).toBeGreaterThan(geometry.corners.RL.designHeightMm + 20)
    expect(drawnBarL).toBeGreaterThan(3)
  })

  test.each([
    ['an unknown level', { levelId: 'moon' }, 422, 'levelUnknown'],
    [
      'a schedule with an unknown level',
      { schedule: [{ atS: 1, do: 'level' as const, levelId: 'moon' }] },
      422,
      'levelUnknown',
    ],
    ['too many samples', { sampleEveryS: 1 }, 422, 'tooManySamples'],
    ['a fault nobody knows', { faults: [{ kind: 'gremlin' }] as never }, 400, 'wrongShape'],
    ['a week', { untilS: 7 * 86_400 }, 400, 'wrongShape'],
  ])('%s is refused', async (_, change, status, code) =>
    expect((await ask(change).expect(status)).body).toMatchObject({ code }),
  )
})
