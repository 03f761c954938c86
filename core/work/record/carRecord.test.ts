import { describe, expect, test } from 'vitest'
import type { CarState } from '../procedure/index.ts'
import { carOf, SHIPPED_PROCEDURES } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { carAfter, carWithout, fillable, isOpen } from './carRecord.ts'

type CornerState = NonNullable<CarState['corners'][Corner]>

const SEATED: CornerState = {
  air: 'carrying',
  proved: false,
  line: 'closed',
  spring: 'seated',
  seen: true,
}
const CAR: CarState = {
  supply: false,
  lifting: true,
  body: 'hanging',
  bodyHeld: true,
  axles: { rear: 'stands' },
  arms: { RL: 'held', RR: 'open' },
  under: false,
  plantAir: false,
  plantProved: true,
  pumpOpen: false,
  tankOpen: false,
  blockOpen: false,
  codesClear: true,
  corners: {
    RL: { ...SEATED, air: 'none', proved: true },
    RR: { ...SEATED, air: 'none', proved: true },
  },
}
const withRL = (change: Partial<CornerState>, car: CarState = CAR): CarState => ({
  ...car,
  corners: { ...car.corners, RL: { ...car.corners.RL!, ...change } },
})

describe('what is open', () => {
  test('a line, a spring that is out, the pump or the block', () => {
    expect([
      isOpen(CAR),
      isOpen(withRL({ line: 'open' })),
      isOpen(withRL({ spring: 'out' })),
      isOpen({ ...CAR, pumpOpen: true }),
      isOpen({ ...CAR, blockOpen: true }),
    ]).toEqual([false, true, true, true, true])
  })
  test('an eased line is not open, and corners the car has not are not', () => {
    expect(isOpen(withRL({ line: 'eased' }))).toBe(false)
    expect(isOpen({ ...CAR, corners: {} })).toBe(false)
  })
  test('only a spring behind a shut line may have been filled', () => {
    expect([
      fillable(SEATED),
      fillable({ ...SEATED, spring: 'unseated' }),
      fillable({ ...SEATED, spring: 'out' }),
      fillable({ ...SEATED, spring: 'coil' }),
      fillable({ ...SEATED, line: 'open' }),
      fillable({ ...SEATED, line: 'eased' }),
    ]).toEqual([true, true, false, false, false, false])
  })
})

describe('a car once something on record is not so any more', () => {
  test('supply back, everything shut: no proof counts, and air may be anywhere', () => {
    expect(carWithout(CAR, 'supplyOff', null)).toEqual({
      ...CAR,
      supply: true,
      plantProved: false,
      plantAir: true,
      corners: {
        RL: { ...SEATED, air: 'some', proved: false },
        RR: { ...SEATED, air: 'some', proved: false },
      },
    })
  })
  test('supply back: a spring that carries goes on carrying, a coil takes no air', () => {
    const car: CarState = {
      ...CAR,
      corners: {
        FL: SEATED,
        RL: { ...SEATED, air: 'none', spring: 'coil' },
        RR: { ...SEATED, air: 'none', line: 'eased' },
      },
    }
    const { corners } = carWithout(car, 'supplyOff', null)
    expect([corners.FL!.air, corners.RL!.air, corners.RR!.air]).toEqual([
      'carrying',
      'none',
      'none',
    ])
  })
  test('supply back while something lies open: the proofs are gone, and no air is made up', () => {
    const open = { ...withRL({ line: 'open' }), pumpOpen: true }
    expect(carWithout(open, 'supplyOff', null)).toEqual({
      ...open,
      supply: true,
      plantProved: false,
      corners: {
        RL: { ...SEATED, air: 'none', line: 'open', proved: false },
        RR: { ...SEATED, air: 'none', proved: false },
      },
    })
  })
  test('what holds it is taken away by its own name', () => {
    expect(carWithout(CAR, 'lifting', null)).toEqual({ ...CAR, lifting: false })
    expect(carWithout(CAR, 'held', null)).toEqual({ ...CAR, bodyHeld: false })
    expect(carWithout(CAR, 'axleHeld', 'rear')).toEqual({
      ...CAR,
      axles: { rear: 'itself' },
    })
    expect(carWithout(CAR, 'axleHeld', 'front')).toEqual(CAR)
    expect(carWithout(CAR, 'armHeld', 'RL').arms).toEqual({ RL: 'made', RR: 'open' })
    expect(carWithout(CAR, 'armHeld', 'RR')).toEqual(CAR)
    expect(carWithout(CAR, 'codesClear', null)).toEqual({ ...CAR, codesClear: false })
  })
  test('air back in the gallery: only behind a shut line may it have seeped', () => {
    const car = withRL({ line: 'open' })
    expect(carWithout(car, 'plantEmpty', null)).toEqual({
      ...car,
      plantProved: false,
      plantAir: false,
      corners: { RL: car.corners.RL, RR: { ...SEATED, air: 'none', proved: false } },
    })
  })
  test('a corner loses what is said of it, its neighbour keeps it', () => {
    const kept = CAR.corners.RR
    expect(carWithout(CAR, 'empty', 'RL').corners).toEqual({
      RL: { ...SEATED, air: 'none', proved: false },
      RR: kept,
    })
    expect(carWithout(CAR, 'foldsSeen', 'RL').corners).toEqual({
      RL: { ...CAR.corners.RL, seen: false },
      RR: kept,
    })
    expect(carWithout(CAR, 'lineClosed', 'RL').corners).toEqual({
      RL: { ...CAR.corners.RL, line: 'eased' },
      RR: kept,
    })
  })
  test('a line that is open already is not eased by it', () => {
    expect(carWithout(withRL({ line: 'open' }), 'lineClosed', 'RL').corners.RL!.line).toBe('open')
  })
  test('a spring that lost its air hangs empty; on the ground it is stood on', () => {
    const filled = withRL({ air: 'carrying', proved: false })
    expect(carWithout(filled, 'filled', 'RL').corners.RL).toEqual({ ...SEATED, air: 'none' })
    expect(carWithout({ ...filled, body: 'ground' }, 'filled', 'RL').corners.RL).toEqual({
      ...SEATED,
      air: 'none',
      spring: 'unseated',
      seen: false,
    })
  })
  test('what says nothing of the machine leaves it as it is', () => {
    expect(carWithout(CAR, 'raised', null)).toBe(CAR)
  })
})

describe('a car after a step', () => {
  const architecture = sampleArchitecture()
  const step = (id: string) => SHIPPED_PROCEDURES.steps.find((each) => each.id === id)!
  test('a live module fills its gallery, unless the pump lies open', () => {
    const off = { ...carOf(architecture, new Set()), supply: false, plantAir: false }
    const back = step('supplyStanding')
    expect(carAfter(off, back, null, architecture)).toMatchObject({ supply: true, plantAir: true })
    expect(carAfter({ ...off, pumpOpen: true }, back, null, architecture).plantAir).toBe(false)
  })
  test('a step that cannot have been leaves the car as it was', () => {
    const car = carOf(architecture, new Set())
    expect(carAfter(car, step('strutIn'), 'RL', architecture)).toEqual(car)
  })
  test('the supply is cut by the step that cuts it', () => {
    const car = carOf(architecture, new Set())
    expect(carAfter(car, step('pullFuse'), null, architecture).supply).toBe(false)
  })
})
