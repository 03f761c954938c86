import type { Architecture, Axle } from '../vehicle/index.ts'
import { OTHER_AXLE } from '../vehicle/index.ts'
import { wearYears } from './axle.ts'
import type { AxleCase } from './axle.ts'
import type { LivingPart, Option, Visit } from './options.ts'

/** What can be bought for a repair. */
export type PricedKind =
  | 'spring'
  | 'strut'
  | 'pump'
  | 'relay'
  | 'valveBlock'
  | 'conversion'
  | 'coil'
  | 'otherConversion'
  | 'otherDampers'
/** A part with its price. */
export interface Priced {
  readonly cost: number
  readonly hours: number
  /** For both sides at once; null: twice. */ readonly pairHours: number | null
  readonly leadDays: number
}

/** What has failed, on which vehicle, with which prices. */
export interface RepairCase {
  readonly failed: 'spring' | 'pump' | 'springAndPump'
  readonly axle: Axle
  readonly architecture: Pick<Architecture, 'air' | 'damping'>
  readonly priced: Readonly<Partial<Record<PricedKind, Priced>>>
  readonly lives: { readonly spring: LivingPart['life']; readonly pump: LivingPart['life'] }
  readonly ages: { readonly otherYears: number; readonly pumpYears: number }
  readonly labourPerHour: number
  readonly leak: AxleCase['leak']
  /** How long it would be left for now, years. */
  readonly waitYears: number
}

/** A line of an estimate. */
export interface EstimateLine {
  readonly kind: PricedKind
  readonly count: number
  readonly cost: number
  readonly hours: number
}
export type OptionId =
  | 'this'
  | 'both'
  | 'struts'
  | 'withPump'
  | 'withBlock'
  | 'axleCoils'
  | 'coilsAndDampers'
  | 'allCoils'
  | 'pump'
  | 'leave'
/** An option with what it is made of now. */
export interface BuiltOption {
  readonly id: OptionId
  readonly option: Option
  readonly lines: readonly EstimateLine[]
  readonly hours: number
  /** Until the slowest part is here. */ readonly leadDays: number
  /** Parts nobody has priced: it cannot be reckoned. */ readonly missing: readonly PricedKind[]
}

const OPTIONS_OF: Readonly<Record<RepairCase['failed'], readonly OptionId[]>> = {
  spring: [
    'this',
    'both',
    'struts',
    'withPump',
    'withBlock',
    'axleCoils',
    'coilsAndDampers',
    'allCoils',
    'leave',
  ],
  springAndPump: [
    'this',
    'both',
    'struts',
    'withBlock',
    'axleCoils',
    'coilsAndDampers',
    'allCoils',
    'leave',
  ],
  pump: ['pump', 'leave'],
}

/** Whether coils on the axle leave no air anywhere: then the pump has nothing to do. */
const lastAir = ({ architecture, axle }: RepairCase): boolean =>
  architecture.air[OTHER_AXLE[axle]] === 'none'

function linesOf(
  id: OptionId,
  repair: RepairCase,
): readonly (readonly [kind: PricedKind, count: number])[] {
  const { failed, priced } = repair
  // A pump that ran with welding contacts takes its relay with it, where the shop has priced one.
  const pump: readonly (readonly [PricedKind, number])[] = [
    ['pump', 1],
    ...(priced.relay ? [['relay', 1] as const] : []),
  ]
  // Chosen for the axle, where that was done: one a side.
  const coils: readonly (readonly [PricedKind, number])[] = priced.coil ? [['coil', 2]] : []
  const withPump = failed === 'springAndPump' ? pump : []
  switch (id) {
    case 'this':
      return [['spring', 1], ...withPump]
    case 'both':
      return [['spring', 2], ...withPump]
    case 'struts':
      return [['strut', 2], ...withPump]
    case 'withPump':
      return [['spring', 2], ...pump]
    case 'withBlock':
      return [['spring', 2], ['valveBlock', 1], ...withPump]
    // Without any air there is nothing left for a pump to do.
    case 'allCoils':
      return [['conversion', 1], ...coils, ['otherConversion', 1]]
    case 'axleCoils':
      return [['conversion', 1], ...coils, ...(lastAir(repair) ? [] : withPump)]
    // Nothing is left for the module to do but the other axle's dampers: without it they stand at
    // one setting, or set its message.
    case 'coilsAndDampers':
      return [['conversion', 1], ...coils, ['otherDampers', 1]]
    case 'pump':
      return pump
    case 'leave':
      return failed === 'pump' ? pump : [['spring', 1], ...withPump]
  }
}

