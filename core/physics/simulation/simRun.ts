// What a run of the machine is asked, and what it tells.
import type { PerCorner, PumpWay, ValveId } from '../../base/vehicle/index.ts'
import type { Fault, Happening, Machine } from './machine.ts'
import type { ModuleMode, SimState } from './state.ts'

/** What is run. */
export interface SimRequest {
  readonly machine: Machine
  /** Where it goes on from; not changed. */
  readonly state: SimState
  readonly untilS: number
  readonly faults: readonly Fault[]
  /** In any order; those before the state's own time are passed over. */
  readonly happenings: readonly Happening[]
  /** Temperature of the day at a time, degC. */
  readonly temperatureC: (timeS: number) => number
  readonly sampleEveryS: number
  /** Relative humidity of the day, 0 to 1; left out: 0.8. */
  readonly humidity?: number
}

/** The machine at one time. */
export interface SimSample {
  readonly timeS: number
  readonly heightMm: PerCorner<number>
  readonly pressureBarG: PerCorner<number>
  readonly galleryBarG: number
  readonly reservoirBarG: number
  readonly pumpC: number
  readonly pumpOn: boolean
  /** Where it draws from and pushes to; null: it rests. */
  readonly pumpWay: PumpWay | null
  /** Current of the pump, A. */
  readonly pumpA: number
  /** Valves commanded open. */
  readonly open: readonly ValveId[]
  /** Sensors as they reach the module, per cent of their supply; null without one. */
  readonly signalPercent: PerCorner<number | null>
  /**
   * Heights as the module takes them to be, by its sensors and what it was taught, mm; null: no
   * plausible signal.
   */
  readonly reportedMm: PerCorner<number | null>
  /** Heights as a display shows them: smoothed, mm. */
  readonly shownMm: PerCorner<number>
  readonly moistureG: number
  readonly mode: ModuleMode
  readonly airBarL: readonly number[]
}

/** Something the machine did. */
export interface SimEvent {
  readonly timeS: number
  readonly what: 'mode' | 'pumpOn' | 'pumpOff' | 'code' | 'check' | 'happening'
  readonly detail: string
}

/** A run: samples, events, and where it may be gone on from. */
export interface SimRun {
  readonly samples: readonly SimSample[]
  readonly events: readonly SimEvent[]
  readonly state: SimState
}
