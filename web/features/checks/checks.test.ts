import { RAISING, channel } from './test/checking.ts'
import type { DeviceStatus } from '@anklet/contract'
import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { channelAt, doubtsOf, valueAt } from '../job/link/signals.ts'
import { moduleFor } from '../job/link/moduleFor.ts'
import { readingsOf } from '../job/guided/capture.ts'
import { asReadings, readPairs, whileRunning } from '../job/guided/model.ts'

describe('channels of a device', () => {
  const channels = [channel('height.FL', 'height', 'FL'), channel('height.rear', 'height', null)]
  const frame = {
    kind: 'frame' as const,
    atS: 0,
    values: { 'height.FL': 470, 'height.rear': 9999 },
  }
  test('a corner has its own, or the one of its axle, or none', () => {
    expect(channelAt(channels, 'height', 'FL')?.id).toBe('height.FL')
    expect(channelAt(channels, 'height', 'RR')?.id).toBe('height.rear')
    expect(channelAt(channels, 'height', 'FR')).toBeNull()
  })
  test('a value that cannot be is none', () => {
    expect(valueAt(channels, frame, 'height', 'FL')).toBe(470)
    expect(valueAt(channels, frame, 'height', 'RL')).toBeNull()
    expect(valueAt(channels, undefined, 'height', 'FL')).toBeNull()
  })
})
test('a live channel in another unit, or stuck while the other side rises, is doubted', () => {
  const [gallery, FL, FR, rear] = [
    channel('gallery', 'pressure', null),
    channel('height.FL', 'height', 'FL'),
    channel('height.FR', 'height', 'FR'),
    channel('height.rear', 'height', null),
  ]
  const module = RAISING
  const frames = Array.from({ length: 60 }, (_, atS) => ({
    kind: 'frame' as const,
    atS,
    values: {
      gallery: 690 + atS,
      'height.FL': 470,
      'height.FR': 470 + atS / 3,
      'height.rear': 480,
    },
    module,
  }))
  expect(doubtsOf([gallery, FL, FR, rear], frames, 470)).toEqual([
    { place: 'gallery', doubt: { code: 'otherUnit', unit: 'kPa' } },
    { place: 'height.FL', doubt: { code: 'stuck' } },
  ])
  // It follows a little, or nothing on its axle moves: no reason to doubt it.
  expect(
    doubtsOf(
      [FL, FR],
      frames.map((frame, i) => ({
        ...frame,
        values: { ...frame.values, 'height.FL': 470 + i / 100 },
      })),
      470,
    ),
  ).toEqual([])
  expect(
    doubtsOf(
      [FL, FR],
      frames.map((frame) => ({ ...frame, values: { 'height.FL': 470, 'height.FR': 470 } })),
      470,
    ),
  ).toEqual([])
})
test('a real car has a real module, a simulated one its stand-in; none takes another’s place', () => {
  const device = (
    id: string,
    vehicleTypeId: string | null,
    standIn: boolean,
    attached = true,
  ): DeviceStatus => ({
    identity: {
      id,
      kind: 'module',
      name: id,
      software: '',
      vehicleTypeId,
      channels: [],
      actions: [],
    },
    standIn,
    attached,
    lastHeardAt: null,
    heldBy: null,
    codes: null,
    standInNow: null,
  })
  const real = device('real', null, false)
  const away = device('real', null, false, false)
  const [second, elsewhere] = [device('second', 't', false), device('elsewhere', 'x', false)]
  const [mine, other] = [device('mine', 't', true), device('other', 'x', true)]
  const all = [other, mine, elsewhere, real, second]
  const car = jobOf()
  const practice = { ...car, vehicle: { ...car.vehicle, simulated: true } }
  const found = (...of: Parameters<typeof moduleFor>) => moduleFor(...of)?.identity.id ?? null
  expect([found(car, all), found(practice, all)]).toEqual(['real', 'mine'])
  expect(found(car, [other, mine, elsewhere])).toBeNull()
  expect(found(practice, [real, second])).toBeNull()
  // Away, it was not chosen yet: another may be.
  expect(found(car, [away, second])).toBe('second')
  expect(moduleFor(car, [away, second, mine], 'real')).toBe(away)
  expect(found(car, [second, mine], 'real')).toBeNull()
})
describe('what was taken for a test', () => {
  test('pairs of a time and a pressure, later ones below, in seconds, minutes or hours', () => {
    expect(readPairs('0 5,0\n10; 4.4', (shown) => shown, 'min')).toEqual([
      { atMs: 0, barG: 5 },
      { atMs: 600_000, barG: 4.4 },
    ])
    expect(
      (['s', 'h'] as const).map((unit) => readPairs('2 1', (shown) => shown, unit)![0]!.atMs),
    ).toEqual([2000, 7_200_000])
    for (const bad of ['', '0', '10 5\n5 4', '0 x'])
      expect(readPairs(bad, (shown) => shown, 'min')).toBeNull()
    expect(
      asReadings([
        { atMs: 5000, barG: 3 },
        { atMs: 65_000, barG: 2 },
      ]),
    ).toEqual({ atS: [0, 60], values: [3, 2] })
  })
  test('of a run only what was read while the pump ran', () => {
    const frames = [0, 1, 1, 0].map((runs, atS) => ({
      kind: 'frame' as const,
      atS,
      values: { runs, gallery: atS },
    }))
    expect(whileRunning(readingsOf(frames, 'gallery'), readingsOf(frames, 'runs'))).toEqual({
      atS: [1, 2],
      values: [1, 2],
    })
    expect(readingsOf(frames, 'nothing').values).toEqual([null, null, null, null])
  })
})
