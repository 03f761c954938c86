import { sampleVehicle } from '../../../base/samples/index.ts'
import type { Fault, Happening, Machine, SimRun, SimState } from '../index.ts'
import { levelledState, simulate, usualMachine } from '../index.ts'

/** An hour, s. */
export const H = 3600

/** A machine of round figures. */
export function machineOf(
  architecture: Partial<Machine['architecture']> = {},
  change: Partial<Machine> = {},
): Machine {
  return usualMachine(
    sampleVehicle(),
    {
      layout: 'open',
      reservoir: true,
      sensors: { front: 'each', rear: 'each' },
      parked: { policy: 'none', checksAfterH: [] },
      doorInhibit: true,
      levels: [
        { id: 'road', offsetMm: 0 },
        { id: 'high', offsetMm: 30 },
      ],
      air: { front: 'strut', rear: 'bellows' },
      ...architecture,
    },
    { reservoirL: 5, supplyV: 13.5, ...change },
  )
}

/** It, levelled and asleep. */
export function stateOf(machine: Machine, levelId = 'road', temperatureC = 15): SimState {
  const state = levelledState(machine, levelId, temperatureC)
  if (!state.ok) throw new Error(state.error.code)
  return state.value
}

interface Setting {
  readonly machine?: Machine
  readonly faults?: readonly Fault[]
  readonly happenings?: readonly Happening[]
  readonly state?: SimState
  readonly sampleEveryS?: number
  readonly cooling?: number
  readonly fromC?: number
}

/** Runs it to a time, s. */
export const run = (
  untilS: number,
  {
    machine = machineOf(),
    faults = [],
    happenings = [],
    state = stateOf(machine),
    sampleEveryS = untilS / 10,
    cooling = 0,
    fromC = 15,
  }: Setting = {},
): SimRun =>
  simulate({
    machine,
    state,
    untilS,
    faults,
    happenings,
    temperatureC: (timeS) => fromC - (cooling * timeS) / untilS,
    sampleEveryS,
  })
