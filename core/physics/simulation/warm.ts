/**
 * Temperature of a pump after a while, degC: it gains heat at a steady rate and loses it to the day with
 * one time constant. Exact while both stay as they are.
 */
export function warmedC(
  fromC: number,
  seconds: number,
  dayC: number,
  heatKPerS: number,
  coolS: number,
): number {
  const settledC = dayC + heatKPerS * coolS
  return settledC + (fromC - settledC) * Math.exp(-seconds / coolS)
}
