import { meanOf } from '../../base/numbers/index.ts'
import type { Axle, VehicleGeometry } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLES } from '../../base/vehicle/index.ts'
import { rideFrequencyHz } from './candidates.ts'
import { airRateNPerMm } from './corner.ts'

/** How an axle rides and resists roll. */
export interface AxleBalance {
  /** Of one corner, air on the road and coil together, N/mm. */
  readonly wheelRateNPerMm: number
  readonly frequencyHz: number
  /** Share of the vehicle's roll stiffness, springs and anti-roll bars together. */
  readonly rollShare: number
  /** Share of the axle's own roll stiffness that its anti-roll bar gives. */
  readonly barShare: number
}

/**
 * The balance between the axles. Roll stiffness of an axle: springs `k t^2 / 2`, its bar `r t^2`,
 * with the rates at the wheel and the
 * track t; a bar left as it is weighs less beside a stiffer spring.
 */
export function balanceOf(vehicle: VehicleGeometry): Readonly<Record<Axle, AxleBalance>> {
  const of = (axle: Axle) => {
    const corners = AXLE_CORNERS[axle]
    const mean = (value: (corner: (typeof corners)[number]) => number): number =>
      meanOf(corners.map(value))
    const wheelRateNPerMm = mean(
      (corner) => (airRateNPerMm(vehicle, corner) ?? 0) + vehicle.corners[corner].coilRateNPerMm,
    )
    const [track, bar] =
      axle === 'front'
        ? [vehicle.trackFrontMm, vehicle.antiRollFrontNPerMm]
        : [vehicle.trackRearMm, vehicle.antiRollRearNPerMm]
    const [springs, bars] = [(wheelRateNPerMm * track ** 2) / 2, bar * track ** 2]
    return {
      wheelRateNPerMm,
      frequencyHz: rideFrequencyHz(
        wheelRateNPerMm,
        mean((corner) => vehicle.corners[corner].designLoadN),
      ),
      roll: springs + bars,
      barShare: bars / (springs + bars),
    }
  }
  const all = { front: of('front'), rear: of('rear') }
  const whole = all.front.roll + all.rear.roll
  return Object.fromEntries(
    AXLES.map((axle) => {
      const { roll, ...rest } = all[axle]
      return [axle, { ...rest, rollShare: roll / whole }]
    }),
  ) as unknown as Readonly<Record<Axle, AxleBalance>>
}
