import type { Fault } from '@anklet/core/physics/simulation'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { axleMate, hasAirAtCorner } from '@anklet/core/base/vehicle'

/** Conductance of a leak that takes a corner down in a night, L/(s.bar). */
const NIGHT_LEAK = 1.2e-5

/** Conductance of a leak that empties a reservoir in a working day, L/(s.bar). */
const RESERVOIR_LEAK = 3e-4

/** Faults a stand-in of this layout can have. */
export function faultsFor(architecture: Architecture, corner: Corner): Fault[] {
  const other = axleMate(corner)
  return [
    ...(hasAirAtCorner(architecture, corner)
      ? ([
          { kind: 'springLeak', corner, conductance: NIGHT_LEAK },
          { kind: 'stuckShut', valve: corner },
          { kind: 'crossedLines', corners: [corner, other] },
          { kind: 'blockedLine', corner, share: 0.02 },
        ] satisfies Fault[])
      : []),
    ...(architecture.reservoir
      ? ([
          { kind: 'lostCharge', share: 0.45 },
          { kind: 'reservoirLeak', conductance: RESERVOIR_LEAK },
        ] satisfies Fault[])
      : []),
    { kind: 'sensorOffset', corner, mm: 15 },
    { kind: 'sensorOpen', corner },
    { kind: 'sensorLoose', corner },
    { kind: 'crossedSensors', corners: [corner, other] },
    { kind: 'weakPump', share: 0.6 },
    { kind: 'hotPump', factor: 8 },
    { kind: 'relayDead' },
    { kind: 'relayWelded' },
    { kind: 'dryer', share: 0.2 },
    { kind: 'dryerWet' },
    { kind: 'supplyMissing' },
    { kind: 'wrongCalibration', mm: 12 },
  ]
}
