import type { Fault, Happening, SimRun, SimSample } from '../../../physics/simulation/index.ts'
import {
  levelledState,
  simulate,
  USUAL_PUMP,
  USUAL_RULES,
} from '../../../physics/simulation/index.ts'
import { sampleVehicle } from '../../../base/samples/index.ts'
import type { Readings } from '../index.ts'

/** An answer. @throws its refusal */
export const value = <Answer>(
  result: { ok: true; value: Answer } | { ok: false; error: { code: string } },
): Answer => {
  if (!result.ok) throw new Error(result.error.code)
  return result.value
}
/** A car driven by its simulator, as a link would tell it. */
export function car(
  untilS: number,
  happenings: readonly Happening[],
  {
    faults = [] as readonly Fault[],
    galleryL = 0.15,
    sampleEveryS = 0.25,
    reservoirL = 0,
    deadBandMm = 6,
    supplyV = 13.5,
    altitudeM = 0,
  } = {},
): SimRun {
  const machine = {
    vehicle: sampleVehicle(),
    galleryL,
    reservoirL,
    pump: USUAL_PUMP,
    rules: { ...USUAL_RULES, deadBandMm },
    supplyV,
    altitudeM,
    architecture: {
      layout: 'open' as const,
      reservoir: reservoirL > 0,
      sensors: { front: 'each' as const, rear: 'each' as const },
      parked: { policy: 'none' as const, checksAfterH: [] },
      doorInhibit: false,
      levels: [
        { id: 'road', offsetMm: 0 },
        { id: 'high', offsetMm: 30 },
      ],
      air: { front: 'strut' as const, rear: 'bellows' as const },
    },
  }
  const state = value(levelledState(machine, 'road', 15))
  return simulate({
    machine,
    state,
    faults,
    happenings,
    untilS,
    sampleEveryS,
    temperatureC: () => 15,
  })
}
/** The ignition goes on. */
export const on: Happening = { atS: 0, do: 'ignitionOn' }
export const readings = (
  { samples }: SimRun,
  of: (sample: SimSample) => number | null,
): Readings => ({
  atS: samples.map(({ timeS }) => timeS),
  values: samples.map(of),
})
