import type { CoilEntry, Job, Lives, Part, PartKind, Rate, VehicleDetail } from '@anklet/contract'
import type {
  Fitted,
  PricedKind,
  KnownLife,
  RepairCase,
  Failed,
  MeasuredLeak,
  Assumed,
} from '@anklet/core/reasoning/strategy'
import {
  ageAt,
  lifeOf,
  fittedAs,
  axleOf,
  cornerOf,
  springsOn,
  UNKNOWN_AGE_YEARS,
  leakMinutesOf,
  mendNow,
} from '@anklet/core/reasoning/strategy'
import type { Axle, Corner } from '@anklet/core/base/vehicle'
import { axleMate, CORNERS } from '@anklet/core/base/vehicle'

/** How old the other spring and the pump of this very vehicle are, years; null: nobody knows. */
export function agesOf(
  { vehicle, repairs }: Pick<VehicleDetail, 'vehicle' | 'repairs'>,
  corner: Corner,
  nowMs: number,
): { readonly other: number | null; readonly pump: number | null } {
  const lived = {
    firstUsedMs: vehicle.firstUsed ? Date.parse(vehicle.firstUsed) : null,
    springs: CORNERS,
    fitted: repairs.map(({ at, part, corners }): Fitted => ({
      atMs: Date.parse(at),
      what: fittedAs(part),
      places: corners,
    })),
  }
  return {
    other: ageAt(lived, 'spring', axleMate(corner), nowMs),
    pump: ageAt(lived, 'pump', 'pump', nowMs),
  }
}

/** The parts a strategy prices on an axle. */
export function partsFor(
  parts: readonly Part[],
  typeId: string,
  axle: Axle,
): Readonly<Partial<Record<PricedKind, Part>>> {
  const fitting = parts.filter(
    (part) => part.typeId === typeId && (part.axle === null || part.axle === axle),
  )
  const ofOther = (kind: PartKind): Part | undefined =>
    parts.find((part) => part.typeId === typeId && part.kind === kind && part.axle !== axle)
  const [otherConversion, otherDampers] = [ofOther('conversion'), ofOther('dampers')]
  return {
    ...Object.fromEntries(fitting.map((part) => [part.kind, part])),
    ...(otherConversion ? { otherConversion } : {}),
    ...(otherDampers ? { otherDampers } : {}),
  }
}

/** A case to be reckoned, out of the records and what is assumed. */
export function repairCaseOf(
  job: Job,
  failed: Failed,
  known: {
    readonly detail: VehicleDetail
    readonly parts: readonly Part[]
    readonly lives: Lives
    /** null: nobody said what an hour costs. */
    readonly rate: Rate | null
    /** Null: not measured. */ readonly leak: MeasuredLeak | null
  },
  assumed: Assumed,
  nowMs: number,
  /** Chosen for the axle. */ coil: CoilEntry | null = null,
): {
  readonly repair: RepairCase
  readonly lives: { readonly spring: KnownLife; readonly pump: KnownLife }
  readonly ages: { readonly other: number | null; readonly pump: number | null }
} {
  const axle = axleOf(failed, job)
  const priced = {
    ...partsFor(known.parts, job.vehicleType.id, axle),
    ...(coil
      ? { coil: { cost: coil.cost, hours: 0, pairHours: null, leadDays: coil.leadDays } }
      : {}),
  }
  const lives = {
    spring: lifeOf('spring', priced.spring?.life ?? null, known.lives.spring),
    pump: lifeOf('pump', priced.pump?.life ?? null, known.lives.pump),
  }
  const ages = agesOf(known.detail, cornerOf(failed, job), nowMs)
  return {
    lives,
    ages,
    repair: {
      failed: {
        springs: springsOn(failed, axle).length as RepairCase['failed']['springs'],
        pump: failed.pump,
      },
      axle,
      architecture: job.vehicleType.architecture,
      priced,
      lives: { spring: lives.spring.life, pump: lives.pump.life },
      labourPerHour: known.rate?.perHour ?? null,
      ages: {
        otherYears: assumed.otherYears ?? ages.other ?? UNKNOWN_AGE_YEARS,
        pumpYears: assumed.pumpYears ?? ages.pump ?? UNKNOWN_AGE_YEARS,
      },
      leak: {
        minutesPerDay: leakMinutesOf(assumed, known.leak),
        normalMinutesPerDay: assumed.normalMinutes,
        daysBeforeRepair: assumed.daysBefore,
      },
      mendNow: mendNow({
        arrival: job.arrival,
        cause: job.conclusions.at(-1)?.cause ?? null,
        leakBarLPerH: known.leak?.barLPerH ?? null,
      }),
      waitYears: assumed.waitMonths / 12,
    },
  }
}
