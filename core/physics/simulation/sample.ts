import { P_ATM_BAR } from '../../base/units/index.ts'
import { mapCorners, perCorner } from '../../base/vehicle/index.ts'
import type { Command } from './network.ts'
import { pumpCurrentA } from './network.ts'
import { heightsSeen, sensorSignals } from './signals.ts'
import type { SimRequest, SimSample } from './simRun.ts'
import type { SimState } from './state.ts'
import { GALLERY, RESERVOIR } from './state.ts'

/** A machine at one moment of its run. */
interface Moment {
  readonly state: SimState
  /** Travel of each corner over its design height, mm. */
  readonly travelMm: Float64Array
  /** Absolute pressure of each corner, gallery and reservoir, bar. */
  readonly pressureBarA: Float64Array
  readonly command: Command
  readonly air: Float64Array
}

/** What is seen of a machine from outside and inside at a moment of its run. */
export function sampleOf(
  { machine, faults }: Pick<SimRequest, 'machine' | 'faults'>,
  { state, travelMm, pressureBarA, command, air }: Moment,
): SimSample {
  const shown = state.shownMm ?? travelMm
  const gauge = (i: number): number => Math.max(0, pressureBarA[i]! - P_ATM_BAR)
  const { corners } = machine.vehicle
  return {
    timeS: state.timeS,
    heightMm: perCorner((corner, i) => corners[corner].designHeightMm + travelMm[i]!),
    pressureBarG: perCorner((_, i) => gauge(i)),
    galleryBarG: gauge(GALLERY),
    reservoirBarG: gauge(RESERVOIR),
    pumpC: state.pumpC,
    pumpOn: command.pump !== null,
    pumpWay: command.pump,
    mode: state.mode,
    airBarL: [...air],
    pumpA: pumpCurrentA(machine.pump, command.pump, pressureBarA),
    open: [...command.open],
    signalPercent: sensorSignals(machine, travelMm, faults),
    reportedMm: mapCorners(
      heightsSeen(machine, travelMm, 0, state.trimMm, faults),
      (over, corner) => (over === null ? null : corners[corner].designHeightMm + over),
    ),
    shownMm: perCorner((corner, i) => corners[corner].designHeightMm + shown[i]!),
    moistureG: state.moistureG,
  }
}
