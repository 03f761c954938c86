import { leakFlowLPerS } from '../pneumatics/index.ts'
import { atmosphereBar, kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'
import type { AirPlace } from '../../base/circuit/index.ts'
import type { Corner, PumpWay, ValveId } from '../../base/vehicle/index.ts'
import { VALVE_ENDS } from '../../base/circuit/index.ts'
import { VALVE_IDS } from '../../base/vehicle/index.ts'
import type { Fault, Machine } from './machine.ts'
import type { Springs } from './held.ts'
import { OPEN } from './machine.ts'
import { DRAWN, DRIED, GALLERY, RESERVOIR, VENTED } from './state.ts'

/** What the module commands. */
export interface Command {
  readonly open: ReadonlySet<ValveId>
  /** Where the pump draws from and pushes to; null: off. */
  readonly pump: PumpWay | null
}

/** Everything shut, the pump off. */
export const REST: Command = { open: new Set(), pump: null }

interface Passage {
  readonly from: number
  readonly to: number
  readonly conductance: number
}
const OUTSIDE = -1
/** Where the air of a place stands among the amounts. */
const NODE: Readonly<Record<AirPlace, number>> = {
  FL: 0,
  FR: 1,
  RL: 2,
  RR: 3,
  gallery: GALLERY,
  reservoir: RESERVOIR,
  outside: OUTSIDE,
}

const only = <Kind extends Fault['kind']>(
  faults: readonly Fault[],
  ...kinds: readonly Kind[]
): Extract<Fault, { kind: Kind }>[] =>
  faults.filter((fault): fault is Extract<Fault, { kind: Kind }> =>
    (kinds as readonly string[]).includes(fault.kind),
  )

// The corner a valve really feeds: crossed twice it is right again.
function fedCorner(corner: Corner, faults: readonly Fault[]): Corner {
  return only(faults, 'crossedLines', 'crossedPlugs').reduce<Corner>(
    (at, { corners: [a, b] }) => (at === a ? b : at === b ? a : at),
    corner,
  )
}

// The places a valve joins, and how much it passes when it is open.
function ends(valve: ValveId, faults: readonly Fault[]): readonly [number, number, number] {
  const { from, to } = VALVE_ENDS[valve]
  if (valve === 'exhaust' || valve === 'reservoir') return [NODE[from], NODE[to], OPEN[valve]]
  if (valve === 'crossFront' || valve === 'crossRear') return [NODE[from], NODE[to], OPEN.cross]
  const fed = fedCorner(valve, faults)
  const share = only(faults, 'blockedLine').find(({ corner }) => corner === fed)?.share ?? 1
  return [NODE[fed], NODE[to], OPEN.corner * share]
}

/** Frozen, a dryer full of water still passes this share. */
const ICED_SHARE = 0.03

/** Share of what it should that the dryer passes on such a day, degC. */
export function dryerShare(faults: readonly Fault[], temperatureC: number): number {
  const iced = temperatureC < 0 && only(faults, 'dryerWet').length > 0
  return (only(faults, 'dryer')[0]?.share ?? 1) * (iced ? ICED_SHARE : 1)
}

/** Every way air can pass, with a command in force, on such a day. */
export function passagesOf(
  command: Command,
  faults: readonly Fault[],
  temperatureC = 20,
): Passage[] {
  const passages: Passage[] = only(faults, 'springLeak', 'reservoirLeak').map((fault) => ({
    from: fault.kind === 'springLeak' ? NODE[fault.corner] : RESERVOIR,
    to: OUTSIDE,
    conductance: fault.conductance,
  }))
  for (const valve of VALVE_IDS) {
    const [from, to, full] = ends(valve, faults)
    const stuck = only(faults, 'stuckShut', 'stuckOpen').find(
      (fault) => fault.valve === valve,
    )?.kind
    const open = stuck ? stuck === 'stuckOpen' : command.open.has(valve)
    const dryer = valve === 'exhaust' ? dryerShare(faults, temperatureC) : 1
    const seat = only(faults, 'seatLeak')
      .filter((fault) => fault.valve === valve)
      .reduce((sum, { conductance }) => sum + conductance, 0)
    const conductance = (open ? full * dryer : 0) + seat
    if (conductance > 0) passages.push({ from, to, conductance })
  }
  return passages
}

/** The air network of a machine at one moment: how fast each amount changes. */
export interface Network {
  readonly machine: Machine
  readonly solver: Springs
  readonly passages: readonly Passage[]
  readonly pump: Command['pump']
  /** Flow of the pump over its rating: voltage and wear. */
  readonly pumpShare: number
  readonly temperatureC: (timeS: number) => number
}

/** Share of its rated flow that a pump delivers at this voltage and wear. */
export const pumpShareOf = (
  { supplyV }: Machine,
  faults: readonly Fault[],
  temperatureC = 20,
): number =>
  Math.min(1, supplyV / 12.5) *
  (only(faults, 'weakPump')[0]?.share ?? 1) *
  dryerShare(faults, temperatureC)

// From outside a pump compresses by a fixed ratio: in thin air it moves less and stalls lower.
function pumpFlowLPerS(
  { machine: { pump, altitudeM }, pumpShare }: Network,
  inBarA: number,
  outBarA: number,
  closed: boolean,
): number {
  const air = closed ? 1 : atmosphereBar(altitudeM) / P_ATM_BAR
  const against = closed ? outBarA - inBarA : outBarA - P_ATM_BAR
  const supply = closed ? inBarA / P_ATM_BAR : air
  const stall = pump.stallBarG * air
  return (pumpShare * pump.freeFlowLPerMin * supply * Math.max(0, 1 - against / stall)) / 60
}

/** Pressures of the six nodes, bar absolute; the solver is left at rest with these amounts. */
export function nodePressures(
  { machine, solver }: Network,
  air: ArrayLike<number>,
  temperatureC: number,
  out: Float64Array,
): void {
  solver.solve(air, temperatureC)
  for (let i = 0; i < 4; i += 1) out[i] = solver.pressureBarA[i]!
  const warmth = kelvin(temperatureC) / T_REF_K
  out[GALLERY] = (air[GALLERY]! * warmth) / machine.galleryL
  out[RESERVOIR] = machine.reservoirL > 0 ? (air[RESERVOIR]! * warmth) / machine.reservoirL : 0
}

const pressures = new Float64Array(6)

/** Slope of all amounts, bar-litre per second: whatever leaves one place enters another, so their sum never changes. */
export function airSlope(
  network: Network,
  timeS: number,
  air: Float64Array,
  out: Float64Array,
): void {
  const temperatureC = network.temperatureC(timeS)
  const temperatureK = kelvin(temperatureC)
  nodePressures(network, air, temperatureC, pressures)
  out.fill(0)
  const move = (from: number, to: number, flow: number): void => {
    if (from === OUTSIDE) out[DRAWN]! += flow
    else out[from]! -= flow
    if (to === OUTSIDE) out[VENTED]! += flow
    else out[to]! += flow
    // The only way out of the gallery is the exhaust, behind the dryer.
    if (from === GALLERY && to === OUTSIDE) out[DRIED]! += flow
  }
  for (const { from, to, conductance } of network.passages) {
    const [a, b] = [pressures[from]!, to === OUTSIDE ? P_ATM_BAR : pressures[to]!]
    if (a > b) move(from, to, leakFlowLPerS(conductance, a, temperatureK, b))
    // Nothing flows in from outside: a spring below the air around it is empty.
    else if (to !== OUTSIDE) move(to, from, leakFlowLPerS(conductance, b, temperatureK, a))
  }
  if (network.pump === 'in')
    move(OUTSIDE, GALLERY, pumpFlowLPerS(network, P_ATM_BAR, pressures[GALLERY]!, false))
  if (network.pump === 'fromReservoir')
    move(
      RESERVOIR,
      GALLERY,
      pumpFlowLPerS(network, pressures[RESERVOIR]!, pressures[GALLERY]!, true),
    )
  if (network.pump === 'toReservoir')
    move(
      GALLERY,
      RESERVOIR,
      pumpFlowLPerS(network, pressures[GALLERY]!, pressures[RESERVOIR]!, true),
    )
}

/** Puts rounding right: the sum of all amounts, less what came in and went out, stays what it was. */
export function keepTotal(air: Float64Array, total: number): void {
  let sum = air[VENTED]! - air[DRAWN]!
  let largest = 0
  for (let i = 0; i < 6; i += 1) {
    sum += air[i]!
    if (air[i]! > air[largest]!) largest = i
  }
  air[largest]! += total - sum
}

/** What the pump draws against the pressure it works between, A; 0 while it stands. */
export function pumpCurrentA(
  { noLoadA, stallA, stallBarG }: Machine['pump'],
  runs: Command['pump'],
  pressureBarA: Float64Array,
): number {
  if (runs === null) return 0
  const [gallery, reservoir] = [pressureBarA[GALLERY]!, pressureBarA[RESERVOIR]!]
  const [inBar, outBar] =
    runs === 'fromReservoir'
      ? [reservoir, gallery]
      : runs === 'toReservoir'
        ? [gallery, reservoir]
        : [P_ATM_BAR, gallery]
  return noLoadA + (stallA - noLoadA) * Math.min(1, Math.max(0, (outBar - inBar) / stallBarG))
}