const estimate = (
  kind: PricedKind,
  count: number,
  { cost, hours, pairHours }: Priced,
): EstimateLine => ({
  kind,
  count,
  cost: count * cost,
  hours: count === 2 ? (pairHours ?? 2 * hours) : count * hours,
})

/**
 * Every option a finding leaves open, as visits now and later over the lives of two springs and
 * the pump.
 */
export function buildOptions(repair: RepairCase): {
  readonly parts: readonly LivingPart[]
  readonly options: readonly BuiltOption[]
} {
  const { failed, architecture, axle, priced, lives, ages, labourPerHour, leak, waitYears } = repair
  const worn = wearYears(leak)
  const springs = failed === 'pump' ? ages.otherYears : null
  const parts: LivingPart[] = [
    { id: 'this', life: lives.spring, ageYears: springs, wears: { pump: worn } },
    { id: 'other', life: lives.spring, ageYears: ages.otherYears, wears: { pump: worn } },
    { id: 'pump', life: lives.pump, ageYears: failed === 'spring' ? ages.pumpYears + worn : null },
  ]
  const visit = (
    of: readonly (readonly [PricedKind, number])[],
    restarts: readonly string[],
    ends: readonly string[] = [],
  ): Visit => ({
    restarts,
    ends,
    cost: of.reduce((sum, [kind, count]) => {
      const part = priced[kind]
      if (!part) return sum
      const { cost, hours } = estimate(kind, count, part)
      return sum + cost + hours * labourPerHour
    }, 0),
  })
  const built = (id: OptionId): BuiltOption => {
    const lines = linesOf(id, repair)
    const pumped = lines.some(([kind]) => kind === 'pump') ? ['pump'] : []
    const kind: PricedKind = id === 'struts' ? 'strut' : 'spring'
    const each = {
      this: visit([[kind, 1]], ['this']),
      other: visit([[kind, 1]], ['other']),
      pump: visit([['pump', 1]], ['pump']),
    }
    const both = visit([[kind, 2]], ['this', 'other'])
    const coils = id === 'axleCoils' || id === 'allCoils' || id === 'coilsAndDampers'
    const whole = coils && (id === 'allCoils' || lastAir(repair))
    const pair = id === 'both' || id === 'struts' || id === 'withPump' || id === 'withBlock'
    const restarts = [
      ...(coils || id === 'pump' || (id === 'leave' && failed === 'pump')
        ? []
        : pair
          ? ['this', 'other']
          : ['this']),
      ...pumped,
    ]
    const later = whole
      ? {}
      : id === 'axleCoils'
        ? { pump: each.pump }
        : pair
          ? { this: both, other: both, pump: each.pump }
          : each
    const known = lines.flatMap(([name, count]) => {
      const part = priced[name]
      return part ? [estimate(name, count, part)] : []
    })
    return {
      id,
      lines: known,
      hours: known.reduce((sum, { hours }) => sum + hours, 0),
      leadDays: Math.max(0, ...lines.map(([name]) => priced[name]?.leadDays ?? 0)),
      missing: lines.flatMap(([name]) => (priced[name] ? [] : [name])),
      option: {
        id,
        now: visit(
          lines,
          restarts,
          whole ? ['this', 'other', 'pump'] : coils ? ['this', 'other'] : [],
        ),
        later,
        ...(id === 'leave'
          ? { waitYears, rates: { pump: leak.minutesPerDay / leak.normalMinutesPerDay } }
          : {}),
      },
    }
  }
  const possible = (id: OptionId): boolean =>
    (id !== 'coilsAndDampers' ||
      (lastAir(repair) && architecture.damping[OTHER_AXLE[axle]] !== 'plain')) &&
    (id !== 'struts' || architecture.air[axle] === 'strut') &&
    (id !== 'leave' || failed !== 'pump') &&
    (id !== 'allCoils' ||
      (architecture.air.front !== 'none' && architecture.air.rear !== 'none')) &&
    (id !== 'withBlock' || priced.valveBlock !== undefined)
  return { parts, options: OPTIONS_OF[failed].filter(possible).map(built) }
}

/**
 * What a spring and a pump usually last, where the shop has seen too few fail: our own rough
 * figures.
 */
export const USUAL_LIVES = {
  spring: { shape: 2.8, scaleYears: 9.5 },
  pump: { shape: 2.2, scaleYears: 11 },
} as const
