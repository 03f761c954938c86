import type { SimulateRequest, SimulateResponse } from '@anklet/contract'
import {
  chargeLost,
  levelledState,
  simulate,
  USUAL_PUMP,
  USUAL_RULES,
  usualMachine,
} from '@anklet/core/physics/simulation'
import { completeGeometry, hasAir, mapCorners } from '@anklet/core/base/vehicle'
import type { CalculationOutcome } from './outcome.ts'

const MOST_SAMPLES = 2000

/** Runs a vehicle with its module from a levelled stand, as it is asked for over the wire. */
export function runSimulation(request: SimulateRequest): CalculationOutcome {
  const {
    architecture,
    startC,
    endC,
    untilS,
    sampleEveryS,
    reservoirL,
    pump,
    deadBandMm,
    supplyV = 13.5,
    altitudeM = 0,
    faults,
    schedule,
    levelId,
  } = request
  if (untilS / sampleEveryS > MOST_SAMPLES) return { ok: false, error: { code: 'tooManySamples' } }
  const unknown = [
    levelId,
    ...schedule.flatMap((each) => (each.do === 'level' ? [each.levelId] : [])),
  ].find((id) => !architecture.levels.some((level) => level.id === id))
  if (unknown !== undefined) return { ok: false, error: { code: 'levelUnknown', levelId: unknown } }
  const vehicle = completeGeometry(request.vehicle)
  const machine = usualMachine(vehicle, architecture, {
    reservoirL,
    supplyV,
    altitudeM,
    pump: { ...USUAL_PUMP, ...pump },
    rules: { ...USUAL_RULES, ...(deadBandMm === undefined ? {} : { deadBandMm }) },
  })
  const state = levelledState(machine, levelId, startC)
  if (!state.ok) return state
  const lost = faults.find((fault) => fault.kind === 'lostCharge')
  const run = simulate({
    machine,
    state: lost ? chargeLost(machine, state.value, lost.share, startC) : state.value,
    untilS,
    faults: faults,
    happenings: schedule,
    sampleEveryS,
    temperatureC: (timeS) => startC + ((endC - startC) * timeS) / untilS,
  })
  const [vented = 0, drawn = 0] = run.state.air.slice(6)
  const value: SimulateResponse = {
    samples: run.samples.map(
      ({ timeS, heightMm, pressureBarG, galleryBarG, reservoirBarG, pumpC, pumpOn, mode }) => ({
        timeS,
        heightMm,
        galleryBarG,
        pumpC,
        pumpOn,
        mode,
        reservoirBarG: reservoirL > 0 ? reservoirBarG : null,
        pressureBarG: mapCorners(pressureBarG, (bar, corner) =>
          hasAir(vehicle.corners[corner]) ? bar : null,
        ),
      }),
    ),
    events: [...run.events],
    codes: run.state.codes,
    ventedBarL: vented,
    drawnBarL: drawn,
  }
  return { ok: true, value }
}
