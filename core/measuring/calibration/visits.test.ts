import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { LevelVisit } from './index.ts'
import {
  agreements,
  crossedAxles,
  fitVisits,
  loweredMm,
  moveInSlotMm,
  sensorsOf,
  stopsOf,
  taughtMm,
  toType,
} from './index.ts'

const EACH = sensorsOf({ sensors: { front: 'each', rear: 'each' } })
const ONE = sensorsOf({ sensors: { front: 'each', rear: 'one' } })
const DESIGN: PerCorner<number> = { FL: 470, FR: 470, RL: 480, RR: 480 }
const PLAUSIBLE = { leastMm: 100, mostMm: 900 }
const all = (mm: number): PerCorner<number> => mapCorners(DESIGN, (design) => design + mm)
const visit = (
  tapeMm: PerCorner<number>,
  reportedMm: PerCorner<number | null>,
  direction: LevelVisit['direction'] = null,
): LevelVisit => ({ levelId: 'road', direction, tapeMm, reportedMm })
const levels = (said: (tape: PerCorner<number>) => PerCorner<number | null>): LevelVisit[] =>
  [-40, 0, 30].map((mm) => visit(all(mm), said(all(mm))))

test('levels are visited rising and falling, and each sensor is named once', () => {
  expect(
    stopsOf(
      sampleArchitecture({
        levels: [
          { id: 'road', offsetMm: 0 },
          { id: 'high', offsetMm: 30 },
          { id: 'low', offsetMm: -40 },
        ],
      }),
    ).map(({ level, direction }) => `${level.id} ${String(direction)}`),
  ).toEqual(['low null', 'road up', 'high up', 'road down', 'low down'])
  expect(
    [EACH, ONE, sensorsOf({ sensors: { front: 'none', rear: 'one' } })].map((sensors) =>
      sensors.map(({ id }) => id),
    ),
  ).toEqual([['FL', 'FR', 'RL', 'RR'], ['FL', 'FR', 'rear'], ['rear']])
})

describe('a line for each sensor', () => {
  test('whose report is off by a constant has no fault; whose arm is bent, reversed or loose has', () => {
    const lines = fitVisits(
      EACH,
      levels((tape) => ({
        FL: tape.FL - 12,
        FR: 2 * DESIGN.FR - tape.FR,
        RL: DESIGN.RL + 0.7 * (tape.RL - DESIGN.RL),
        RR: 480,
      })),
      DESIGN,
      PLAUSIBLE,
    )
    expect(lines.map(({ sensor, fit }) => [sensor.id, fit?.faults])).toEqual([
      ['FL', []],
      ['FR', ['reversed']],
      ['RL', ['slope']],
      ['RR', ['stuck']],
    ])
    expect(lines[0]!.fit).toMatchObject({
      slopeMmPerRaw: expect.closeTo(1, 9) as number,
      offsetMm: expect.closeTo(12, 9) as number,
    })
  })
  test('nothing said is no line, and one level too few', () => {
    expect(
      fitVisits(
        EACH,
        levels((tape) => ({ ...tape, FL: null })),
        DESIGN,
        PLAUSIBLE,
      )[0]!.fit,
    ).toBeNull()
    expect(
      fitVisits(EACH, levels((tape) => tape).slice(0, 2), DESIGN, PLAUSIBLE)[1]!.fit!.faults,
    ).toEqual(['tooFewPoints'])
  })
  test('a single sensor is held against the mean of both sides', () => {
    const tape = { FL: 470, FR: 470, RL: 470, RR: 490 }
    expect(
      fitVisits(
        ONE,
        [-40, 0, 30].map((mm) =>
          visit(
            mapCorners(tape, (at) => at + mm),
            { FL: 470 + mm, FR: 470 + mm, RL: 480 + mm, RR: 480 + mm },
          ),
        ),
        DESIGN,
        PLAUSIBLE,
      ).at(-1)!.fit,
    ).toMatchObject({ rmsMm: expect.closeTo(0, 9) as number, faults: [] })
    expect(
      toType(ONE, visit(tape, { FL: 468, FR: 471, RL: 477, RR: 477 })).map(
        ({ sensor, typeMm, halfDifferenceMm }) => [sensor.id, typeMm, halfDifferenceMm],
      ),
    ).toEqual([
      ['FL', 2, null],
      ['FR', -1, null],
      ['rear', 3, -10],
    ])
  })
})

