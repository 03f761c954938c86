import type { Rig, Solver } from '../../physics/pneumatics/index.ts'
import { leakFlowLPerS } from '../../physics/pneumatics/index.ts'
import { kelvin, P_ATM_BAR } from '../../base/units/index.ts'
import type { Stretch } from './night.ts'
import { stepsOf, temperatureRange, warmth } from './night.ts'

/** Share of its first amount a spring may lose between two nodes of a path. */
const LOSS_PER_NODE = 1 / 64
/** Below this gauge pressure a spring carries nothing worth counting (a newton or so), bar. */
const EMPTY_BAR_G = 1e-3
/**
 * In the laminar stretch the flow falls off with a time constant of V / 19.8; steps stay below it.
 */
const LAMINAR_BAR_A = P_ATM_BAR / 0.985
const LAMINAR_STEP_PER_L = 1 / 30
const MAX_NODES = 400

/**
 * The one curve along which springs with equal conductance lose their air. Its parameter is s =
 * integral of C dt, L/bar, so the
 * same curve serves every conductance; only the speed along it changes, and a little with
 * temperature.
 */
export interface LossPath {
  readonly nodes: number
  /** Parameter at each node, growing. */
  readonly s: Float64Array
  /**
   * Flow at the coldest and the warmest temperature over the flow halfway between, at each node.
   */
  readonly speedColdest: Float64Array
  readonly speedWarmest: Float64Array
  /**
   * For each round after the first: travel of the four corners at its temperature, 4 per node, mm.
   */
  readonly travelMm: readonly Float64Array[]
}

/** Where and how the path is laid. */
export interface PathConditions {
  readonly rig: Rig
  readonly solver: Solver
  readonly airBarL: Float64Array
  readonly leaking: readonly number[]
  /** The night, each stretch ending in a round. */
  readonly stretches: readonly Stretch[]
  /** How far the path is needed, L/bar. */
  readonly longestS: number
}

// Flow per unit of conductance of each leaking corner; leaves the solver at rest with these
// amounts.
function unitFlows(
  { solver, leaking }: PathConditions,
  air: Float64Array,
  temperatureC: number,
  out: Float64Array,
): number {
  solver.solve(air, temperatureC)
  out.fill(0)
  let total = 0
  for (const i of leaking) {
    out[i] = leakFlowLPerS(1, solver.pressureBarA[i]!, kelvin(temperatureC))
    total += out[i]
  }
  return total
}

function nextStep({ solver, leaking, rig, airBarL }: PathConditions, flows: Float64Array): number {
  let ds = Number.POSITIVE_INFINITY
  for (const i of leaking) {
    if (flows[i]! <= 0) continue
    ds = Math.min(ds, (LOSS_PER_NODE * airBarL[i]!) / flows[i]!)
    if (solver.pressureBarA[i]! < LAMINAR_BAR_A)
      ds = Math.min(ds, LAMINAR_STEP_PER_L * rig.volumeL[i]!)
  }
  return ds
}

/**
 * Lays the loss path of springs that leak with equal conductance, at the middle temperature of the
 * night.
 */
export function layLossPath(conditions: PathConditions): LossPath {
  const { solver, leaking, stretches } = conditions
  const [coldest, meanC, warmest] = temperatureRange(stretches)
  const between = new Set(
    stretches.map(({ toC }) => toC).filter((c) => c !== coldest && c !== warmest),
  )
  const air = conditions.airBarL.slice()
  const middle = air.slice()
  const [flows, half] = [new Float64Array(4), new Float64Array(4)]
  const s = new Float64Array(MAX_NODES)
  const [speedColdest, speedWarmest] = [new Float64Array(MAX_NODES), new Float64Array(MAX_NODES)]
  const travelMm = stretches.map(() => new Float64Array(4 * MAX_NODES))
  let nodes = 0
  for (let at = 0; ;) {
    const keep = (temperatureC: number): void => {
      for (const [round, { toC }] of stretches.entries())
        if (toC === temperatureC) travelMm[round]!.set(solver.travelMm, 4 * nodes)
    }
    for (const toC of between) {
      solver.solve(air, toC)
      keep(toC)
    }
    const warm = unitFlows(conditions, air, warmest, half)
    keep(warmest)
    const cold = unitFlows(conditions, air, coldest, half)
    keep(coldest)
    const mean = unitFlows(conditions, air, meanC, flows)
    s[nodes] = at
    speedColdest[nodes] = mean > 0 ? Math.min(2, cold / mean) : 1
    speedWarmest[nodes] = mean > 0 ? Math.min(2, warm / mean) : 1
    nodes += 1
    const empty = leaking.every((i) => solver.pressureBarA[i]! - P_ATM_BAR < EMPTY_BAR_G)
    if (at >= conditions.longestS || empty || nodes === MAX_NODES) break
    const ds = Math.min(nextStep(conditions, flows), conditions.longestS - at)
    for (const i of leaking) middle[i] = air[i]! - 0.5 * ds * flows[i]!
    unitFlows(conditions, middle, meanC, half)
    for (const i of leaking) middle[i] = air[i] = air[i]! - ds * half[i]!
    at += ds
  }
  return { nodes, s, speedColdest, speedWarmest, travelMm }
}

const STEPS = 12

/**
 * How far along a path springs with conductance C have come at each round of the night.
 * @param conductance L/(s.bar).
 * @returns the parameter s at the end of each stretch, L/bar.
 */
export function distancesAlong(
  path: LossPath,
  conductance: number,
  stretches: readonly Stretch[],
): number[] {
  const speed = (at: number, share: number): number => {
    const [k, f] = locate(path, at)
    const cold = path.speedColdest[k]! * (1 - f) + path.speedColdest[k + 1]! * f
    const warm = path.speedWarmest[k]! * (1 - f) + path.speedWarmest[k + 1]! * f
    // a parabola through coldest, middle (1 by definition) and warmest temperature
    return (
      cold * (1 - share) * (1 - 2 * share) +
      4 * share * (1 - share) +
      warm * share * (2 * share - 1)
    )
  }
  const range = temperatureRange(stretches)
  const nightS = stretches.reduce((sum, { durationS }) => sum + durationS, 0)
  let at = 0
  return stretches.map((stretch) => {
    const steps = stepsOf(stretch, nightS, STEPS)
    const reach = (conductance * stretch.durationS) / steps
    for (let k = 0; k < steps; k += 1) {
      const halfway = at + 0.5 * reach * speed(at, warmth(stretch, k / steps, range))
      at += reach * speed(halfway, warmth(stretch, (k + 0.5) / steps, range))
    }
    return at
  })
}

/**
 * The node before a place on the path, and how far beyond it the place lies (0..1). The end of the
 * path is its last place.
 */
export function locate(path: LossPath, at: number): readonly [number, number] {
  const last = path.nodes - 1
  if (last === 0) return [0, 0]
  if (at >= path.s[last]!) return [last - 1, 1]
  let [low, high] = [0, last]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (path.s[middle]! <= at) low = middle
    else high = middle
  }
  return [low, (at - path.s[low]!) / (path.s[high]! - path.s[low]!)]
}
