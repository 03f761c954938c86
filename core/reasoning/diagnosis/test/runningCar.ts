import { usualArchitecture, CORNERS, perCorner } from '../../../base/vehicle/index.ts'
import type {
  Fault,
  Happening,
  Machine,
  SimRun,
  SimState,
} from '../../../physics/simulation/index.ts'
import { levelledState, simulate, usualMachine } from '../../../physics/simulation/index.ts'
import { hypothesisCorners, inferLeak } from '../../../measuring/leakdown/index.ts'
import { sampleVehicle } from '../../../base/samples/index.ts'
import type { Architecture, Corner } from '../../../base/vehicle/index.ts'

/** Four struts on an open layout whose module, parked, settles each axle to its low corner. */
export const ARCHITECTURE: Architecture = usualArchitecture({
  air: { front: 'strut', rear: 'strut' },
  pressureSensor: 'gallery',
  levels: [
    { id: 'road', offsetMm: 0 },
    { id: 'high', offsetMm: 30 },
  ],
  parked: { policy: 'settleAxle', checksAfterH: [2, 5] },
})
const H = 3600
/** What a sound car does: the same for all. */
const SOUND = new Map<string, unknown>()
/** The ignition goes on. */
export const on: Happening = { atS: 1, do: 'ignitionOn' }

/**
 * Something wrong with the air or the module, as the simulator knows it, and what of it hands and
 * eyes could find at the car.
 */
export interface Case {
  readonly faults: readonly Fault[]
  /** Checks by hand that would show it, by check and place, with the outcome. */
  readonly byHand: Readonly<Record<string, string>>
  readonly complaint?: Readonly<Record<string, string>>
  /** Cold night, degC. */
  readonly nightC?: number
  /** A shorter night, s: a pump that never stops takes long to run. */
  readonly nightS?: number
}

/** A simulated car as its machinery runs: drives, nights, and what its module keeps of them. */
export class RunningCar {
  protected readonly machine: Machine = usualMachine(sampleVehicle(), ARCHITECTURE, {
    supplyV: 13.2,
  })
  private readonly kept = new Map<string, unknown>()

  /** @param miss chance that a look misses what is there. @param random seeded. */
  constructor(
    protected readonly what: Case,
    protected readonly random: () => number,
    protected readonly miss = 0.1,
  ) {}

  protected once<Value>(key: string, make: () => Value, sound = false): Value {
    const kept = sound ? SOUND : this.kept
    const name = sound ? `${key} ${this.what.nightC ?? 8}` : key
    if (!kept.has(name)) kept.set(name, make())
    return kept.get(name) as Value
  }

  protected run(
    from: SimState | null,
    untilS: number,
    happenings: readonly Happening[],
    {
      faults = this.what.faults,
      sampleEveryS = 1,
      machine = this.machine,
      toC = 15,
    }: { faults?: readonly Fault[]; sampleEveryS?: number; machine?: Machine; toC?: number } = {},
  ): SimRun {
    const state =
      from ??
      (() => {
        const levelled = levelledState(machine, 'road', 15)
        if (!levelled.ok) throw new Error(levelled.error.code)
        return levelled.value
      })()
    return simulate({
      machine,
      state,
      faults,
      untilS: state.timeS + untilS,
      happenings: happenings.map((each) => ({ ...each, atS: each.atS + state.timeS })),
      sampleEveryS,
      temperatureC: (timeS) =>
        15 + (toC - 15) * Math.min(1, Math.max(0, timeS - state.timeS) / untilS),
    })
  }

  /** A drive: levelled, raised, let down again, parked. */
  protected drive(faults = this.what.faults): SimRun {
    return this.once(
      'drive',
      () =>
        this.run(
          null,
          400,
          [
            on,
            { atS: 30, do: 'level', levelId: 'high' },
            { atS: 200, do: 'level', levelId: 'road' },
            { atS: 390, do: 'ignitionOff' },
          ],
          { faults },
        ),
      faults.length === 0,
    )
  }
  protected night(supply: boolean, faults = this.what.faults): SimRun {
    return this.once(
      `night ${String(supply)}`,
      () =>
        this.run(
          this.drive(faults).state,
          this.what.nightS ?? 10 * H,
          supply ? [] : [{ atS: 1, do: 'supplyOff' }],
          { faults, sampleEveryS: H, toC: this.what.nightC ?? 8 },
        ),
      faults.length === 0,
    )
  }
  protected fallen(supply: boolean): Record<Corner, number> {
    const [own, sound] = [this.night(supply).samples, this.night(supply, []).samples]
    return perCorner(
      (corner) =>
        own[0]!.heightMm[corner] -
        own.at(-1)!.heightMm[corner] -
        (sound[0]!.heightMm[corner] - sound.at(-1)!.heightMm[corner]),
    )
  }
  /** What the watch says: the inference over the two rounds, measured by a tape. */
  protected leaking(): readonly Corner[] {
    return this.once('leaking', () => {
      const { samples } = this.night(false)
      const tape = (sample: (typeof samples)[number]) =>
        perCorner((corner) =>
          [0, 1].map(() => sample.heightMm[corner] + 1.5 * (this.random() + this.random() - 1)),
        )
      const answer = inferLeak({
        vehicle: this.machine.vehicle,
        hours: (samples.at(-1)!.timeS - samples[0]!.timeS) / H,
        startC: 15,
        endC: this.what.nightC ?? 8,
        before: tape(samples[0]!),
        after: tape(samples.at(-1)!),
      })
      if (!answer.ok) throw new Error(answer.error.code)
      return hypothesisCorners(answer.value.best)
    })
  }
  protected inTheMorning(corner: Corner): number {
    return (
      this.night(true).samples.at(-1)!.heightMm[corner] -
      this.night(true, []).samples.at(-1)!.heightMm[corner]
    )
  }
  /** Seconds until it has risen a level, driven in; null: never. */
  protected riseS(faults = this.what.faults): number | null {
    return this.once(
      'rise',
      () => {
        const { samples } = this.run(
          this.drive(faults).state,
          200,
          [on, { atS: 4, do: 'level', levelId: 'high' }],
          { faults },
        )
        const up = samples.find(({ heightMm }) =>
          CORNERS.every((corner) => heightMm[corner] > samples[0]!.heightMm[corner] + 30 - 9),
        )
        return up ? up.timeS - samples[0]!.timeS : null
      },
      faults.length === 0,
    )
  }
  protected codes(): readonly string[] {
    return [
      ...new Set([
        ...this.drive().state.codes,
        ...this.once(
          'codes',
          () =>
            this.run(this.night(true).state, 300, [on, { atS: 4, do: 'level', levelId: 'high' }])
              .state.codes,
        ),
      ]),
    ]
  }
}
