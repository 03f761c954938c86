import { DEVICE_ACTIONS } from '@anklet/contract'
import { DEVICE_STOPS } from '@anklet/language/problems/devices'
import type {
  Codes,
  DeviceIdentity,
  DeviceStatus,
  Frame,
  LinkCommand,
  StandInChange,
  VehicleType,
} from '@anklet/contract'
import type {
  Actuation,
  Code,
  Fault,
  Happening,
  Machine,
  SimSample,
  SimState,
} from '@anklet/core/physics/simulation'
import {
  chargeLost,
  levelledState,
  simulate,
  USUAL_RULES,
  usualMachine,
} from '@anklet/core/physics/simulation'
import type { Corner } from '@anklet/core/base/vehicle'
import {
  AXLE_CORNERS,
  completeGeometry,
  hasAirAtCorner,
  highestLevel,
} from '@anklet/core/base/vehicle'
import { CODE_WORDS } from '@anklet/language/shop/codeNumbers'
import { moduleChannels } from './moduleChannels.ts'

const SUPPLY_V = 13.4
/** An actuator command lasts this long unless it says how long, s. */
const USUAL_ACTUATION_S = 3
/**
 * Of the vehicle's time at one go while something moves, s: an event loop must not wait for more.
 */
const SLICE_S = 5
const PARKED_SLICE_S = 900
/** At most this long at one go, ms. */
const BUDGET_MS = 25

/** How high a lift holds the body: wheels hang wherever their droop stops are. */
const HELD_MM = { ground: null, standing: 0, hanging: 1000 } as const

type Refusal = string | null

/** A device's name out of a vehicle type's. */
export const standInId = (name: string): string =>
  `stand-in-${name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, 50)}`

/**
 * A simulated vehicle with its module, run as fast as its clock says.
 * @throws when the type's figures find no place to rest.
 */
export class StandInVehicle {
  readonly identity: DeviceIdentity
  private readonly machine: Machine
  private state: SimState
  private last: SimSample
  private faults: readonly Fault[] = []
  private temperatureC = 15
  private speed = 1
  private coming: Happening[] = []
  private codesToldAs = ''

  constructor(
    private readonly type: VehicleType,
    id: string,
  ) {
    const { architecture } = type
    const { reservoirL, chargeTargetBarG } = architecture.anatomy ?? {}
    this.machine = usualMachine(completeGeometry(type.geometry), architecture, {
      supplyV: SUPPLY_V,
      ...(architecture.reservoir && reservoirL !== undefined ? { reservoirL } : {}),
      ...(chargeTargetBarG === undefined
        ? {}
        : { rules: { ...USUAL_RULES, reservoirTargetBarG: chargeTargetBarG } }),
    })
    this.state = this.rested()
    this.last = this.run(0)
    this.identity = {
      id,
      kind: 'module',
      name: `${type.name}, a stand-in`,
      software: 'stand-in 1',
      vehicleTypeId: type.id,
      channels: moduleChannels(architecture),
      actions: [...DEVICE_ACTIONS],
    }
  }

  private rested(): SimState {
    const levels = this.type.architecture.levels
    const standing = levels.find(({ offsetMm }) => offsetMm === 0) ?? levels[0]!
    const state = levelledState(this.machine, standing.id, this.temperatureC)
    if (!state.ok) throw new Error(`${this.type.name}: ${state.error.code}`)
    return state.value
  }

  private run(seconds: number): SimSample {
    const { machine, state, faults, temperatureC } = this
    const happenings = this.coming.map((happening) => ({ ...happening, atS: state.timeS }))
    this.coming = []
    const done = simulate({
      machine,
      state,
      faults,
      happenings,
      untilS: state.timeS + seconds,
      sampleEveryS: Number.POSITIVE_INFINITY,
      temperatureC: () => temperatureC,
    })
    this.state = done.state
    this.last = done.samples.at(-1)!
    return this.last
  }

