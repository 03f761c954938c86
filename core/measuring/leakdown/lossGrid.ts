import type { Solver } from '../../physics/pneumatics/index.ts'
import { leakFlowLPerS } from '../../physics/pneumatics/index.ts'
import { kelvin } from '../../base/units/index.ts'
import type { Stretch } from './night.ts'
import { stepsOf, temperatureRange, warmth } from './night.ts'

/**
 * Nodes of a grid in each direction: some 0.05 mm between them at the start, where most leaks end.
 */
const NODES = 29
const FIELDS = 4

/**
 * Rest positions of a vehicle whose two springs of one axle have lost air, each its own share.
 * Node k of a direction stands for
 * a lost share of (k / (NODES - 1))^2: fine where leaks are small.
 */
export interface LossGrid {
  readonly left: number
  readonly right: number
  readonly airLeft: number
  readonly airRight: number
  /** Per node: pressure of left and right spring at coldest and warmest temperature, bar absolute. */
  readonly pressure: Float64Array
  /**
   * For each round after the first, per node: travel of the four corners at its temperature, mm.
   */
  readonly travelMm: readonly Float64Array[]
}

const shareOf = (node: number): number => (node / (NODES - 1)) ** 2

// Rests over the whole grid at one temperature, to and fro, so that the solver always starts from a
// neighbour. Where the sides are alike only the half in which the left one lost more.
function sweep(
  solver: Solver,
  airBarL: Float64Array,
  { left, right, mirrored }: GriddedAxle,
  temperatureC: number,
  keep: (i: number, j: number) => void,
): void {
  const air = airBarL.slice()
  for (let i = 0; i < NODES; i += 1) {
    air[left] = airBarL[left]! * (1 - shareOf(i))
    const last = mirrored ? i : NODES - 1
    for (let j = 0; j <= last; j += 1) {
      const column = i % 2 === 0 ? j : last - j
      air[right] = airBarL[right]! * (1 - shareOf(column))
      solver.solve(air, temperatureC)
      keep(i, column)
    }
  }
}

interface GriddedAxle {
  readonly left: number
  readonly right: number
  /** Left and right of the vehicle are alike. */
  readonly mirrored: boolean
}

/**
 * Tabulates an axle for a night.
 * @param axle 0 front, 1 rear. @param mirrored left and right of the vehicle are alike.
 */
export function layLossGrid(
  solver: Solver,
  airBarL: Float64Array,
  axle: number,
  stretches: readonly Stretch[],
  mirrored: boolean,
): LossGrid {
  const [left, right] = [2 * axle, 2 * axle + 1]
  const pressure = new Float64Array(NODES * NODES * FIELDS)
  const travelMm = stretches.map(() => new Float64Array(NODES * NODES * 4))
  const [coldest, , warmest] = temperatureRange(stretches)
  const tabulated = [coldest, warmest]
  for (const temperatureC of new Set([...tabulated, ...stretches.map(({ toC }) => toC)])) {
    const columns = tabulated.flatMap((tabulatedC, t) => (tabulatedC === temperatureC ? [t] : []))
    const rounds = stretches.flatMap(({ toC }, round) =>
      toC === temperatureC ? [travelMm[round]!] : [],
    )
    const keep = (node: number, [first, second]: readonly [number, number], across: number) => {
      for (const t of columns) {
        pressure[node * FIELDS + 2 * t] = solver.pressureBarA[first]!
        pressure[node * FIELDS + 2 * t + 1] = solver.pressureBarA[second]!
      }
      for (const table of rounds)
        for (let corner = 0; corner < 4; corner += 1)
          table[node * 4 + corner] = solver.travelMm[corner ^ across]!
    }
    sweep(solver, airBarL, { left, right, mirrored }, temperatureC, (i, j) => {
      keep(i * NODES + j, [left, right], 0)
      if (mirrored && i !== j) keep(j * NODES + i, [right, left], 1)
    })
  }
  return { left, right, airLeft: airBarL[left]!, airRight: airBarL[right]!, pressure, travelMm }
}

