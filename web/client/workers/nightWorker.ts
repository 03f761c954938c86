import { expose } from 'comlink'
import { conductanceOfRate } from '@anklet/core/physics/pneumatics'
import type { Fault, SimRun } from '@anklet/core/physics/simulation'
import { levelledState, simulate, usualMachine } from '@anklet/core/physics/simulation'
import type { Architecture, Corner, PerCorner, VehicleGeometry } from '@anklet/core/base/vehicle'

/** A parked night with one leak. */
export interface NightRequest {
  readonly vehicle: VehicleGeometry
  readonly architecture: Architecture
  readonly corner: Corner
  readonly leakBarLPerH: number
  readonly levelId: string
  readonly hours: number
  readonly startC: number
  readonly endC: number
}

/** Heights through such a night, mm, and when the module looked. */
export interface ParkedNight {
  readonly hours: readonly number[]
  readonly awake: readonly PerCorner<number>[]
  readonly off: readonly PerCorner<number>[]
  readonly checkHours: readonly number[]
}

const SAMPLES = 56

/**
 * Runs a parked night twice: with the module left to its habits, and with its supply cut.
 * @returns null where the vehicle cannot stand so.
 */
export function parkedNight({
  vehicle,
  architecture,
  corner,
  leakBarLPerH,
  levelId,
  hours,
  startC,
  endC,
}: NightRequest): ParkedNight | null {
  const conductance = conductanceOfRate(vehicle, corner, leakBarLPerH, (startC + endC) / 2)
  const faults: Fault[] = conductance ? [{ kind: 'springLeak', corner, conductance }] : []
  const untilS = hours * 3600
  const run = (parked: Architecture['parked']): SimRun | null => {
    const machine = usualMachine(vehicle, { ...architecture, parked })
    const state = levelledState(machine, levelId, startC)
    return state.ok
      ? simulate({
          machine,
          state: state.value,
          untilS,
          faults,
          happenings: [],
          sampleEveryS: untilS / SAMPLES,
          temperatureC: (timeS) => startC + ((endC - startC) * timeS) / untilS,
        })
      : null
  }
  const [awake, off] = [run(architecture.parked), run({ policy: 'none', checksAfterH: [] })]
  if (!awake || !off) return null
  const at = (sim: SimRun): PerCorner<number>[] =>
    sim.samples.slice(0, SAMPLES + 1).map(({ heightMm }) => heightMm)
  return {
    hours: awake.samples.slice(0, SAMPLES + 1).map(({ timeS }) => timeS / 3600),
    awake: at(awake),
    off: at(off),
    checkHours: awake.events
      .filter(({ what }) => what === 'check')
      .map(({ timeS }) => timeS / 3600),
  }
}

const api = { parkedNight }
/** What the worker does. */
export type NightWorker = typeof api

// Imported by a test there is nobody to answer.
if (typeof WorkerGlobalScope !== 'undefined') expose(api)
