import type { Rig, Solver } from '../pneumatics/index.ts'
import { springVolumeL } from '../pneumatics/index.ts'
import { kelvin, T_REF_K } from '../../base/units/index.ts'

/** What the machine needs of a solver. */
export type Springs = Pick<Solver, 'travelMm' | 'pressureBarA' | 'solve'>

/**
 * Springs of a body that a lift keeps from sinking: each corner stands where it would by itself,
 * or where the lift holds it where that is
 * higher; a wheel that hangs is at its droop stop. A simplification: one level lift under the
 * whole body, corner by corner, and a wheel's own weight does not count.
 * @param heldMm height the body is held at over the design height, mm.
 */
export function heldSprings(rig: Rig, solver: Solver, heldMm: number): Springs {
  const travelMm = new Float64Array(4)
  const pressureBarA = new Float64Array(4)
  const solve: Solver['solve'] = (air, temperatureC) => {
    const outcome = solver.solve(air, temperatureC)
    for (let i = 0; i < 4; i += 1) {
      travelMm[i] = Math.max(solver.travelMm[i]!, Math.min(heldMm, rig.droopMm[i]!))
      pressureBarA[i] = rig.air[i]
        ? (air[i]! * (kelvin(temperatureC) / T_REF_K)) / springVolumeL(rig, i, travelMm[i]!)
        : 0
    }
    return outcome
  }
  return { travelMm, pressureBarA, solve }
}
