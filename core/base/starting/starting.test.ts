import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  checkGeometry,
  CORNERS,
  guessShares,
  perCorner,
  VEHICLE_CLASSES,
} from '../vehicle/index.ts'
import {
  designHeights,
  figureToAsk,
  heightGuess,
  heightsAreGuessed,
  STARTING_AIR,
  standAs,
  startingVehicle,
  withAnswer,
} from './index.ts'

const anAir = fc.constantFrom(...STARTING_AIR)
const aClass = fc.constantFrom(...VEHICLE_CLASSES)

describe('a car that nobody entered', () => {
  test('could stand, has air just where it was said, and every height of it is a guess', () => {
    fc.assert(
      fc.property(anAir, aClass, (air, size) => {
        const { geometry, architecture, guesses } = startingVehicle(air, size)
        expect(checkGeometry(geometry).ok).toBe(true)
        expect(geometry.corners.FL.effectiveAreaCm2 > 0).toBe(air === 'four' || air === 'front')
        expect(geometry.corners.RL.effectiveAreaCm2 > 0).toBe(air !== 'front')
        expect(geometry.corners.RL.coilForceAtDesignN > 0).toBe(
          air === 'front' || air === 'rearBesideCoils',
        )
        expect(architecture.air.front === 'none').toBe(air.startsWith('rear'))
        expect(heightsAreGuessed(guesses)).toBe(true)
        expect(new Set(guesses).size).toBe(guesses.length)
      }),
      { seed: 4 },
    )
  })

  test('is put at the height it was measured at, the higher side of each axle, and could still stand', () => {
    const height = fc.integer({ min: 250, max: 900 })
    fc.assert(
      fc.property(
        anAir,
        aClass,
        fc.record({ FL: height, FR: height, RL: height, RR: height }),
        (air, size, measured) => {
          const { geometry, guesses } = startingVehicle(air, size)
          const stands = standAs(geometry, guesses, measured)
          expect(checkGeometry(stands).ok).toBe(true)
          expect(stands.corners.FL.designHeightMm).toBe(Math.max(measured.FL, measured.FR))
          expect(stands.corners.RR.designHeightMm).toBe(Math.max(measured.RL, measured.RR))
          for (const corner of CORNERS)
            expect(
              stands.corners[corner].droopHeightMm - stands.corners[corner].bumpHeightMm,
            ).toBeCloseTo(
              geometry.corners[corner].droopHeightMm - geometry.corners[corner].bumpHeightMm,
              9,
            )
        },
      ),
      { seed: 5 },
    )
  })

  test('a height that was looked up stays where it is', () => {
    const { geometry, guesses } = startingVehicle('four', 'saloon')
    const known = guesses.filter((name) => name !== heightGuess('front'))
    const stands = standAs(
      geometry,
      known,
      perCorner(() => 500),
    )
    expect(stands.corners.FL).toEqual(geometry.corners.FL)
    expect(stands.corners.RL.designHeightMm).toBe(500)
    expect(heightsAreGuessed(known)).toBe(true)
    expect(heightsAreGuessed(known.filter((name) => name !== heightGuess('rear')))).toBe(false)
    expect(heightsAreGuessed(undefined)).toBe(false)
  })
})

test('the heights of a level are those that were entered, on coils without it; guessed, there are none', () => {
  const { geometry, guesses } = startingVehicle('rear', 'van')
  const stands = standAs(
    geometry,
    guesses,
    perCorner(() => 500),
  )
  expect(designHeights({ geometry: stands, guesses }, 30)).toBeNull()
  expect(designHeights({ geometry: stands }, 30)).toEqual({ FL: 500, FR: 500, RL: 530, RR: 530 })
})

describe('the figure that would narrow most', () => {
  test('is none where none is guessed', () => {
    expect(figureToAsk([])).toBeNull()
    expect(figureToAsk(['front.tyreRateNPerMm', 'vehicle.layout'])).toBeNull()
  })
  test('narrows more than any other, and by what the shares say', () => {
    const { guesses } = startingVehicle('rear', 'van')
    const asked = figureToAsk(guesses)!
    expect(asked.figure).toBe('designLoadN')
    const without = guessShares(guesses.filter((name) => !name.endsWith('.designLoadN')))
    const now = guessShares(guesses)
    expect(asked.left).toBeCloseTo(
      Math.hypot(without.geometryShare, without.coldShare) /
        Math.hypot(now.geometryShare, now.coldShare),
      12,
    )
    expect(asked.left).toBeLessThan(1)
    expect(figureToAsk(['vehicle.wheelbaseMm', 'front.trackMm'])!.figure).toBe('wheelbaseMm')
  })
})

describe('a figure that was found out', () => {
  test('stands in place of its guess, the vehicle still stands, and the answers are narrower', () => {
    fc.assert(
      fc.property(
        anAir,
        aClass,
        fc.integer({ min: 1500, max: 9000 }),
        fc.integer({ min: 1500, max: 9000 }),
        (air, size, front, rear) => {
          const begun = startingVehicle(air, size)
          const loaded = withAnswer(begun, { figure: 'designLoadN', front, rear })
          const tracked = withAnswer(loaded, { figure: 'trackMm', front: 1501, rear: 1502 })
          const { geometry, guesses } = withAnswer(tracked, { figure: 'wheelbaseMm', value: 2801 })
          expect(checkGeometry(geometry).ok).toBe(true)
          expect(geometry).toMatchObject({
            wheelbaseMm: 2801,
            trackFrontMm: 1501,
            trackRearMm: 1502,
          })
          expect(geometry.corners.FR.designLoadN).toBe(front)
          expect(geometry.corners.RL.designLoadN).toBe(rear)
          // The same pressure carries the load: its area was guessed from it.
          for (const corner of CORNERS) {
            const [was, is] = [begun.geometry.corners[corner], geometry.corners[corner]]
            expect(is.effectiveAreaCm2 * was.designLoadN).toBeCloseTo(
              was.effectiveAreaCm2 * is.designLoadN,
              4,
            )
          }
          expect(figureToAsk(guesses)).toBeNull()
          expect(guessShares(guesses).geometryShare).toBeLessThan(
            guessShares(begun.guesses).geometryShare,
          )
        },
      ),
      { seed: 6 },
    )
  })
  test('an area that was looked up is not touched by a load', () => {
    const begun = startingVehicle('rear', 'van')
    const known = begun.guesses.filter((name) => name !== 'rear.effectiveAreaCm2')
    const { geometry } = withAnswer(
      { geometry: begun.geometry, guesses: known },
      { figure: 'designLoadN', front: 6000, rear: 9000 },
    )
    expect(geometry.corners.RL.effectiveAreaCm2).toBe(begun.geometry.corners.RL.effectiveAreaCm2)
  })
})
