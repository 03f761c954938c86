import type { CoilEntry, Job, Lives, Part, PartKind, Rate, VehicleDetail } from '@anklet/contract'
import { duty } from '@anklet/core/physics/compressor'
import { singleFaults } from '@anklet/core/reasoning/diagnosis'
import { USUAL_PUMP } from '@anklet/core/physics/simulation'
import type { Fitted, LivingPart, PricedKind, RepairCase } from '@anklet/core/reasoning/strategy'
import { ageAt, fitLife, fittedAs, USUAL_LIVES } from '@anklet/core/reasoning/strategy'
import type { Axle, Corner } from '@anklet/core/base/vehicle'
import {
  AXLE_CORNERS,
  AXLE_OF,
  AXLES,
  axleMate,
  CORNERS,
  hasAirAtCorner,
  hasAirOnAxle,
} from '@anklet/core/base/vehicle'

/** What a person may say otherwise than the records do; null: as reckoned. */
export interface Assumed {
  readonly otherYears: number | null
  readonly pumpYears: number | null
  /** As the leak was measured, or as usual where it was not. */
  readonly leakMinutes: number | null
  readonly normalMinutes: number
  readonly daysBefore: number
  readonly waitMonths: number
  readonly horizonYears: number
  readonly discountPercent: number
}
export const USUALLY_ASSUMED: Assumed = {
  otherYears: null,
  pumpYears: null,
  leakMinutes: null,
  normalMinutes: 6,
  daysBefore: 30,
  waitMonths: 6,
  horizonYears: 6,
  discountPercent: 3,
}
/** What a pump runs a day on a car that leaks, where the leak was not measured. */
const USUAL_LEAK_MINUTES = 25
const MINUTES_PER_DAY = 1440
/** Where nobody knows how old a part is, years. */
const UNKNOWN_AGE_YEARS = 6

/** What failed, as far as a strategy asks: springs at corners, the pump, or both. */
export interface Failed {
  readonly springs: readonly Corner[]
  readonly pump: boolean
}

/** The axle a decision is about: that of the springs that failed, the front before the rear. */
export const axleOf = ({ springs }: Failed, { vehicleType }: Pick<Job, 'vehicleType'>): Axle =>
  AXLES.find((axle) => springs.some((corner) => AXLE_OF[corner] === axle)) ??
  AXLES.find((axle) => hasAirOnAxle(vehicleType.architecture, axle)) ??
  'rear'

/** The springs of its axle that failed. */
export const springsOn = ({ springs }: Failed, axle: Axle): readonly Corner[] =>
  AXLE_CORNERS[axle].filter((corner) => springs.includes(corner))

/** The corner a decision is filed under. */
export const cornerOf = (failed: Failed, job: Pick<Job, 'vehicleType'>): Corner => {
  const axle = axleOf(failed, job)
  return springsOn(failed, axle)[0] ?? AXLE_CORNERS[axle][0]
}

const SPRINGS = new Set(['springLeak', 'springTorn', 'springValveSeat', 'buckled'])
const PUMPS = new Set(['pumpWorn', 'pumpSeized', 'pumpNoisy', 'checkValve'])
/** What a finding failed, where there is a choice between schools; null: it is mended, and that is that. */
export function failedBy(cause: string, { vehicleType }: Pick<Job, 'vehicleType'>): Failed | null {
  const faults = singleFaults(cause)
  const springs = CORNERS.filter(
    (corner) =>
      hasAirAtCorner(vehicleType.architecture, corner) &&
      faults.some(({ base, place }) => SPRINGS.has(base) && place === corner),
  )
  const pump = faults.some(({ base }) => PUMPS.has(base))
  return springs.length > 0 || pump ? { springs, pump } : null
}

/** A leak as the nights of the job have it. */
export interface MeasuredLeak {
  readonly barLPerH: number
  /** Mean design pressure of the corners that lose it, bar gauge. */
  readonly meanBarG: number
  /** When the last of those nights began. */
  readonly at: string
}

/**
 * Minutes a day the pump runs with the leak: as somebody said, else by the measured leak and a pump
 * as our stand-ins have it, else as usual. A leak that outruns the pump keeps it running all day.
 */
export function leakMinutesOf(assumed: Assumed, leak: MeasuredLeak | null): number {
  if (assumed.leakMinutes !== null) return assumed.leakMinutes
  if (!leak) return USUAL_LEAK_MINUTES
  const day = duty({
    leakBarLPerH: leak.barLPerH,
    meanBarG: leak.meanBarG,
    freeFlowLPerMin: USUAL_PUMP.freeFlowLPerMin,
    stallBarG: USUAL_PUMP.stallBarG,
    normalMinutesPerDay: assumed.normalMinutes,
    lifeHours: 1,
  })
  return day.ok ? day.value.totalMinutesPerDay : MINUTES_PER_DAY
}

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

/** A life, and whether it is this shop's own. */
export interface KnownLife {
  readonly life: LivingPart['life']
  readonly from: 'part' | 'shop' | 'usual'
  readonly failures: number
}

/** How long a part lasts: as entered with it; as the shop has seen, where it has seen enough; as usual. */
export function lifeOf(what: 'spring' | 'pump', part: Part | undefined, lives: Lives): KnownLife {
  if (part?.life) return { life: part.life, from: 'part', failures: 0 }
  const fitted = fitLife(lives[what])
  return fitted
    ? { life: fitted, from: 'shop', failures: fitted.failures }
    : { life: USUAL_LIVES[what], from: 'usual', failures: lives[what].failedAtYears.length }
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
    readonly rate: Rate
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
    spring: lifeOf('spring', priced.spring, known.lives),
    pump: lifeOf('pump', priced.pump, known.lives),
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
      labourPerHour: known.rate.perHour,
      ages: {
        otherYears: assumed.otherYears ?? ages.other ?? UNKNOWN_AGE_YEARS,
        pumpYears: assumed.pumpYears ?? ages.pump ?? UNKNOWN_AGE_YEARS,
      },
      leak: {
        minutesPerDay: leakMinutesOf(assumed, known.leak),
        normalMinutesPerDay: assumed.normalMinutes,
        daysBeforeRepair: assumed.daysBefore,
      },
      waitYears: assumed.waitMonths / 12,
    },
  }
}
