import { integrateStiff } from '../../base/numbers/index.ts'
import { buildRig, createSolver } from '../pneumatics/index.ts'
import { P_ATM_BAR } from '../../base/units/index.ts'
import type { PerCorner } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLE_OF, CORNERS, perCorner } from '../../base/vehicle/index.ts'
import { actuate, level, settle } from './controller.ts'
import type { Decision, Seen } from './controller.ts'
import type { Happening } from './machine.ts'
import type { Springs } from './held.ts'
import { heldSprings } from './held.ts'
import { levelOffsetMm, levelStoodAt } from './machine.ts'
import type { Command, Network } from './network.ts'
import { airSlope, keepTotal, nodePressures, passagesOf, pumpShareOf, REST } from './network.ts'
import { sampleOf } from './sample.ts'
import { heightsSeen } from './signals.ts'
import type { SimEvent, SimRequest, SimRun, SimSample } from './simRun.ts'
import type { Code, ModuleMode, SimState } from './state.ts'
import { copyOf, DRAWN, DRIED, GALLERY, VENTED } from './state.ts'
import { warmedC } from './warm.ts'
import { waterCarriedG, waterDrawnG } from './water.ts'

/** The module looks this often while it acts, and this often while it only waits, s. */
const ACT_S = 0.25
const WAIT_S = 20
/** Largest error of one step, bar-litre: a hundredth of a mm. */
const TOLERANCE_BAR_L = 2e-4
const LEAST_BUILDING_BAR = 1
/** A display follows with this time constant, s. */
const SHOWN_S = 0.8
/** Sides of an axle further apart than this cannot both be true, mm. */
const SIDES_APART_MM = 80
const HUMIDITY = 0.8

/** Happenings that only turn something on or off. */
const SWITCHED: Partial<Record<Happening['do'], Partial<SimState>>> = {
  supplyOff: { supply: false },
  supplyOn: { supply: true },
  doorOpen: { doorOpen: true },
  doorShut: { doorOpen: false },
  liftingOn: { lifting: true },
  liftingOff: { lifting: false },
}

class Run {
  private readonly samples: SimSample[] = []
  private readonly events: SimEvent[] = []
  private readonly air: Float64Array
  private readonly pressure = new Float64Array(6)
  private readonly state: SimState
  private readonly total: number
  private solver: Springs
  private command: Command = REST
  private pumpWasOn = false

  constructor(private readonly request: SimRequest) {
    this.state = copyOf(request.state)
    this.air = Float64Array.from(this.state.air)
    this.total =
      this.air.slice(0, 6).reduce((sum, amount) => sum + amount, 0) +
      this.air[VENTED]! -
      this.air[DRAWN]!
    this.solver = this.makeSolver()
  }

  private makeSolver(): Springs {
    const rig = buildRig(this.request.machine.vehicle)
    const solver = createSolver(
      rig,
      Float64Array.from(
        CORNERS,
        (corner, i) => rig.designLoadN[i]! + (this.state.payloadN[corner] ?? 0),
      ),
    )
    return this.state.heldMm === null ? solver : heldSprings(rig, solver, this.state.heldMm)
  }

  private network(): Network {
    const { machine, faults, temperatureC } = this.request
    return {
      machine,
      solver: this.solver,
      passages: passagesOf(this.command, faults, temperatureC(this.state.timeS)),
      pump: this.command.pump,
      pumpShare: pumpShareOf(machine, faults, temperatureC(this.state.timeS)),
      temperatureC,
    }
  }

  private note(what: SimEvent['what'], detail: string): void {
    this.events.push({ timeS: this.state.timeS, what, detail })
  }

  private storeCode(code: Code): void {
    if (!this.state.present.includes(code)) this.state.present.push(code)
    if (this.state.codes.includes(code)) return
    this.state.codes.push(code)
    const { offMm, pressureBarA } = this.look()
    this.state.frames[code] = {
      timeS: this.state.timeS,
      mode: this.state.mode,
      offMm,
      galleryBarG: Math.max(0, pressureBarA[GALLERY]! - P_ATM_BAR),
      pumpC: this.state.pumpC,
    }
    this.note('code', code)
  }

  private look(): Seen {
    const { machine, faults, temperatureC } = this.request
    nodePressures(this.network(), this.air, temperatureC(this.state.timeS), this.pressure)
    return {
      offMm: heightsSeen(
        machine,
        this.solver.travelMm,
        levelOffsetMm(machine, this.state.levelId),
        this.state.trimMm,
        faults,
      ),
      pressureBarA: this.pressure,
    }
  }

  private enter(mode: ModuleMode): void {
    if (mode === this.state.mode) return
    this.state.mode = mode
    this.state.movingSinceS = mode === 'raising' || mode === 'settling' ? this.state.timeS : null
    this.note('mode', mode)
  }

