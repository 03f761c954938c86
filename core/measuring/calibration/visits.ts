import { meanOf } from '../../base/numbers/index.ts'
import type { Architecture, Axle, Corner, Level, PerCorner } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { CalibrationFit, CalibrationPoint } from './fit.ts'
import { fitSensor } from './fit.ts'

/**
 * A level that was visited: the tape around the walk, and what the module said there, mm. `up`:
 * come to from below.
 */
export interface LevelVisit {
  readonly levelId: string
  readonly direction: 'up' | 'down' | null
  readonly tapeMm: PerCorner<number>
  /** null: no sensor here, or none it believes. */
  readonly reportedMm: PerCorner<number | null>
}

/**
 * A height sensor: of a corner, or the single one of an axle, which sees the mean of both sides.
 */
export interface HeightSensor {
  readonly id: Corner | Axle
  readonly axle: Axle
  readonly corners: readonly Corner[]
}

/** What a level's visit is asked for. */
export interface VisitStop {
  readonly level: Level
  readonly direction: LevelVisit['direction']
}

/** The height sensors a vehicle has. */
export const sensorsOf = ({ sensors }: Pick<Architecture, 'sensors'>): readonly HeightSensor[] =>
  (['front', 'rear'] as const).flatMap((axle): readonly HeightSensor[] =>
    sensors[axle] === 'none'
      ? []
      : sensors[axle] === 'one'
        ? [{ id: axle, axle, corners: AXLE_CORNERS[axle] }]
        : AXLE_CORNERS[axle].map((corner) => ({ id: corner, axle, corners: [corner] })),
  )

/** Every level from the lowest up and down again, so that a link's play shows. */
export function stopsOf({ levels }: Pick<Architecture, 'levels'>): readonly VisitStop[] {
  const rising = [...levels].sort((a, b) => a.offsetMm - b.offsetMm)
  return [
    ...rising.map((level, i): VisitStop => ({ level, direction: i === 0 ? null : 'up' })),
    ...rising
      .slice(0, -1)
      .reverse()
      .map((level): VisitStop => ({ level, direction: 'down' })),
  ]
}

/** Height the tape found where a sensor sees: its corner's, or the mean of both sides, mm. */
export const tapeAt = ({ corners }: HeightSensor, tapeMm: PerCorner<number>): number =>
  corners.reduce((sum, corner) => sum + tapeMm[corner], 0) / corners.length
/** What a sensor said, mm; null: nothing it believes. */
export const reportAt = (
  { corners }: HeightSensor,
  reportedMm: PerCorner<number | null>,
): number | null => corners.map((corner) => reportedMm[corner]).find((mm) => mm !== null) ?? null

const pointsOf = (
  sensor: HeightSensor,
  visits: readonly LevelVisit[],
): readonly CalibrationPoint[] =>
  visits.flatMap(({ tapeMm, reportedMm, direction }) => {
    const raw = reportAt(sensor, reportedMm)
    return raw === null ? [] : [{ heightMm: tapeAt(sensor, tapeMm), raw, direction }]
  })

/** Heights a module may plausibly report, mm. */
export interface Plausible {
  readonly leastMm: number
  readonly mostMm: number
}
/** A sensor's line through its levels; null: it said nothing anywhere. */
export interface SensorLine {
  readonly sensor: HeightSensor
  readonly fit: CalibrationFit | null
}

// What a module reports is a height already: a mm of the tape is a mm of it.
const fitOf = (
  points: readonly CalibrationPoint[],
  { leastMm, mostMm }: Plausible,
  nominalHeightMm: number,
): CalibrationFit | null => {
  if (points.length === 0) return null
  const answer = fitSensor({
    points,
    rawMin: leastMm,
    rawMax: mostMm,
    expectedSlopeMmPerRaw: 1,
    nominalHeightMm,
  })
  return answer.ok ? answer.value : null
}

/**
 * A line through the levels of each sensor of a vehicle.
 * @param designMm height each corner is made to stand at, mm
 */
export const fitVisits = (
  sensors: readonly HeightSensor[],
  visits: readonly LevelVisit[],
  designMm: PerCorner<number>,
  plausible: Plausible,
): readonly SensorLine[] =>
  sensors.map((sensor) => ({
    sensor,
    fit: fitOf(pointsOf(sensor, visits), plausible, tapeAt(sensor, designMm)),
  }))

/** A difference of the sides at least so large tells which plug is whose, mm. */
const SIDES_MM = 6
/** Crosswise must explain what straight leaves open at least so well. */
const BETTER = 0.5

/**
 * Axles whose two sensors fit the tape of the other side better than that of their own: plugs or
 * sensors crossed.
 */