// Where an amount lies along its direction: the node before it, and a fraction beyond.
const placeOf = (air: number, first: number): number =>
  Math.sqrt(Math.max(0, Math.min(1, 1 - air / first))) * (NODES - 1)

const nodeBefore = (place: number): number => Math.min(NODES - 2, Math.floor(place))

function interpolate(
  table: Float64Array,
  fields: number,
  field: number,
  left: number,
  right: number,
): number {
  const [i, j] = [nodeBefore(left), nodeBefore(right)]
  const [f, g] = [left - i, right - j]
  const at = (i * NODES + j) * fields + field
  const below = at + NODES * fields
  return (
    (1 - f) * ((1 - g) * table[at]! + g * table[at + fields]!) +
    f * ((1 - g) * table[below]! + g * table[below + fields]!)
  )
}

const STEPS = 14

/** Runs the two springs of a gridded axle through a night. */
export class GridRunner {
  private readonly out: readonly Float64Array[]
  private readonly flow = new Float64Array(2)
  private readonly range: readonly [number, number, number]
  private readonly nightS: number

  constructor(
    private readonly grid: LossGrid,
    private readonly stretches: readonly Stretch[],
  ) {
    this.out = stretches.map(() => new Float64Array(4))
    this.range = temperatureRange(stretches)
    this.nightS = stretches.reduce((sum, { durationS }) => sum + durationS, 0)
  }

  // Flows per unit of conductance. The load fixes the pressure, so it hardly hangs on the
  // temperature: a straight line between the two tabulated ones is within a thousandth.
  private flows(airLeft: number, airRight: number, share: number): void {
    const { grid, flow, range } = this
    const left = placeOf(airLeft, grid.airLeft)
    const right = placeOf(airRight, grid.airRight)
    const temperatureK = kelvin(range[0] + (range[2] - range[0]) * share)
    for (let side = 0; side < 2; side += 1) {
      const cold = interpolate(grid.pressure, FIELDS, side, left, right)
      const warm = interpolate(grid.pressure, FIELDS, 2 + side, left, right)
      const p = cold + (warm - cold) * share
      flow[side] = leakFlowLPerS(1, p, temperatureK)
    }
  }

  /**
   * Travel of the four corners at each round of the night, mm; the arrays are reused.
   * Steps multiply the amounts, so they stay positive and a choked leak is met exactly.
   */
  run(conductanceLeft: number, conductanceRight: number): readonly Float64Array[] {
    const { grid, flow, range } = this
    let [airLeft, airRight] = [grid.airLeft, grid.airRight]
    for (const [round, stretch] of this.stretches.entries()) {
      const steps = stepsOf(stretch, this.nightS, STEPS)
      const h = stretch.durationS / steps
      for (let k = 0; k < steps; k += 1) {
        this.flows(airLeft, airRight, warmth(stretch, k / steps, range))
        const middleLeft = airLeft * Math.exp((-0.5 * h * conductanceLeft * flow[0]!) / airLeft)
        const middleRight = airRight * Math.exp((-0.5 * h * conductanceRight * flow[1]!) / airRight)
        this.flows(middleLeft, middleRight, warmth(stretch, (k + 0.5) / steps, range))
        airLeft *= Math.exp((-h * conductanceLeft * flow[0]!) / middleLeft)
        airRight *= Math.exp((-h * conductanceRight * flow[1]!) / middleRight)
      }
      this.look(round, airLeft, airRight)
    }
    return this.out
  }

  private look(round: number, airLeft: number, airRight: number): void {
    const { grid, out } = this
    const left = placeOf(airLeft, grid.airLeft)
    const right = placeOf(airRight, grid.airRight)
    for (let corner = 0; corner < 4; corner += 1)
      out[round]![corner] = interpolate(grid.travelMm[round]!, 4, corner, left, right)
  }
}