  private happen(happening: Happening): void {
    const { state } = this
    this.note('happening', happening.do)
    Object.assign(state, SWITCHED[happening.do])
    switch (happening.do) {
      case 'ignitionOn':
        Object.assign(state, { ignition: true, asleepSinceS: null, checksDone: 0, present: [] })
        this.enter('awake')
        return
      case 'ignitionOff':
        Object.assign(state, { ignition: false, asleepSinceS: state.timeS, checksDone: 0 })
        this.enter('asleep')
        return
      case 'clearCodes':
        Object.assign(state, { codes: [], present: [], frames: {} })
        if (state.mode === 'faulted') this.enter('awake')
        return
      case 'stop':
        state.actuation = null
        state.levelId = levelStoodAt(this.request.machine, this.solver.travelMm, this.state.levelId)
        return
      case 'actuate':
        state.actuation = { what: happening.what, untilS: state.timeS + happening.forS }
        return
      case 'calibrate':
        this.calibrate(happening.offMm)
        return
      case 'hold':
        state.heldMm = happening.heldMm
        this.solver = this.makeSolver()
        return
      case 'level':
        state.levelId = happening.levelId
        return
      case 'load':
        state.payloadN = { ...happening.payloadN }
        this.solver = this.makeSolver()
    }
  }

  // The sensors are taken to mean what the tape says; one without a plausible signal cannot be
  // taught.
  private calibrate(offMm: PerCorner<number>): void {
    const seen = this.look().offMm
    const { trimMm } = this.state
    this.state.trimMm = perCorner((corner) =>
      seen[corner] === null ? trimMm[corner] : trimMm[corner] + offMm[corner] - seen[corner],
    )
  }

  private powered(): boolean {
    return this.state.supply && !this.request.faults.some(({ kind }) => kind === 'supplyMissing')
  }

  private watchSensors({ offMm }: Seen): void {
    const { sensors } = this.request.machine.architecture
    if (CORNERS.some((corner) => offMm[corner] === null && sensors[AXLE_OF[corner]] !== 'none'))
      this.storeCode('sensorImplausible')
    for (const [left, right] of Object.values(AXLE_CORNERS)) {
      if (
        offMm[left] !== null &&
        offMm[right] !== null &&
        Math.abs(offMm[left] - offMm[right]) > SIDES_APART_MM
      )
        this.storeCode('sidesImplausible')
    }
  }

  // What the module wants, before relay and plugs have their say.
  private decide(): Decision {
    const { machine } = this.request
    const { state } = this
    if (!this.powered()) {
      if (state.supply && state.ignition) this.storeCode('supplyMissing')
      return { mode: state.ignition ? 'faulted' : 'asleep', command: REST }
    }
    const checkAt =
      state.asleepSinceS === null
        ? null
        : machine.architecture.parked.checksAfterH[state.checksDone]
    const checkDue =
      checkAt !== undefined &&
      checkAt !== null &&
      state.timeS >= state.asleepSinceS! + checkAt * 3600
    if (!state.ignition && state.mode !== 'settling' && !checkDue)
      return { mode: 'asleep', command: REST }
    const seen = this.look()
    if (state.ignition) this.watchSensors(seen)
    if (!state.ignition) {
      if (checkDue && state.mode !== 'settling') {
        state.checksDone += 1
        this.note('check', String(state.checksDone))
      }
      // Where lines are crossed it would settle for ever, and let everything out.
      const tooLong =
        state.mode === 'settling' &&
        state.movingSinceS !== null &&
        state.timeS - state.movingSinceS > machine.rules.timeLimitS
      return tooLong ? { mode: 'asleep', command: REST } : settle(machine, state, seen)
    }
    if (this.request.faults.some(({ kind }) => kind === 'codingMissing')) {
      this.storeCode('codingMissing')
      return { mode: 'faulted', command: REST }
    }
    if (state.actuation && state.actuation.untilS <= state.timeS) state.actuation = null
    const cool = state.mode === 'lockedOut' ? machine.pump.resumeC : machine.pump.cutoutC
    if (state.actuation) {
      if (
        state.pumpC < cool ||
        state.actuation.what.kind === 'vent' ||
        state.actuation.what.kind === 'bleed'
      )
        return actuate(machine, state.actuation.what, seen)
      state.actuation = null
    }
    if (state.lifting || (machine.architecture.doorInhibit && state.doorOpen))
      return { mode: 'inhibited', command: REST }
    if (state.mode === 'faulted') return { mode: 'faulted', command: REST }
    if (state.pumpC >= cool) {
      this.storeCode('pumpHot')
      return { mode: 'lockedOut', command: REST }
    }
    return this.inTime(level(machine, state, seen), seen)
  }

  // A raise that takes too long is given up: with no pressure in the gallery the pump or its line
  // is at fault, else a leak or a wrong height.
  private inTime(decision: Decision, seen: Seen): Decision {
    const { movingSinceS, timeS, mode } = this.state
    if (
      decision.mode !== 'raising' ||
      mode !== 'raising' ||
      movingSinceS === null ||
      timeS - movingSinceS <= this.request.machine.rules.timeLimitS
    )
      return decision
    this.storeCode(
      seen.pressureBarA[GALLERY]! - P_ATM_BAR < LEAST_BUILDING_BAR
        ? 'pressureNotBuilding'
        : 'heightMissed',
    )
    return { mode: 'faulted', command: REST }
  }

