import { fitLine, meanOf } from '../../base/numbers/index.ts'
import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'

/** A level that was visited: the tape, and what the sensor gave there. `up`: come to from below. */
export interface CalibrationPoint {
  readonly heightMm: number
  readonly raw: number
  readonly direction?: 'up' | 'down' | null | undefined
}

/** What a sensor is fitted from, in whatever unit it gives: volt, per cent, counts. */
export interface CalibrationRequest {
  readonly points: readonly CalibrationPoint[]
  /** Plausible output. */
  readonly rawMin: number
  readonly rawMax: number
  readonly expectedSlopeMmPerRaw: number
  /** Of the slope's size, as a share of the expected one. */
  readonly slopeTolerance?: number | undefined
  readonly maxResidualMm?: number | undefined
  readonly maxHysteresisMm?: number | undefined
  readonly nominalHeightMm: number
}

/** What is wrong with a sensor or its link. */
export const CALIBRATION_FAULTS = [
  'reversed',
  'slope',
  'nonlinear',
  'hysteresis',
  'range',
  'tooFewPoints',
  'stuck',
] as const
export type CalibrationFault = (typeof CALIBRATION_FAULTS)[number]

/** A straight line through a sensor's levels. Every figure is null where no line can be drawn. */
export interface CalibrationFit {
  readonly slopeMmPerRaw: number | null
  readonly offsetMm: number | null
  readonly rmsMm: number | null
  readonly maxResidualMm: number | null
  /** What it would give at the nominal height; null on a line without slope. */
  readonly rawAtNominal: number | null
  /** Rising against falling, mm; null without both. */
  readonly hysteresisMm: number | null
  readonly faults: readonly CalibrationFault[]
}

/** Why nothing can be fitted. */
export type CalibrationRefusal = {
  readonly code: 'rawRangeTurned'
  readonly rawMin: number
  readonly rawMax: number
}

const SLOPE_TOLERANCE = 0.15
const RESIDUAL_MM = 3
const HYSTERESIS_MM = 4
const LEAST_HEIGHTS = 3

function hysteresisOf(
  points: readonly CalibrationPoint[],
  residuals: readonly number[],
): number | null {
  const of = (direction: 'up' | 'down'): readonly number[] =>
    residuals.filter((_, i) => points[i]!.direction === direction)
  const [up, down] = [of('up'), of('down')]
  return up.length === 0 || down.length === 0 ? null : Math.abs(meanOf(up) - meanOf(down))
}

/**
 * Fits `heightMm = offset + slope * raw` by least squares, and names what is wrong with sensor or
 * link.
 */
export function fitSensor({
  points,
  rawMin,
  rawMax,
  expectedSlopeMmPerRaw,
  slopeTolerance = SLOPE_TOLERANCE,
  maxResidualMm = RESIDUAL_MM,
  maxHysteresisMm = HYSTERESIS_MM,
  nominalHeightMm,
}: CalibrationRequest): Result<CalibrationFit, CalibrationRefusal> {
  if (rawMin >= rawMax) return refuse({ code: 'rawRangeTurned', rawMin, rawMax })
  const heights = new Set(points.map(({ heightMm }) => heightMm)).size
  const outside = (raw: number): boolean => raw < rawMin || raw > rawMax
  const fewer: readonly CalibrationFault[] = heights < LEAST_HEIGHTS ? ['tooFewPoints'] : []
  const line = fitLine(
    points.map(({ raw }) => raw),
    points.map(({ heightMm }) => heightMm),
  )
  if (!line) {
    const faults: readonly CalibrationFault[] = [
      ...(heights >= 2 ? ['stuck' as const] : []),
      ...fewer,
      ...(points.some(({ raw }) => outside(raw)) ? ['range' as const] : []),
    ]
    return ok({
      slopeMmPerRaw: null,
      offsetMm: null,
      rmsMm: null,
      maxResidualMm: null,
      rawAtNominal: null,
      hysteresisMm: null,
      faults,
    })
  }
  const { slope, residuals } = line
  const offset = line.meanY - slope * line.meanX
  const largest = Math.max(...residuals.map(Math.abs))
  const hysteresisMm = hysteresisOf(points, residuals)
  const rawAtNominal = slope === 0 ? null : (nominalHeightMm - offset) / slope
  const faults: readonly CalibrationFault[] = [
    ...(slope * expectedSlopeMmPerRaw < 0 ? ['reversed' as const] : []),
    ...(Math.abs(Math.abs(slope) / Math.abs(expectedSlopeMmPerRaw) - 1) > slopeTolerance
      ? ['slope' as const]
      : []),
    ...(largest > maxResidualMm ? ['nonlinear' as const] : []),
    ...(hysteresisMm !== null && hysteresisMm > maxHysteresisMm ? ['hysteresis' as const] : []),
    ...(points.some(({ raw }) => outside(raw)) || (rawAtNominal !== null && outside(rawAtNominal))
      ? ['range' as const]
      : []),
    ...fewer,
  ]
  return ok({
    slopeMmPerRaw: slope,
    offsetMm: offset,
    rmsMm: Math.sqrt(meanOf(residuals.map((r) => r * r))),
    maxResidualMm: largest,
    rawAtNominal,
    hysteresisMm,
    faults,
  })
}
