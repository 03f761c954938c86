import type { Architecture, Axle } from '../../base/vehicle/index.ts'
import { OTHER_AXLE } from '../../base/vehicle/index.ts'
import { wearYears } from './axle.ts'
import type { AxleCase } from './axle.ts'
import type { MendNow } from './leaving.ts'
import type { LivingPart, Option, Visit } from './options.ts'

/** What can be bought for a repair. */
export type PricedKind =
  | 'spring'
  | 'strut'
  | 'pump'
  | 'relay'
  | 'valveBlock'
  | 'kit'
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
  readonly failed: {
    /** Springs of the axle. */ readonly springs: 0 | 1 | 2
    readonly pump: boolean
  }
  readonly axle: Axle
  readonly architecture: Pick<Architecture, 'air' | 'damping'>
  readonly priced: Readonly<Partial<Record<PricedKind, Priced>>>
  readonly lives: { readonly spring: LivingPart['life']; readonly pump: LivingPart['life'] }
  readonly ages: { readonly otherYears: number; readonly pumpYears: number }
  /** What an hour of work costs; null: nobody said. */
  readonly labourPerHour: number | null
  readonly leak: AxleCase['leak']
  /** Why it is not left for now; null: it may be. */ readonly mendNow: MendNow | null
  /** How long it would be left for now, years. */
  readonly waitYears: number
}

/** A line of an estimate; cost and hours are null where nobody entered them. */
export interface EstimateLine {
  readonly kind: PricedKind
  readonly count: number
  readonly cost: number | null
  readonly hours: number | null
}
export type OptionId =
  | 'this'
  | 'both'
  | 'bothThenSingly'
  | 'struts'
  | 'thisStrut'
  | 'withPump'
  | 'withBlock'
  | 'kit'
  | 'axleCoils'
  | 'coilsAndDampers'
  | 'allCoils'
  | 'pump'
  | 'leave'
/** An option with what it is made of now. */
export interface BuiltOption {
  readonly id: OptionId
  readonly option: Option
  /** Every part that is in it, priced or not. */
  readonly lines: readonly EstimateLine[]
  /** null: of some part nobody entered them. */
  readonly hours: number | null
  /** Until the slowest part is here; null: of some part nobody entered it. */
  readonly leadDays: number | null
  /** Whether all of its parts and the hour of work have a price: without, it is never cheap. */
  readonly isPriced: boolean
  /** Parts nobody has priced. */
  readonly missing: readonly PricedKind[]
  /** Parts nobody has priced that may be needed later: it cannot be set against others. */
  readonly missingLater: readonly PricedKind[]
}

/** What a finding leaves open: what failed alone only where it is not both sides. */
const optionsOf = ({ springs, pump }: RepairCase['failed']): readonly OptionId[] =>
  springs === 0
    ? ['pump']
    : [
        ...(springs === 1 ? (['this', 'thisStrut'] as const) : []),
        'both',
        'bothThenSingly',
        'struts',
        ...(pump ? [] : (['withPump'] as const)),
        'withBlock',
        'kit',
        'axleCoils',
        'coilsAndDampers',
        'allCoils',
        'leave',
      ]

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
  const withPump = failed.pump ? pump : []
  switch (id) {
    case 'this':
      return [['spring', 1], ...withPump]
    case 'both':
    case 'bothThenSingly':
      return [['spring', 2], ...withPump]
    case 'thisStrut':
      return [['strut', 1], ...withPump]
    case 'struts':
      return [['strut', 2], ...withPump]
    case 'withPump':
      return [['spring', 2], ...pump]
    // Bought as one where the shop has it so; else as what is in it.
    case 'kit':
      return priced.kit ? [['kit', 1]] : [['strut', 2], ...pump]
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
      return [['spring', failed.springs === 2 ? 2 : 1], ...withPump]
  }
}

/** Both springs now, and both again whenever one of them fails. */
const ALWAYS_BOTH: ReadonlySet<OptionId> = new Set([
  'both',
  'struts',
  'withPump',
  'withBlock',
  'kit',
])

const estimate = (kind: PricedKind, count: number, { cost, hours, pairHours }: Priced) => ({
  kind,
  count,
  cost: count * cost,
  hours: count === 2 ? (pairHours ?? 2 * hours) : count * hours,
})