  private act(): void {
    const { mode, command } = this.decide()
    const { faults } = this.request
    const dead = faults.some(({ kind }) => kind === 'relayDead')
    const welded = this.powered() && faults.some(({ kind }) => kind === 'relayWelded')
    this.enter(mode)
    if (welded && command.pump === null && this.state.ignition) this.storeCode('relayStuck')
    this.command = {
      open: command.open,
      pump: dead ? null : (command.pump ?? (welded ? 'in' : null)),
    }
    const on = this.command.pump !== null
    if (on !== this.pumpWasOn) this.note(on ? 'pumpOn' : 'pumpOff', '')
    this.pumpWasOn = on
  }

  private warm(from: number, to: number): void {
    const { machine, faults, temperatureC } = this.request
    const factor = faults.find((fault) => fault.kind === 'hotPump')?.factor ?? 1
    const heatKPerS = this.command.pump === null ? 0 : machine.pump.heatKPerS * factor
    this.state.pumpC = warmedC(
      this.state.pumpC,
      to - from,
      temperatureC(to),
      heatKPerS,
      machine.pump.coolS,
    )
  }

  private advance(toS: number): void {
    const network = this.network()
    const from = this.state.timeS
    const before: readonly [number, number] = [this.air[DRAWN]!, this.air[DRIED]!]
    if (network.passages.length > 0 || network.pump !== null) {
      const active = this.command.open.size > 0 || network.pump !== null
      integrateStiff((timeS, air, out) => airSlope(network, timeS, air, out), this.air, from, toS, {
        tolerance: TOLERANCE_BAR_L,
        firstStep: active ? 0.05 : 10,
      })
      keepTotal(this.air, this.total)
    }
    this.wet(before, this.request.temperatureC(toS))
    this.follow(toS - from)
    this.warm(from, toS)
    this.state.timeS = toS
  }

  // What is drawn in leaves its water in the dryer; what goes back out through it carries water
  // away.
  private wet([drawn, dried]: readonly [number, number], temperatureC: number): void {
    const { humidity = HUMIDITY } = this.request
    const taken = waterDrawnG(this.air[DRAWN]! - drawn, temperatureC, humidity)
    this.state.moistureG = Math.max(
      0,
      this.state.moistureG + taken - waterCarriedG(this.air[DRIED]! - dried, temperatureC),
    )
  }

  private follow(seconds: number): void {
    const share = 1 - Math.exp(-seconds / SHOWN_S)
    this.solver.solve(this.air, this.request.temperatureC(this.state.timeS))
    const { travelMm } = this.solver
    this.state.shownMm = this.state.shownMm
      ? this.state.shownMm.map((mm, i) => mm + (travelMm[i]! - mm) * share)
      : [...travelMm]
  }

  private sample(): void {
    const { temperatureC } = this.request
    nodePressures(this.network(), this.air, temperatureC(this.state.timeS), this.pressure)
    this.samples.push(
      sampleOf(this.request, {
        state: this.state,
        travelMm: this.solver.travelMm,
        pressureBarA: this.pressure,
        command: this.command,
        air: this.air,
      }),
    )
  }

  // The next moment at which anything may change of itself.
  private nextS(limitS: number): number {
    const { machine } = this.request
    const { state } = this
    const acting =
      this.state.actuation !== null ||
      this.command.open.size > 0 ||
      this.command.pump !== null ||
      state.mode === 'settling'
    if (acting) return Math.min(limitS, state.timeS + ACT_S)
    if (state.ignition) return Math.min(limitS, state.timeS + WAIT_S)
    const check =
      state.asleepSinceS === null || !this.powered()
        ? undefined
        : machine.architecture.parked.checksAfterH[state.checksDone]
    const at = check === undefined ? limitS : state.asleepSinceS! + check * 3600
    return at > state.timeS ? Math.min(limitS, at) : Math.min(limitS, state.timeS + ACT_S)
  }

  go(): SimRun {
    const { untilS, sampleEveryS, happenings } = this.request
    const waiting = happenings
      .filter(({ atS }) => atS >= this.state.timeS)
      .sort((a, b) => a.atS - b.atS)
    let nextSampleS = this.state.timeS
    while (this.state.timeS < untilS) {
      while (waiting[0] && waiting[0].atS <= this.state.timeS) this.happen(waiting.shift()!)
      this.act()
      if (this.state.timeS >= nextSampleS) {
        this.sample()
        nextSampleS += sampleEveryS
      }
      this.advance(this.nextS(Math.min(untilS, nextSampleS, waiting[0]?.atS ?? untilS)))
    }
    this.act()
    this.sample()
    return {
      samples: this.samples,
      events: this.events,
      state: { ...this.state, air: [...this.air] },
    }
  }
}

/** Runs a machine from a state to a time. The same request always gives the same run. */
export const simulate = (request: SimRequest): SimRun => new Run(request).go()
