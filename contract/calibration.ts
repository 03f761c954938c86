import { CALIBRATION_FAULTS } from '@anklet/core/measuring/calibration'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, heightMm, nullable, oneOf } from './quantities.ts'

const raw = Type.Number({
  minimum: -1e6,
  maximum: 1e6,
  description: 'What the sensor gives, in its own unit',
})
const limit = (maximum: number, description: string) =>
  Type.Optional(Type.Number({ minimum: 0, maximum, description }))

export const SensorCalibrationRequest = closed({
  points: Type.Array(
    closed(
      { heightMm, raw, direction: Type.Optional(nullable(oneOf('up', 'down'))) },
      'A level that was visited, come to from below (up) or from above',
    ),
    { minItems: 1, maxItems: 200 },
  ),
  rawMin: raw,
  rawMax: raw,
  expectedSlopeMmPerRaw: Type.Union(
    [
      Type.Number({ exclusiveMinimum: 0, maximum: 1e5 }),
      Type.Number({ exclusiveMaximum: 0, minimum: -1e5 }),
    ],
    { description: 'Never 0' },
  ),
  slopeTolerance: limit(10, 'Share of the expected slope'),
  maxResidualMm: limit(200, 'Largest residual, mm'),
  maxHysteresisMm: limit(200, 'Rising against falling, mm'),
  nominalHeightMm: heightMm,
})
export type SensorCalibrationRequest = Static<typeof SensorCalibrationRequest>
const figure = nullable(Type.Number())
export const SensorCalibrationResponse = closed({
  slopeMmPerRaw: figure,
  offsetMm: figure,
  rmsMm: figure,
  maxResidualMm: figure,
  rawAtNominal: figure,
  hysteresisMm: figure,
  faults: Type.Array(oneOf(...CALIBRATION_FAULTS)),
})
