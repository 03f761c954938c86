// Coefficients of Acklam's rational approximation to the inverse normal distribution (P. J. Acklam,
// 2003): relative error below 1.2e-9.
const A = [
  -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
  2.506628277459239,
] as const
const B = [
  -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572,
  1,
] as const
const C = [
  -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
  4.374664141464968, 2.938163982698783,
] as const
const D = [
  0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1,
] as const
const TAIL = 0.02425

const polynomial = (coefficients: readonly number[], x: number): number =>
  coefficients.reduce((sum, coefficient) => sum * x + coefficient, 0)

/**
 * The value below which a standard normal variable lies with a probability.
 * @param probability more than 0 and less than 1; at 0 and 1 minus and plus infinity, NaN beyond.
 */
export function normalQuantile(probability: number): number {
  if (probability <= 0 || probability >= 1)
    return probability === 0
      ? Number.NEGATIVE_INFINITY
      : probability === 1
        ? Number.POSITIVE_INFINITY
        : Number.NaN
  if (probability > 0.5) return -normalQuantile(1 - probability)
  if (probability < TAIL) {
    const q = Math.sqrt(-2 * Math.log(probability))
    return polynomial(C, q) / polynomial(D, q)
  }
  const q = probability - 0.5
  return (q * polynomial(A, q * q)) / polynomial(B, q * q)
}
