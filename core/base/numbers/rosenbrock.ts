/** A stiff initial value problem: fills `out` with dy/dt. */
export type Slope = (t: number, y: Float64Array, out: Float64Array) => void

/** How finely a stiff problem is stepped. */
export interface StiffOptions {
  /** Largest error of one step in any component, in the unit of y. */
  readonly tolerance: number
  /** First step tried, in the unit of t. */
  readonly firstStep: number
  /** Called after each accepted step; `false` ends the run. The array is reused. */
  readonly onStep?: (t: number, y: Float64Array) => boolean
}

/** How a run ended, and where. */
export interface StiffEnd {
  readonly outcome: 'reachedEnd' | 'stopped' | 'maxSteps'
  readonly t: number
  readonly steps: number
}

const MAX_STEPS = 50_000
const D = 1 / (2 + Math.SQRT2)
const E32 = 6 + Math.SQRT2
const GROWTH = 4
const SAFETY = 0.8

/**
 * Integrates a small stiff system from `from` to `to`, changing `y` in place.
 *
 * Method: the modified Rosenbrock pair of order 2(3) of Shampine and Reichelt, "The MATLAB ODE
 * Suite", SIAM J. Sci. Comput. 18
 * (1997), section 2.3, doi 10.1137/S1064827594276424. L-stable, so an empty spring that follows
 * the atmosphere within seconds
 * does not hold up a night; Jacobian by forward differences.
 */
export function integrateStiff(
  slope: Slope,
  y: Float64Array,
  from: number,
  to: number,
  options: StiffOptions,
): StiffEnd {
  const method = createStepper(slope, y.length)
  let t = from
  let h = Math.min(options.firstStep, to - from)
  const trial = new Float64Array(y.length)
  for (let steps = 0; steps < MAX_STEPS; steps += 1) {
    if (t >= to) return { outcome: 'reachedEnd', t, steps }
    const last = t + h >= to
    const size = last ? to - t : h
    const error = method.step(t, y, size, trial)
    if (error <= options.tolerance) {
      t = last ? to : t + size
      y.set(trial)
      method.accepted()
      if (options.onStep && !options.onStep(t, y)) return { outcome: 'stopped', t, steps }
    }
    const factor = SAFETY * Math.cbrt(options.tolerance / Math.max(error, 1e-300))
    h = size * Math.min(GROWTH, Math.max(0.1, Number.isFinite(factor) ? factor : 0.1))
  }
  return { outcome: 'maxSteps', t, steps: MAX_STEPS }
}

interface Stepper {
  /** Tries a step of size h into `out` and returns the estimated error. */
  step(t: number, y: Float64Array, h: number, out: Float64Array): number
  /** Tells that the last step was taken: slope and Jacobian are renewed at its end. */
  accepted(): void
}

function createStepper(slope: Slope, n: number): Stepper {
  const make = (): Float64Array => new Float64Array(n)
  const [f0, f1, f2, k1, k2, k3, probe, rise] = [
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
    make(),
  ]
  const jacobian = new Float64Array(n * n)
  const w = new Float64Array(n * n)
  let fresh = false

  function linearise(t: number, y: Float64Array, h: number): void {
    slope(t, y, f0)
    for (let j = 0; j < n; j += 1) {
      const nudge = 1e-6 * Math.max(1, Math.abs(y[j]!))
      probe.set(y)
      probe[j]! += nudge
      slope(t, probe, f1)
      for (let i = 0; i < n; i += 1) jacobian[i * n + j] = (f1[i]! - f0[i]!) / nudge
    }
    const later = 1e-3 * h
    slope(t + later, y, f1)
    for (let i = 0; i < n; i += 1) rise[i] = (f1[i]! - f0[i]!) / later
    fresh = true
  }

  function step(t: number, y: Float64Array, h: number, out: Float64Array): number {
    if (!fresh) linearise(t, y, h)
    for (let i = 0; i < n * n; i += 1) w[i] = -h * D * jacobian[i]!
    for (let i = 0; i < n; i += 1) w[i * n + i]! += 1
    factorise(w, n)
    for (let i = 0; i < n; i += 1) k1[i] = f0[i]! + h * D * rise[i]!
    substitute(w, n, k1)
    for (let i = 0; i < n; i += 1) probe[i] = y[i]! + 0.5 * h * k1[i]!
    slope(t + 0.5 * h, probe, f1)
    for (let i = 0; i < n; i += 1) k2[i] = f1[i]! - k1[i]!
    substitute(w, n, k2)
    for (let i = 0; i < n; i += 1) {
      k2[i]! += k1[i]!
      out[i] = y[i]! + h * k2[i]!
    }
    slope(t + h, out, f2)
    for (let i = 0; i < n; i += 1)
      k3[i] = f2[i]! - E32 * (k2[i]! - f1[i]!) - 2 * (k1[i]! - f0[i]!) + h * D * rise[i]!
    substitute(w, n, k3)
    let error = 0
    for (let i = 0; i < n; i += 1)
      error = Math.max(error, Math.abs((h / 6) * (k1[i]! - 2 * k2[i]! + k3[i]!)))
    return Number.isNaN(error) ? Number.POSITIVE_INFINITY : error
  }

  return {
    step,
    accepted: () => {
      fresh = false
    },
  }
}

// LU without pivoting: I - h d J of a leak is diagonally dominant (each spring's flow hangs most on
// its own air).
function factorise(a: Float64Array, n: number): void {
  for (let k = 0; k < n; k += 1) {
    for (let i = k + 1; i < n; i += 1) {
      const share = a[i * n + k]! / a[k * n + k]!
      a[i * n + k] = share
      for (let j = k + 1; j < n; j += 1) a[i * n + j]! -= share * a[k * n + j]!
    }
  }
}

function substitute(a: Float64Array, n: number, b: Float64Array): void {
  for (let i = 1; i < n; i += 1) for (let j = 0; j < i; j += 1) b[i]! -= a[i * n + j]! * b[j]!
  for (let i = n - 1; i >= 0; i -= 1) {
    for (let j = i + 1; j < n; j += 1) b[i]! -= a[i * n + j]! * b[j]!
    b[i]! /= a[i * n + i]!
  }
}