// Two springs and the pump: what failed has no age, the rest what it has come to.
function livingParts({ failed, lives, ages, leak }: RepairCase): readonly LivingPart[] {
  const worn = wearYears(leak)
  const [thisYears, otherYears] = [
    failed.springs === 0 ? ages.otherYears : null,
    failed.springs === 2 ? null : ages.otherYears,
  ]
  // A pump that brought no leaking spring along was not worked by one.
  const pumpYears = ages.pumpYears + (failed.springs > 0 ? worn : 0)
  return [
    { id: 'this', life: lives.spring, ageYears: thisYears, wears: { pump: worn } },
    { id: 'other', life: lives.spring, ageYears: otherYears, wears: { pump: worn } },
    { id: 'pump', life: lives.pump, ageYears: failed.pump ? null : pumpYears },
  ]
}

/** Whether an option makes sense on such a vehicle. */
function isPossible(id: OptionId, repair: RepairCase): boolean {
  const { architecture, axle, priced } = repair
  return (
    (id !== 'coilsAndDampers' ||
      (lastAir(repair) && architecture.damping[OTHER_AXLE[axle]] !== 'plain')) &&
    ((id !== 'struts' && id !== 'thisStrut') || architecture.air[axle] === 'strut') &&
    (id !== 'allCoils' ||
      (architecture.air.front !== 'none' && architecture.air.rear !== 'none')) &&
    (id !== 'withBlock' || priced.valveBlock !== undefined) &&
    // Where the damper is apart from the spring there is nothing to make one up from.
    (id !== 'kit' || priced.kit !== undefined || architecture.air[axle] === 'strut') &&
    (id !== 'leave' || repair.mendNow === null)
  )
}

/**
 * Every option a finding leaves open, as visits now and later over the lives of two springs and
 * the pump.
 */
export function buildOptions(repair: RepairCase): {
  readonly parts: readonly LivingPart[]
  readonly options: readonly BuiltOption[]
} {
  const { failed, architecture, axle, priced, labourPerHour, leak, waitYears } = repair
  const parts = livingParts(repair)
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
      return sum + cost + hours * (labourPerHour ?? 0)
    }, 0),
  })
  const built = (id: OptionId): BuiltOption => {
    const lines = linesOf(id, repair)
    const pumped = lines.some(([kind]) => kind === 'pump' || kind === 'kit') ? ['pump'] : []
    const isStrut = architecture.air[axle] === 'strut'
    const kind: PricedKind =
      id === 'struts' || id === 'thisStrut' || (id === 'kit' && isStrut) ? 'strut' : 'spring'
    const each = {
      this: visit([[kind, 1]], ['this']),
      other: visit([[kind, 1]], ['other']),
      pump: visit([['pump', 1]], ['pump']),
    }
    const both = visit([[kind, 2]], ['this', 'other'])
    const coils = id === 'axleCoils' || id === 'allCoils' || id === 'coilsAndDampers'
    const whole = coils && (id === 'allCoils' || lastAir(repair))
    const alwaysBoth = ALWAYS_BOTH.has(id)
    const bothNow =
      alwaysBoth || id === 'bothThenSingly' || (id === 'leave' && failed.springs === 2)
    const restarts = [
      ...(coils || id === 'pump' ? [] : bothNow ? ['this', 'other'] : ['this']),
      ...pumped,
    ]
    const later = whole
      ? {}
      : id === 'axleCoils'
        ? { pump: each.pump }
        : alwaysBoth
          ? { this: both, other: both, pump: each.pump }
          : each
    const needed: readonly PricedKind[] = [
      ...('this' in later || 'other' in later ? [kind] : []),
      ...('pump' in later ? (['pump'] as const) : []),
    ]
    const told = lines.map(([name, count]): EstimateLine => {
      const part = priced[name]
      return part ? estimate(name, count, part) : { kind: name, count, cost: null, hours: null }
    })
    const missing = lines.flatMap(([name]) => (priced[name] ? [] : [name]))
    return {
      id,
      lines: told,
      hours: missing.length > 0 ? null : told.reduce((sum, { hours }) => sum + hours!, 0),
      leadDays:
        missing.length > 0 ? null : Math.max(0, ...lines.map(([name]) => priced[name]!.leadDays)),
      isPriced: missing.length === 0 && labourPerHour !== null,
      missing,
      missingLater: needed.filter((name) => !priced[name]),
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
  return {
    parts,
    options: optionsOf(failed)
      .filter((id) => isPossible(id, repair))
      .map(built),
  }
}

/**
 * What a spring and a pump usually last, where the shop has seen too few fail: our own rough
 * figures.
 */
export const USUAL_LIVES = {
  spring: { shape: 2.8, scaleYears: 9.5 },
  pump: { shape: 2.2, scaleYears: 11 },
} as const