describe('sides that are crossed', () => {
  const leaning = [-40, 0, 30].map((mm) => ({ ...all(mm), RL: 470 + mm, RR: 488 + mm }))
  test('fit better the other way round, and are named by their axle', () => {
    expect(
      crossedAxles(
        EACH,
        leaning.map((tape) => visit(tape, { ...tape, RL: tape.RR, RR: tape.RL })),
      ),
    ).toEqual(['rear'])
    expect(
      crossedAxles(
        EACH,
        leaning.map((tape) => visit(tape, { ...tape, RL: tape.RR - 3, RR: tape.RL - 3 })),
      ),
    ).toEqual(['rear'])
  })
  test('are not suspected where they agree, where both sides are alike, or where one alone is off', () => {
    for (const said of [
      (tape: PerCorner<number>) => tape,
      (tape: PerCorner<number>) => ({ ...tape, RL: tape.RL + 18 }),
      (tape: PerCorner<number>) => ({ ...tape, RL: null }),
    ])
      expect(
        crossedAxles(
          EACH,
          leaning.map((tape) => visit(tape, said(tape))),
        ),
      ).toEqual([])
    expect(
      crossedAxles(
        EACH,
        levels((tape) => ({ ...tape, RL: tape.RL + 4, RR: tape.RR - 4 })),
      ),
    ).toEqual([])
    expect(
      crossedAxles(
        ONE,
        leaning.map((tape) => visit(tape, { ...tape, RL: 479, RR: 479 })),
      ),
    ).toEqual([])
  })
})

describe('lowered on purpose', () => {
  test('is even, and the sensors agree', () =>
    expect(
      loweredMm(
        EACH,
        visit(
          all(-24),
          mapCorners(all(-24), (mm) => mm + 2),
        ),
        DESIGN,
      ),
    ).toBeCloseTo(24))
  test.each([
    ['uneven', visit({ ...all(-24), FL: 430 }, { ...all(-24), FL: 430 })],
    ['not what the sensors say', visit(all(-24), all(0))],
    ['hardly low', visit(all(-5), all(-5))],
    ['no word from one', visit(all(-24), { ...all(-24), RR: null })],
  ])('is not: %s', (_name, at) => expect(loweredMm(EACH, at, DESIGN)).toBeNull())
  test('a car without sensors is no such car', () =>
    expect(
      loweredMm(
        [],
        visit(
          all(-24),
          perCorner(() => null),
        ),
        DESIGN,
      ),
    ).toBeNull())
})

test('teaching takes the tape for what it is, and a fresh round shows whether it took', () => {
  expect(
    taughtMm(visit(all(-3), { ...all(0), RR: null }), all(0), {
      ...all(0),
      FL: DESIGN.FL + 4,
      RL: null,
    }),
  ).toEqual({ FL: 1, FR: -3, RL: -3, RR: -3 })
  expect(
    agreements(EACH, visit(all(0), { FL: 475, FR: 464, RL: 480, RR: null })).map(
      ({ apartMm, agrees }) => [apartMm, agrees],
    ),
  ).toEqual([
    [-5, true],
    [6, false],
    [0, true],
    [null, false],
  ])
})
test('a body in slots moves by the arm’s ratio, the way that cures what it says', () => {
  expect(moveInSlotMm(470, 460, 0.3)).toBeCloseTo(3)
  expect(moveInSlotMm(450, 460, 0.3)).toBeCloseTo(-3)
})
