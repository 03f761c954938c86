import type { Corner } from '../../base/vehicle/index.ts'
import { AXLES, CORNERS } from '../../base/vehicle/index.ts'
import type { Harm } from './acts.ts'
import { doAct, happens } from './acts.ts'
import type { Act, CarKind, CarState, CornerState, GateId } from './machine.ts'
import { AXLE_ACTS, CAR_ACTS, CORNER_ACTS, shutGate } from './machine.ts'

/** How a corner comes in: standing on air, or flat since nobody knows when. */
export const ARRIVES: Readonly<Record<'up' | 'flat', CornerState>> = {
  up: { air: 'carrying', proved: false, line: 'closed', spring: 'seated', seen: false },
  flat: { air: 'none', proved: false, line: 'closed', spring: 'unseated', seen: false },
}

/** A vehicle as it is driven or dragged in. */
export const arrived = (
  corners: CarState['corners'],
  {
    plantAir = true,
    axles = {},
    arms = {},
  }: Partial<Pick<CarState, 'plantAir' | 'axles' | 'arms'>> = {},
): CarState => ({
  supply: true,
  lifting: false,
  body: 'ground',
  bodyHeld: false,
  under: false,
  plantAir,
  plantProved: false,
  pumpOpen: false,
  tankOpen: false,
  blockOpen: false,
  codesClear: false,
  corners,
  axles,
  arms,
})

const AIR = { carrying: 0, some: 1, none: 2 } as const
const LINE = { closed: 0, eased: 1, open: 2 } as const
const SPRING = { seated: 0, unseated: 1, out: 2, coil: 3 } as const
const AXLE = { itself: 0, stands: 1, jack: 2 } as const
const ARM = { made: 0, held: 1, open: 2 } as const
const BODY = { ground: 0, standing: 1, hanging: 2 } as const

/** A number of its own for each state. @param of the corners the car has */
export function stateKey(state: CarState, of: readonly Corner[]): number {
  // Written out: it is asked millions of times.
  let key: number = BODY[state.body]
  key = key * 2 + Number(state.supply)
  key = key * 2 + Number(state.lifting)
  key = key * 2 + Number(state.bodyHeld)
  key = key * 2 + Number(state.under)
  key = key * 2 + Number(state.plantAir)
  key = key * 2 + Number(state.plantProved)
  key = key * 2 + Number(state.pumpOpen)
  key = key * 2 + Number(state.tankOpen)
  key = key * 2 + Number(state.blockOpen)
  key = key * 2 + Number(state.codesClear)
  for (const corner of of) {
    const at = state.corners[corner]!
    key =
      ((((key * 3 + AIR[at.air]) * 2 + Number(at.proved)) * 3 + LINE[at.line]) * 4 +
        SPRING[at.spring]) *
        2 +
      Number(at.seen)
  }
  for (const axle of AXLES) {
    const on = state.axles[axle]
    if (on !== undefined) key = key * 3 + AXLE[on]
  }
  for (const corner of CORNERS) {
    const arm = state.arms[corner]
    if (arm !== undefined) key = key * 3 + ARM[arm]
  }
  return key
}

/** What was found: how many states, which harm, and the way to the first of each. */
export interface Explored {
  readonly states: number
  readonly harms: ReadonlyMap<Harm, readonly string[]>
}

/** What a search leaves out, and when it has seen enough. */
export interface Searching {
  /** A gate taken away on purpose. */
  readonly removed?: GateId
  /** Acts nobody does, where another search has them. */
  readonly leftOut?: readonly Act['act'][]
  /** It ends once this harm was found. */
  readonly until?: Harm
}

/**
 * Follows every order of acts that the gates let through, with everything that can happen in
 * between, to the last state.
 */
export function explore(
  start: CarState,
  kind: CarKind,
  { removed, leftOut = [], until }: Searching = {},
): Explored {
  const corners = CORNERS.filter((corner) => start.corners[corner])
  const places = CORNERS.filter((corner) => start.corners[corner] ?? start.arms[corner])
  const everyAct: readonly { readonly act: Act; readonly words: string }[] = [
    ...CAR_ACTS.map((act) => ({ act: { act }, words: act })),
    ...AXLES.filter((axle) => start.axles[axle]).flatMap((axle) =>
      AXLE_ACTS.map((act) => ({ act: { act, axle }, words: `${act} ${axle}` })),
    ),
    ...places.flatMap((corner) =>
      CORNER_ACTS.map((act) => ({ act: { act, corner }, words: `${act} ${corner}` })),
    ),
  ]
  const acts = everyAct.filter(({ act: { act } }) => !leftOut.includes(act))
  const from = new Map<number, { readonly before: number; readonly words: string }>([
    [stateKey(start, corners), { before: -1, words: '' }],
  ])
  const harms = new Map<Harm, readonly string[]>()
  const wayTo = (key: number): string[] => {
    const way: string[] = []
    for (let at = key; from.get(at)!.before >= 0; at = from.get(at)!.before)
      way.unshift(from.get(at)!.words)
    return way
  }
  let edge: CarState[] = [start]
  const isFound = (): boolean => until !== undefined && harms.has(until)
  while (edge.length > 0 && !isFound()) {
    const next: CarState[] = []
    for (const state of edge) {
      const key = stateKey(state, corners)
      const reach = (to: CarState, words: string): void => {
        if (to === state) return
        const at = stateKey(to, corners)
        if (!from.has(at)) {
          from.set(at, { before: key, words })
          next.push(to)
        }
      }
      for (const to of happens(state, kind)) reach(to, 'by itself')
      for (const { act, words } of acts) {
        if (shutGate(act, state, kind, removed)) continue
        const { states, harm } = doAct(state, act, kind)
        if (harm !== null) {
          if (!harms.has(harm)) harms.set(harm, [...wayTo(key), words])
          continue
        }
        for (const to of states) reach(to, words)
      }
    }
    edge = next
  }
  return { states: from.size, harms }
}
