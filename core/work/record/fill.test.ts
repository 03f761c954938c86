import { describe, expect, test } from 'vitest'
import { airLedger } from '../../physics/compressor/index.ts'
import { sampleVehicle } from '../../base/samples/index.ts'
import { fillDoubt, fillNeeds, fillStages, pumpRests, RUN_S, sidesAlike } from './index.ts'

const vehicle = sampleVehicle()
const pump = { freeFlowLPerMin: 38, stallBarG: 17 }
const asked = {
  vehicle,
  corners: ['RL', 'RR', 'FL'] as const,
  posture: 'standing' as const,
  seatingBarG: null,
  temperatureC: 20,
}

describe('a first fill', () => {
  test('takes from empty what the air ledger counts over the air around it', () => {
    const ledger = airLedger({
      vehicle,
      reservoirL: 0,
      reservoirBarG: 0,
      temperatureC: 20,
      levelOffsetMm: 0,
      targetReservoirBarG: 0,
      bottle: null,
    })
    for (const need of fillNeeds(asked)!)
      expect(need.airBarL).toBeCloseTo(
        ledger.ok ? ledger.value.corners[need.corner].airBarL - 1.01325 * need.volumeL : 0,
        9,
      )
  })
  test(
    'wheels hanging: to the seating pressure over the volume at full droop; ' +
      'without that figure there is no target',
    () => {
      expect(fillNeeds({ ...asked, posture: 'hanging' })).toBeNull()
      const [rear] = fillNeeds({ ...asked, posture: 'hanging', seatingBarG: 2.5 })!
      // 2.4 L + 130 cm2 x 0.7 x 80 mm, by hand.
      expect([rear!.volumeL, rear!.toBarG, rear!.airBarL]).toEqual([
        expect.closeTo(3.128, 9),
        2.5,
        expect.closeTo(7.82, 9),
      ])
    },
  )
  test('in the cold more air goes in for the same pressure', () => {
    const [warm] = fillNeeds(asked)!
    const [cold] = fillNeeds({ ...asked, temperatureC: 0 })!
    expect(cold!.toBarG).toBe(warm!.toBarG)
    expect(cold!.airBarL / warm!.airBarL).toBeCloseTo(293.15 / 273.15, 9)
  })
  test('goes in stages, both sides in turn, each short enough for the pump, and all of it arrives', () => {
    const needs = fillNeeds(asked)!
    const stages = fillStages(needs, pump, 20)
    expect(stages.slice(0, 4).map(({ corner }) => corner)).toEqual(['RL', 'RR', 'RL', 'RR'])
    for (const need of needs) {
      const own = stages.filter(({ corner }) => corner === need.corner)
      expect(own.reduce((sum, { airBarL }) => sum + airBarL, 0)).toBeCloseTo(need.airBarL, 9)
      expect(own.at(-1)!.toBarG).toBeCloseTo(need.toBarG, 9)
      for (const [i, stage] of own.entries())
        expect(stage.fromBarG).toBeCloseTo(own[i - 1]?.toBarG ?? 0, 9)
    }
    // A pump slows down against pressure: the last stage is the longest, and still near the bound.
    for (const { seconds, restS } of stages) {
      expect(seconds!).toBeLessThan(RUN_S * 1.5)
      expect(restS).toBeGreaterThanOrEqual(Math.floor(seconds!))
    }
    const unknown = fillStages(needs, null, 20)
    expect(
      unknown.every(({ seconds, restS, airBarL }) => seconds === null && restS > 0 && airBarL <= 7),
    ).toBe(true)
    expect(fillStages(needs, { freeFlowLPerMin: 38, stallBarG: 3 }, 20).at(-1)!.seconds).toBeNull()
  })
  test('a warm pump rests until it is cool again', () => {
    expect([
      pumpRests(60, false),
      pumpRests(86, false),
      pumpRests(70, true),
      pumpRests(64, true),
      pumpRests(null, true),
    ]).toEqual([false, true, true, false, false])
  })
})

describe('both sides', () => {
  test.each([
    [{ what: 'mm', left: 1, right: 2 }, 'neither'],
    [{ what: 'mm', left: 20, right: 14 }, 'alike'],
    [{ what: 'mm', left: 5, right: 25 }, 'leftLags'],
    [{ what: 'bar', left: 3, right: 1.5 }, 'rightLags'],
    [{ what: 'bar', left: 3, right: 2.7 }, 'alike'],
    [{ what: 'mm', left: 60, right: 48 }, 'alike'],
    // The higher side says whether anything has come; the edges belong to it, and to alike.
    [{ what: 'mm', left: 3, right: 3.9 }, 'neither'],
    [{ what: 'mm', left: 4, right: 0 }, 'alike'],
    [{ what: 'mm', left: 0, right: 12 }, 'leftLags'],
    [{ what: 'mm', left: 8, right: 0 }, 'alike'],
    [{ what: 'mm', left: 8.1, right: 0 }, 'rightLags'],
    [{ what: 'mm', left: 100, right: 75 }, 'alike'],
    [{ what: 'mm', left: 100, right: 74.9 }, 'rightLags'],
    [{ what: 'bar', left: 0.2, right: 0.1 }, 'alike'],
  ] as const)('%o: %s', (sides, verdict) => expect(sidesAlike(sides)).toBe(verdict))
})

describe('a fill that does not get on', () => {
  const at = { runS: 20, galleryBarG: 6, toBarG: 5, rose: false }
  test('nothing builds, or it does not get into the spring; not told too early, nor of one that rises', () => {
    expect([
      fillDoubt(at),
      fillDoubt({ ...at, galleryBarG: 12 }),
      fillDoubt({ ...at, galleryBarG: 0.1 }),
      fillDoubt({ ...at, galleryBarG: 0.1, runS: 5 }),
      fillDoubt({ ...at, galleryBarG: 12, rose: true }),
      fillDoubt({ ...at, galleryBarG: null }),
      fillDoubt({ ...at, galleryBarG: 0.29, runS: 10 }),
      fillDoubt({ ...at, galleryBarG: 0.3 }),
      fillDoubt({ ...at, galleryBarG: 10 }),
    ]).toEqual([null, 'blocked', 'nothingBuilds', null, null, null, 'nothingBuilds', null, null])
  })
})
