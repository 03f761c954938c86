import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { sampleVehicle } from '../../base/samples/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { heightAtLevelMm, mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { LevelCar } from './index.ts'
import { agreeOn, levelTold, nearestLevel } from './index.ts'

const { corners } = sampleVehicle()
const [KNEEL, ROAD, HIGH] = [
  { id: 'kneel', offsetMm: -40 },
  { id: 'road', offsetMm: 0 },
  { id: 'high', offsetMm: 30 },
]
const car: LevelCar = { levels: [KNEEL, ROAD, HIGH], corners }
const at = (offsetMm: number): PerCorner<number> =>
  mapCorners(corners, (corner) => heightAtLevelMm(corner, offsetMm))
const nothing = perCorner(() => null)

describe('which level a car stands at', () => {
  test('the nearest by its corners; none where nothing is known', () => {
    expect([-44, -19, 14, 16].map((mm) => nearestLevel(car, at(mm))?.id)).toEqual([
      'kneel',
      'road',
      'road',
      'high',
    ])
    expect(nearestLevel(car, nothing)).toBeNull()
  })
  test('one sensor or one reading that is off says nothing, however far', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('FL' as const, 'FR' as const, 'RL' as const, 'RR' as const),
        fc.integer({ min: -200, max: 200 }),
        fc.constantFrom(KNEEL, ROAD, HIGH),
        (corner, offMm, level) => {
          const heights = at(level.offsetMm)
          expect(nearestLevel(car, { ...heights, [corner]: heights[corner] + offMm })).toBe(level)
        },
      ),
      { seed: 7, numRuns: 100 },
    )
  })
  test('a corner on a coil stands at no level', () => {
    const coils = mapCorners(corners, (corner) => ({ ...corner, effectiveAreaCm2: 0 }))
    expect(nearestLevel({ ...car, corners: coils }, at(30))).toBeNull()
  })
  test('tape and module agree, or one of them says nothing', () => {
    const told = levelTold(car, at(0), at(30))
    expect([told.tape?.id, told.module?.id]).toEqual(['road', 'high'])
    expect([agreeOn('road', told), agreeOn('high', told)]).toEqual([false, false])
    expect(agreeOn('road', levelTold(car, at(3), at(-5)))).toBe(true)
    expect(agreeOn('road', levelTold(car, at(0), nothing))).toBe(true)
    expect(agreeOn('high', levelTold(car, at(0), at(0)))).toBe(false)
  })
})
