import type { Solver } from '../../physics/pneumatics/index.ts'
import { leakFlowLPerS } from '../../physics/pneumatics/index.ts'
import { kelvin } from '../../base/units/index.ts'
import type { StiffEnd } from '../../base/numbers/index.ts'
import { integrateStiff } from '../../base/numbers/index.ts'

/** Largest error of one step, bar-litre: some 0.001 mm of ride height. */
const TOLERANCE_BAR_L = 2e-5
const FIRST_STEP_S = 10

/** Springs losing air with the module off. */
export interface LeakRun {
  readonly solver: Solver
  /** Sonic conductance to the atmosphere, L/(s.bar), order FL FR RL RR. */
  readonly leaks: ArrayLike<number>
  /** Sonic conductance between the springs of the front and of the rear axle. */
  readonly crossLeaks: readonly [number, number]
  /** Air temperature at a time after the start, degC. */
  readonly temperatureC: (timeS: number) => number
}

/**
 * Lets the springs lose air from one time to another, changing the amounts in place.
 * @param airBarL amounts, bar-litre, order FL FR RL RR.
 * @param onStep called after each step; `false` ends the run.
 */
export function runLeak(
  run: LeakRun,
  airBarL: Float64Array,
  fromS: number,
  toS: number,
  onStep?: (timeS: number, air: Float64Array) => boolean,
): StiffEnd {
  const { solver, leaks, crossLeaks, temperatureC } = run
  const slope = (timeS: number, air: Float64Array, out: Float64Array): void => {
    const nowC = temperatureC(timeS)
    const nowK = kelvin(nowC)
    solver.solve(air, nowC)
    for (let i = 0; i < 4; i += 1)
      out[i] = leaks[i]! > 0 ? -leakFlowLPerS(leaks[i]!, solver.pressureBarA[i]!, nowK) : 0
    for (let axle = 0; axle < 2; axle += 1) {
      if (!(crossLeaks[axle]! > 0)) continue
      const [left, right] = [solver.pressureBarA[2 * axle]!, solver.pressureBarA[2 * axle + 1]!]
      const toRight =
        leakFlowLPerS(crossLeaks[axle]!, left, nowK, right) -
        leakFlowLPerS(crossLeaks[axle]!, right, nowK, left)
      out[2 * axle]! -= toRight
      out[2 * axle + 1]! += toRight
    }
  }
  return integrateStiff(slope, airBarL, fromS, toS, {
    tolerance: TOLERANCE_BAR_L,
    firstStep: FIRST_STEP_S,
    ...(onStep ? { onStep } : {}),
  })
}