export function crossedAxles(
  sensors: readonly HeightSensor[],
  visits: readonly LevelVisit[],
): readonly Axle[] {
  return (['front', 'rear'] as const).filter((axle) => {
    const [left, right] = AXLE_CORNERS[axle]
    if (sensors.filter((sensor) => sensor.axle === axle).length < 2) return false
    const both = visits.flatMap(({ tapeMm, reportedMm }) => {
      const [l, r] = [reportedMm[left], reportedMm[right]]
      return l === null || r === null ? [] : [{ tape: tapeMm[left] - tapeMm[right], said: l - r }]
    })
    const telling = both.filter(({ tape }) => Math.abs(tape) >= SIDES_MM)
    if (telling.length === 0) return false
    const off = (sign: 1 | -1): number =>
      Math.sqrt(
        telling.reduce((sum, { tape, said }) => sum + (said - sign * tape) ** 2, 0) /
          telling.length,
      )
    return off(-1) < BETTER * off(1) && off(-1) < SIDES_MM
  })
}

/** What to type into a module for one sensor, mm. */
export interface ToType {
  readonly sensor: HeightSensor
  readonly measuredMm: number
  readonly reportedMm: number | null
  /** Measured less reported; null where it reports nothing. */
  readonly typeMm: number | null
  /** Half of left minus right that a single sensor cannot take out; null for a corner's own. */
  readonly halfDifferenceMm: number | null
}

/**
 * Measured less reported for each sensor; a single one gets the mean of its axle, and what is left
 * between the sides has a mechanical cause.
 */
export const toType = (
  sensors: readonly HeightSensor[],
  { tapeMm, reportedMm }: Pick<LevelVisit, 'tapeMm' | 'reportedMm'>,
): readonly ToType[] =>
  sensors.map((sensor) => {
    const [measuredMm, said] = [tapeAt(sensor, tapeMm), reportAt(sensor, reportedMm)]
    const [left, right] = AXLE_CORNERS[sensor.axle]
    return {
      sensor,
      measuredMm,
      reportedMm: said,
      typeMm: said === null ? null : measuredMm - said,
      halfDifferenceMm: sensor.corners.length === 1 ? null : (tapeMm[left] - tapeMm[right]) / 2,
    }
  })

/**
 * How far each corner stands over its level now, by the tape of a visit: what a module that is
 * taught takes its sensors to mean, mm.
 * A car never comes back to quite where it stood: what its sensors say it moved since is added.
 * @param levelMm height of the level at each corner, mm. @param nowMm what the module reports now,
 * mm; null: nothing.
 */
export const taughtMm = (
  { tapeMm, reportedMm }: Pick<LevelVisit, 'tapeMm' | 'reportedMm'>,
  levelMm: PerCorner<number>,
  nowMm: PerCorner<number | null>,
): PerCorner<number> =>
  perCorner((corner) => {
    const [then, now] = [reportedMm[corner], nowMm[corner]]
    return tapeMm[corner] - levelMm[corner] + (then === null || now === null ? 0 : now - then)
  })

/**
 * How far and which way a sensor's body is moved in its slots, mm.
 * @param armRatio its movement for a mm of the car.
 * @returns positive: the way that makes it report higher
 */
export const moveInSlotMm = (measuredMm: number, reportedMm: number, armRatio: number): number =>
  (measuredMm - reportedMm) * armRatio

/** So far under its height, so even, and sensors so near to the tape: done on purpose, mm. */
const LOWERED_MM = 8
const EVEN_MM = 6
/** Tape and sensor agree within so much, mm: of ours, where no sheet says. */
export const AGREE_MM = 5

/**
 * Lowered on purpose: evenly low all round, and the sensors agree with the tape. How far, mm;
 * null: it is not.
 * @param levelMm height each corner should stand at on this level, mm
 */
export function loweredMm(
  sensors: readonly HeightSensor[],
  { tapeMm, reportedMm }: Pick<LevelVisit, 'tapeMm' | 'reportedMm'>,
  levelMm: PerCorner<number>,
): number | null {
  const low = CORNERS.map((corner) => levelMm[corner] - tapeMm[corner])
  const agree =
    sensors.length > 0 &&
    sensors.every((sensor) => {
      const said = reportAt(sensor, reportedMm)
      return said !== null && Math.abs(tapeAt(sensor, tapeMm) - said) <= AGREE_MM
    })
  return agree && Math.min(...low) >= LOWERED_MM && Math.max(...low) - Math.min(...low) <= EVEN_MM
    ? meanOf(low)
    : null
}

/** How far tape and sensor lie apart, mm; null: it says nothing. */
export interface Agreement {
  readonly sensor: HeightSensor
  readonly apartMm: number | null
  readonly agrees: boolean
}
/** Each sensor against a fresh round, mm. */
export const agreements = (
  sensors: readonly HeightSensor[],
  round: Pick<LevelVisit, 'tapeMm' | 'reportedMm'>,
): readonly Agreement[] =>
  toType(sensors, round).map(({ sensor, typeMm }) => ({
    sensor,
    apartMm: typeMm,
    agrees: typeMm !== null && Math.abs(typeMm) <= AGREE_MM,
  }))