  /**
   * Lets its clock run on.
   * @param elapsedS of the wall's clock. It falls behind rather than hold the server up.
   */
  advance(elapsedS: number): void {
    const until = this.state.timeS + elapsedS * this.speed
    const start = performance.now()
    while (this.state.timeS < until - 1e-9 && performance.now() - start < BUDGET_MS) {
      const slice = this.last.mode === 'asleep' ? PARKED_SLICE_S : SLICE_S
      this.run(Math.min(slice, until - this.state.timeS))
    }
  }

  /** What its module tells now. */
  frame(): Frame {
    const { last, state } = this
    const values: Record<string, number | null> = {}
    for (const { id, kind, corner } of this.identity.channels) {
      const at = corner ?? (id.endsWith('front') ? AXLE_CORNERS.front[0] : AXLE_CORNERS.rear[0])
      if (kind === 'signal') values[id] = last.signalPercent[at]
      if (kind === 'height') values[id] = last.reportedMm[at]
      if (id === 'gallery') values[id] = last.galleryBarG
      if (id === 'reservoir') values[id] = last.reservoirBarG
      if (id === 'pump') values[id] = last.pumpC
      if (id === 'runs') values[id] = last.pumpOn ? 1 : 0
      if (id === 'supply') values[id] = state.supply ? (last.pumpOn ? SUPPLY_V - 0.5 : SUPPLY_V) : 0
    }
    const { mode, pumpOn, pumpWay, open } = last
    return {
      kind: 'frame',
      atS: state.timeS,
      values,
      module: {
        mode,
        pumpOn,
        pumpWay,
        open: [...open],
        levelId: state.levelId,
        lifting: state.lifting,
        ignition: state.ignition,
        supply: state.supply,
        doorOpen: state.doorOpen,
      },
    }
  }

  /** Its codes where they are other than those told last; null: nothing new. */
  newCodes(): Codes | null {
    const codes = this.state.codes.map((code: Code) => {
      const seen = this.state.frames[code]
      return {
        ...CODE_WORDS[code],
        present: this.state.present.includes(code),
        seen: seen
          ? {
              atS: seen.timeS,
              offMm: seen.offMm,
              galleryBarG:
                this.type.architecture.pressureSensor === 'gallery' ? seen.galleryBarG : null,
              pumpC: seen.pumpC,
            }
          : null,
      }
    })
    const told = JSON.stringify(codes)
    if (told === this.codesToldAs) return null
    this.codesToldAs = told
    return { kind: 'codes', codes }
  }

  /** Why its module would not do that now; null when it would. */
  private refusal({ action, corner }: LinkCommand): Refusal {
    const {
      state,
      type: { architecture },
    } = this
    if (!state.supply || this.faults.some(({ kind }) => kind === 'supplyMissing'))
      return DEVICE_STOPS.supplyOff()
    if (!state.ignition && action !== 'stop') return DEVICE_STOPS.asleep()
    if (action === 'fill' && corner === null) return DEVICE_STOPS.cornerMissing()
    if ((action === 'fill' || action === 'vent') && corner !== null) {
      if (!hasAirAtCorner(architecture, corner)) return DEVICE_STOPS.noAirThere()
    }
    if ((action === 'raise' || action === 'lower') && state.lifting) return DEVICE_STOPS.lifting()
    if ((action === 'raise' || action === 'lower') && architecture.doorInhibit && state.doorOpen)
      return DEVICE_STOPS.doorOpen()
    if (
      (action === 'fill' || action === 'pump' || action === 'raise') &&
      (this.last.mode === 'lockedOut' || state.pumpC >= this.machine.pump.cutoutC)
    )
      return DEVICE_STOPS.pumpHot()
    if ((action === 'liftingOn' || action === 'liftingOff') && architecture.liftingMode === 'none')
      return DEVICE_STOPS.noLiftingMode()
    return null
  }

