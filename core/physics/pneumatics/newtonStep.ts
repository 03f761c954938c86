import type { Rig } from './rig.ts'

/**
 * Added to the body's stiffness, relative to its largest term: keeps a body on empty springs
 * solvable without slowing others.
 */
const REGULARISATION = 1e-10

// Working arrays of the routine below, made once. They may be shared by all calls, because it calls
// nothing that could come back to it before it returns.
const reduced = new Float64Array(9)
const right = new Float64Array(3)
const coupling = new Float64Array(12)
const inverse = new Float64Array(3)

/**
 * Newton step for the body's rest: solves the 7 x 7 system by eliminating the tyres axle by axle
 * (2 x 2 blocks, joined by the
 * anti-roll bar), then the 3 x 3 system for heave, pitch and roll.
 *
 * Legend: K spring rates of an axle with its anti-roll bar, M = K + tyre rates, J = (1, x, y), g
 * gradient.
 * @param rate spring rate of each corner, N/mm.
 * @param gradient the energy's gradient, N.
 * @param step filled with the step, mm.
 */
export function newtonStep(
  rig: Rig,
  rate: Float64Array,
  gradient: Float64Array,
  step: Float64Array,
): void {
  reduced.fill(0)
  for (let k = 0; k < 3; k += 1) right[k] = -gradient[4 + k]!
  for (let axle = 0; axle < 2; axle += 1) eliminateAxle(rig, axle, rate, gradient, step)
  const largest = Math.max(reduced[0]!, reduced[4]!, reduced[8]!, 1e-3)
  for (let k = 0; k < 3; k += 1) reduced[4 * k]! += REGULARISATION * largest
  solveSymmetric3(reduced, right, step)
  for (let i = 0; i < 4; i += 1) {
    for (let k = 0; k < 3; k += 1) step[i]! += coupling[3 * i + k]! * step[4 + k]!
  }
}

// Leaves -M^-1 g in the axle's part of `step`, M^-1 K J in `coupling`, and adds the axle to the
// reduced system.
function eliminateAxle(
  rig: Rig,
  axle: number,
  rate: Float64Array,
  gradient: Float64Array,
  step: Float64Array,
): void {
  const left = 2 * axle
  const bar = rig.antiRoll[axle]!
  const k0 = rate[left]! + bar
  const k1 = rate[left + 1]! + bar
  const m0 = k0 + rig.tyreRate[left]!
  const m1 = k1 + rig.tyreRate[left + 1]!
  const determinant = m0 * m1 - bar * bar
  inverse[0] = m1 / determinant
  inverse[1] = bar / determinant
  inverse[2] = m0 / determinant
  step[left] = -(inverse[0] * gradient[left]! + inverse[1] * gradient[left + 1]!)
  step[left + 1] = -(inverse[1] * gradient[left]! + inverse[2] * gradient[left + 1]!)
  for (let k = 0; k < 3; k += 1) {
    const j0 = jacobian(rig, left, k)
    const j1 = jacobian(rig, left + 1, k)
    const f0 = k0 * j0 - bar * j1
    const f1 = k1 * j1 - bar * j0
    const c0 = inverse[0] * f0 + inverse[1] * f1
    const c1 = inverse[1] * f0 + inverse[2] * f1
    coupling[3 * left + k] = c0
    coupling[3 * left + 3 + k] = c1
    // right side: -g_q + (K J)' (M^-1 g applied), with step = -M^-1 g already at hand
    right[k]! += f0 * step[left] + f1 * step[left + 1]!
    // J' K (J - M^-1 K J): springs and tyres in series
    for (let l = 0; l <= k; l += 1) {
      const l0 = jacobian(rig, left, l)
      const l1 = jacobian(rig, left + 1, l)
      const g0 = k0 * l0 - bar * l1
      const g1 = k1 * l1 - bar * l0
      reduced[3 * k + l]! += g0 * (j0 - c0) + g1 * (j1 - c1)
    }
  }
}

const jacobian = (rig: Rig, corner: number, k: number): number =>
  k === 0 ? 1 : k === 1 ? rig.x[corner]! : rig.y[corner]!

// Cholesky on the lower triangle of a 3 x 3 matrix; the answer goes to step[4..6].
function solveSymmetric3(a: Float64Array, b: Float64Array, step: Float64Array): void {
  const l00 = Math.sqrt(a[0]!)
  const l10 = a[3]! / l00
  const l20 = a[6]! / l00
  const l11 = Math.sqrt(Math.max(a[4]! - l10 * l10, REGULARISATION * a[4]!))
  const l21 = (a[7]! - l20 * l10) / l11
  const l22 = Math.sqrt(Math.max(a[8]! - l20 * l20 - l21 * l21, REGULARISATION * a[8]!))
  const y0 = b[0]! / l00
  const y1 = (b[1]! - l10 * y0) / l11
  const y2 = (b[2]! - l20 * y0 - l21 * y1) / l22
  step[6] = y2 / l22
  step[5] = (y1 - l21 * step[6]) / l11
  step[4] = (y0 - l10 * step[5] - l20 * step[6]) / l00
}
