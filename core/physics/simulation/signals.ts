import type { Corner, PerCorner } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLE_OF, CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { Fault, Machine } from './machine.ts'

/**
 * A sensor's signal in the middle of its travel, per cent of its supply, and how much a mm of the
 * body changes it: of the stand-ins, of no maker.
 */
const MIDDLE = 50
const PER_MM = 0.2
/** Between these a signal may be true. */
const PLAUSIBLE_PER_CENT = [10, 90] as const

/**
 * Signal of a sensor whose corner stands so far over its design height, per cent of supply.
 * @param travelMm mm
 */
const signalOf = (travelMm: number): number => MIDDLE + PER_MM * travelMm
/**
 * How far over its design height a signal says the corner stands, mm; null outside what may be
 * true.
 */
export const travelOf = (perCent: number): number | null =>
  perCent < PLAUSIBLE_PER_CENT[0] || perCent > PLAUSIBLE_PER_CENT[1]
    ? null
    : (perCent - MIDDLE) / PER_MM

// What the sensor of a corner itself does, before plugs are crossed.
function ownSignal(corners: readonly Corner[], travelMm: number, faults: readonly Fault[]): number {
  let signal = signalOf(travelMm)
  for (const fault of faults) {
    if (
      fault.kind === 'sensorSupplyDead' &&
      corners.some((corner) => fault.corners.includes(corner))
    )
      signal = 0
    if (!('corner' in fault) || !corners.includes(fault.corner)) continue
    if (fault.kind === 'sensorOffset') signal += PER_MM * fault.mm
    if (fault.kind === 'sensorGain') signal = MIDDLE + (signal - MIDDLE) * fault.factor
    if (fault.kind === 'sensorLoose') signal = MIDDLE
    if (fault.kind === 'sensorOpen') signal = 100
    if (fault.kind === 'sensorShort') signal = 0
  }
  return Math.min(100, Math.max(0, signal))
}

/**
 * The sensors' signals as they reach the module, per cent of supply; null where an axle has no
 * sensor. A single one on an axle sees the mean of both sides.
 */
export function sensorSignals(
  machine: Machine,
  travelMm: ArrayLike<number>,
  faults: readonly Fault[],
): PerCorner<number | null> {
  const counts = machine.architecture.sensors
  const at = (corner: Corner): number => {
    const axle = AXLE_OF[corner]
    const [left, right] = AXLE_CORNERS[axle].map((each) => travelMm[CORNERS.indexOf(each)]!) as [
      number,
      number,
    ]
    return counts[axle] === 'one'
      ? ownSignal(AXLE_CORNERS[axle], (left + right) / 2, faults)
      : ownSignal([corner], travelMm[CORNERS.indexOf(corner)]!, faults)
  }
  const plugged = perCorner((corner) =>
    faults.reduce<Corner>(
      (from, fault) =>
        fault.kind !== 'crossedSensors' || !fault.corners.includes(from)
          ? from
          : from === fault.corners[0]
            ? fault.corners[1]
            : fault.corners[0],
      corner,
    ),
  )
  // The one sensor of an axle is the left one's plug.
  return perCorner((corner) => {
    const axle = AXLE_OF[corner]
    return counts[axle] === 'none'
      ? null
      : at(counts[axle] === 'one' ? AXLE_CORNERS[axle][0] : plugged[corner])
  })
}

/**
 * How far over its level the module takes each corner to stand, mm; null: no plausible signal.
 * @param trimMm what calibration taught it.
 * @param levelMm the level over design height.
 */
export function heightsSeen(
  machine: Machine,
  travelMm: ArrayLike<number>,
  levelMm: number,
  trimMm: PerCorner<number>,
  faults: readonly Fault[],
): PerCorner<number | null> {
  const signals = sensorSignals(machine, travelMm, faults)
  const taught = faults.reduce(
    (sum, fault) => (fault.kind === 'wrongCalibration' ? sum + fault.mm : sum),
    0,
  )
  return perCorner((corner) => {
    const signal = signals[corner]
    const travel = signal === null ? null : travelOf(signal)
    return travel === null ? null : travel - levelMm + trimMm[corner] + taught
  })
}