  /** Carries a command out. @returns why not; null when it was taken. */
  command(command: LinkCommand): Refusal {
    const refusal = this.refusal(command)
    if (refusal !== null) return refusal
    const { action, corner, forS, offMm } = command
    const levels = [...this.type.architecture.levels].sort((a, b) => a.offsetMm - b.offsetMm)
    const at = levels.findIndex(({ id }) => id === this.state.levelId)
    const actuate = (what: Actuation): null => {
      this.coming.push({ atS: 0, do: 'actuate', what, forS: forS ?? USUAL_ACTUATION_S })
      return null
    }
    switch (action) {
      case 'raise':
      case 'lower': {
        const next = levels[at + (action === 'raise' ? 1 : -1)]
        if (!next)
          return action === 'raise'
            ? DEVICE_STOPS.highest(highestLevel(this.type.architecture)?.id ?? '')
            : DEVICE_STOPS.lowest()
        this.coming.push({ atS: 0, do: 'level', levelId: next.id })
        return null
      }
      case 'fill':
        return actuate({ kind: 'fill', corner: corner! })
      case 'vent':
        return actuate(corner === null ? { kind: 'bleed' } : { kind: 'vent', corner })
      case 'pump':
        return actuate({ kind: 'pump' })
      case 'calibrate':
        if (!offMm) return DEVICE_STOPS.heightsMissing()
        this.coming.push({ atS: 0, do: 'calibrate', offMm })
        return null
      case 'stop':
      case 'liftingOn':
      case 'liftingOff':
      case 'clearCodes':
        this.coming.push({ atS: 0, do: action })
        return null
    }
  }

  /** Does to it what only somebody at the car can do. */
  change({
    ignition,
    supply,
    doorOpen,
    payloadN,
    lift,
    temperatureC,
    faults,
    speed,
    afresh,
  }: StandInChange): void {
    if (afresh) {
      const { timeS } = this.state
      this.state = { ...this.rested(), timeS, asleepSinceS: timeS }
      this.faults = []
      this.coming = []
    }
    const when = (
      said: boolean | undefined,
      yes: 'ignitionOn' | 'supplyOn' | 'doorOpen',
      no: 'ignitionOff' | 'supplyOff' | 'doorShut',
    ): void => {
      if (said !== undefined) this.coming.push({ atS: 0, do: said ? yes : no })
    }
    when(ignition, 'ignitionOn', 'ignitionOff')
    when(supply, 'supplyOn', 'supplyOff')
    when(doorOpen, 'doorOpen', 'doorShut')
    if (lift) this.coming.push({ atS: 0, do: 'hold', heldMm: HELD_MM[lift] })
    if (payloadN)
      this.coming.push({
        atS: 0,
        do: 'load',
        payloadN: Object.fromEntries(
          Object.entries(payloadN).filter(([, newton]) => newton !== undefined),
        ),
      })
    if (temperatureC !== undefined) this.temperatureC = temperatureC
    if (faults) this.setFaults(faults)
    if (speed !== undefined) this.speed = speed
    this.run(0.001)
  }

  // A lost charge is gone at once; whoever fills the reservoir again finds it full.
  private setFaults(faults: readonly Fault[]): void {
    const lost = faults.find((fault) => fault.kind === 'lostCharge')
    const before = this.faults.find((fault) => fault.kind === 'lostCharge')
    this.faults = faults
    if (lost && lost.share !== before?.share)
      this.state = chargeLost(this.machine, this.state, lost.share, this.temperatureC)
  }

  /** How it was set up. */
  now(): NonNullable<DeviceStatus['standInNow']> {
    return {
      faults: this.faults,
      speed: this.speed,
      temperatureC: this.temperatureC,
      payloadN: { ...this.state.payloadN },
      lift: this.state.heldMm === null ? 'ground' : this.state.heldMm > 0 ? 'hanging' : 'standing',
    }
  }

  /** What a gauge held to it would read. @returns null where there is nothing to read. */
  gauge(
    kind: 'heightGauge' | 'pressureGauge' | 'currentClamp',
    corner: Corner | null,
  ): number | null {
    const { last } = this
    // A tape is read to half a millimetre.
    if (kind === 'heightGauge') return corner && Math.round(2 * last.heightMm[corner]) / 2
    if (kind === 'currentClamp') return Math.round(10 * last.pumpA) / 10
    const bar = corner ? last.pressureBarG[corner] : last.galleryBarG
    return corner && !hasAirAtCorner(this.type.architecture, corner)
      ? null
      : Math.round(100 * bar) / 100
  }
}
