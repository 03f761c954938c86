/** Standard gravity, m/s2: the weight of a kilogram, N. */
export const GRAVITY = 9.80665

/**
 * Sprung load at each wheel of an axle from a pair of scales.
 * @param leftKg, rightKg what the scales show under the two wheels, kg. @param unsprungKg wheel,
 * hub and brake of one side, kg.
 * @returns N, left and right.
 */
export const loadsFromScalesN = (
  leftKg: number,
  rightKg: number,
  unsprungKg: number,
): readonly [number, number] => [(leftKg - unsprungKg) * GRAVITY, (rightKg - unsprungKg) * GRAVITY]

/**
 * Area the pressure acts on, from a pressure read at standing height and the load there.
 * @param coilForceN what a coil beside it carries at the wheel, N.
 * @returns cm2; null where the figures leave no load for the air or no pressure to carry it.
 */
export function areaFromPressureCm2(
  pressureBarG: number,
  loadN: number,
  motionRatio: number,
  coilForceN = 0,
): number | null {
  const airN = loadN - coilForceN
  return airN > 0 && pressureBarG > 0 && motionRatio > 0
    ? airN / (motionRatio * pressureBarG * 10)
    : null
}

/**
 * Motion ratio from two heights: how far the spring's length changed against how far the wheel
 * moved.
 * @returns null where the wheel did not move enough to tell (10 mm).
 */
export function motionRatioFrom(
  wheelMm: readonly [number, number],
  springMm: readonly [number, number],
): number | null {
  const wheel = wheelMm[1] - wheelMm[0]
  return Math.abs(wheel) < 10 ? null : Math.abs((springMm[1] - springMm[0]) / wheel)
}
