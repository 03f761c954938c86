import { kelvin, T_REF_K } from '../../base/units/index.ts'
import type { CornerState } from './cornerForce.ts'
import { cornerState } from './cornerForce.ts'
import { newtonStep } from './newtonStep.ts'
import type { Rig } from './rig.ts'

/** Largest force left unbalanced at an equilibrium, N. */
export const RESIDUAL_TOLERANCE_N = 1e-6
/**
 * Longest move of any corner in one step, mm: an empty corner off its bump stop has no rate, and a
 * full step would run away.
 */
const LONGEST_STEP_MM = 30
/** Cold starts from empty springs take some twenty steps; a warm start three. */
const MAX_STEPS = 400
const MAX_CUTS = 40
/**
 * A step this short changes no height any more; rates of 1e8 N/mm leave rounding noise above the
 * force tolerance.
 */
const NO_STEP_MM = 1e-11
const ROUNDING_RESIDUAL_N = 1e-3

/** How a solve ended. */
export interface SolveOutcome {
  readonly outcome: 'converged' | 'maxSteps' | 'notFinite'
  readonly steps: number
  /** Largest force still out of balance, N. */
  readonly residualN: number
}

/**
 * Finds the rest of a rigid body on four springs and four tyres. It keeps its last answer as the
 * next start, so a run of
 * neighbouring solves is cheap. The arrays are reused: copy what must outlive the next solve.
 */
export interface Solver {
  /** Travel of each corner from design height, mm. */
  readonly travelMm: Float64Array
  /** Load on each wheel, N. */
  readonly loadN: Float64Array
  /** Absolute pressure of each spring, bar; 0 without air. */
  readonly pressureBarA: Float64Array
  /**
   * @param airBarL amounts of air, bar-litre ANR, order FL FR RL RR.
   * @param temperatureC temperature of the air, degC.
   */
  solve(airBarL: ArrayLike<number>, temperatureC: number): SolveOutcome
}

/**
 * Unknowns and gradient of the energy: 4 tyre deflections, then heave, pitch and roll of the body,
 * all in mm.
 */
interface Work {
  readonly z: Float64Array
  readonly gradient: Float64Array
  readonly step: Float64Array
  readonly rate: Float64Array
  readonly trial: Float64Array
}

/**
 * Makes a solver for one vehicle. The rest position is the minimum of a convex energy (no spring
 * gets stronger as it extends),
 * found by Newton steps of limited length with a line search on the slope along the step.
 * Source: Nocedal and Wright, Numerical Optimization, 2nd ed. (2006), chapter 3: Newton's method,
 * the curvature condition at the end of a step.
 * @param wantedN load each corner is asked to carry (design load plus payload), N, order FL FR RL
 * RR; default: the design loads.
 * @param toleranceN largest force that may stay unbalanced, N.
 */
export function createSolver(
  rig: Rig,
  wantedN: ArrayLike<number> = rig.designLoadN,
  toleranceN: number = RESIDUAL_TOLERANCE_N,
): Solver {
  const work: Work = {
    z: new Float64Array(7),
    gradient: new Float64Array(7),
    step: new Float64Array(7),
    rate: new Float64Array(4),
    trial: new Float64Array(7),
  }
  const travelMm = new Float64Array(4)
  const loadN = new Float64Array(4)
  const pressureBarA = new Float64Array(4)
  const state: CornerState = { forceN: 0, rateNPerMm: 0, pressureBarA: 0 }
  const airNow = new Float64Array(4)

  function evaluate(z: Float64Array): void {
    for (let i = 0; i < 4; i += 1)
      travelMm[i] = z[4]! + z[5]! * rig.x[i]! + z[6]! * rig.y[i]! - z[i]!
    const { gradient, rate } = work
    gradient[4] = gradient[5] = gradient[6] = 0
    for (let i = 0; i < 4; i += 1) {
      cornerState(rig, i, travelMm[i]!, airNow[i]!, state)
      rate[i] = state.rateNPerMm
      pressureBarA[i] = state.pressureBarA
      loadN[i] = state.forceN - rig.antiRoll[i >> 1]! * (travelMm[i]! - travelMm[i ^ 1]!)
      gradient[i] = loadN[i]! - rig.designLoadN[i]! + rig.tyreRate[i]! * z[i]!
      const missing = wantedN[i]! - loadN[i]!
      gradient[4] += missing
      gradient[5] += missing * rig.x[i]!
      gradient[6] += missing * rig.y[i]!
    }
  }

  // Plain loops: these two run at every trial of every step, and array methods cost three times the
  // arithmetic.
  function slopeAlong(): number {
    let sum = 0
    for (let i = 0; i < 7; i += 1) sum += work.step[i]! * work.gradient[i]!
    return sum
  }

  function residual(): number {
    let worst = 0
    for (let i = 0; i < 7; i += 1) {
      const size = Math.abs(work.gradient[i]!)
      if (!(size <= worst)) worst = size
    }
    return worst
  }

  function limitStep(): number {
    let longest = 0
    for (let i = 0; i < 4; i += 1) {
      const body = work.step[4]! + work.step[5]! * rig.x[i]! + work.step[6]! * rig.y[i]!
      longest = Math.max(
        longest,
        Math.abs(body),
        Math.abs(work.step[i]!),
        Math.abs(body - work.step[i]!),
      )
    }
    if (longest > LONGEST_STEP_MM)
      for (let i = 0; i < 7; i += 1) work.step[i]! *= LONGEST_STEP_MM / longest
    return longest
  }

  function moveTo(share: number): number {
    for (let i = 0; i < 7; i += 1) work.trial[i] = work.z[i]! + share * work.step[i]!
    evaluate(work.trial)
    return slopeAlong()
  }

  // On a convex energy the slope along the step only rises: stop where it has lost half its
  // steepness.
  function lineSearch(slopeAtStart: number): void {
    let low = 0
    let high = 1
    let share = 1
    for (let cut = 0; cut < MAX_CUTS; cut += 1) {
      const slope = moveTo(share)
      const overshoot = slope > -0.5 * slopeAtStart || Number.isNaN(slope)
      if (!overshoot && (share === 1 || slope >= 0.5 * slopeAtStart)) break
      if (overshoot) high = share
      else low = share
      share = (low + high) / 2
    }
    work.z.set(work.trial)
  }

  function solve(airBarL: ArrayLike<number>, temperatureC: number): SolveOutcome {
    const warmth = kelvin(temperatureC) / T_REF_K
    for (let i = 0; i < 4; i += 1) airNow[i] = airBarL[i]! * warmth
    evaluate(work.z)
    for (let steps = 0; steps < MAX_STEPS; steps += 1) {
      const residualN = residual()
      if (!Number.isFinite(residualN)) {
        work.z.fill(0)
        return { outcome: 'notFinite', steps, residualN }
      }
      if (residualN < toleranceN) return { outcome: 'converged', steps, residualN }
      newtonStep(rig, work.rate, work.gradient, work.step)
      const length = limitStep()
      if (length < NO_STEP_MM && residualN < ROUNDING_RESIDUAL_N)
        return { outcome: 'converged', steps, residualN }
      lineSearch(slopeAlong())
    }
    const residualN = residual()
    work.z.fill(0)
    return { outcome: 'maxSteps', steps: MAX_STEPS, residualN }
  }

  return { travelMm, loadN, pressureBarA, solve }
}
