import type { Drawn } from '@anklet/core/work/procedure'
import { SUPPORTS } from '@anklet/core/work/procedure'
import type { CircuitState } from '@anklet/core/base/circuit'
import { AT_REST } from '@anklet/core/base/circuit'
import type { Architecture } from '@anklet/core/base/vehicle'
import { HOLDS, LINE_JOINTS, usualArchitecture } from '@anklet/core/base/vehicle'
import { METHODS } from '@anklet/core/measuring/heights'
import type { CircuitFigures } from '../drawings/CircuitDrawing.tsx'

/** Every drawing there is, in every way it can be. */
export const EVERY_DRAWING: readonly Drawn[] = [
  ...METHODS.map((method): Drawn => ({ of: 'tape', method, apart: null })),
  {
    of: 'tape',
    method: 'axleToBracket',
    apart: { method: 'axleToBracket', lowerMm: 126, nominalMm: 128, upperMm: 130 },
  },
  ...[null, ...LINE_JOINTS].map((joint): Drawn => ({ of: 'joint', joint })),
  { of: 'rings' },
  { of: 'ports', ports: null },
  {
    of: 'ports',
    ports: [
      { line: 'to the valve block', mark: 'green ring' },
      { line: 'to the reservoir', mark: 'blue ring' },
      { line: 'breathes in, from the left wing', mark: 'wide hose' },
    ],
  },
  ...([1, 2, 3] as const).map((stop): Drawn => ({ of: 'springValve', stop })),
  { of: 'folds', on: 'axle', steadied: false },
  { of: 'folds', on: 'damper', steadied: true },
  ...[null, ...HOLDS].map((hold, i): Drawn => ({
    of: 'held',
    top: hold,
    bottom: HOLDS[i] ?? null,
    ends: 'both',
  })),
  { of: 'held', top: 'clips', bottom: null, ends: 'top' },
  { of: 'studs', pin: true, arrow: true },
  { of: 'studs', pin: null, arrow: null },
  { of: 'coilEnd' },
  ...SUPPORTS.map((support, i): Drawn => ({
    of: 'stands',
    support,
    axle: ([null, 'rear', 'front', 'rear'] as const)[i]!,
  })),
  ...(['coil', 'spring', 'shock', 'strut', 'axle'] as const).map((holds): Drawn => ({
    of: 'jack',
    holds,
  })),
  { of: 'sensorSlot', pinned: true, pinMm: 4 },
  { of: 'sensorSlot', pinned: false, pinMm: null },
  { of: 'star', nuts: null },
  { of: 'star', nuts: 6 },
]

const told = (state: Partial<CircuitState>): CircuitState => ({ ...AT_REST, ...state })
const withTank = usualArchitecture({
  reservoir: true,
  pressureSensor: 'gallery',
  crossValve: { front: true, rear: true },
})
const closed = usualArchitecture({
  layout: 'closed',
  reservoir: true,
  valves: 'perAxle',
  pressureSensor: 'gallery',
})
const rearOnly = usualArchitecture({ air: { front: 'none', rear: 'bellows' }, valves: 'perSpring' })

/** Circuits of several layouts at several moments. */
export const CIRCUITS: readonly {
  readonly name: string
  readonly architecture: Architecture
  readonly state: CircuitState | null
  readonly figures: CircuitFigures
}[] = [
  {
    name: 'Raised out of its reservoir',
    architecture: withTank,
    state: told({ open: ['RL', 'RR', 'reservoir'], moves: 'up' }),
    figures: { gallery: '7.2 bar', reservoir: ['12.9 bar', 'in 5 L: 64.5 bar·L'] },
  },
  {
    name: 'Let down through its dryer',
    architecture: withTank,
    state: told({ open: ['FL', 'exhaust', 'crossRear'], moves: 'down' }),
    figures: { gallery: '3.1 bar', reservoir: ['12.9 bar', 'its volume is not entered'] },
  },
  {
    name: 'Closed, raised by its pump',
    architecture: closed,
    state: told({ open: ['FL', 'FR'], pumpOn: true, pumpWay: 'fromReservoir', moves: 'up' }),
    figures: { gallery: '8.0 bar', reservoir: null },
  },
  {
    name: 'Closed, let down into its reservoir',
    architecture: closed,
    state: told({ open: ['RR'], pumpOn: true, pumpWay: 'toReservoir', moves: 'down' }),
    figures: { gallery: '5.4 bar', reservoir: null },
  },
  {
    name: 'A valve in each spring, its pump running',
    architecture: rearOnly,
    state: told({ open: ['RL'], pumpOn: true, pumpWay: 'in', moves: 'up' }),
    figures: { gallery: null, reservoir: null },
  },
  {
    name: 'Nothing told yet',
    architecture: rearOnly,
    state: null,
    figures: { gallery: null, reservoir: null },
  },
]
