import type { CommandPayload, PartKind } from '@anklet/contract'
import type { BuiltOption, PricedKind } from '@anklet/core/reasoning/strategy'
import type { Axle } from '@anklet/core/base/vehicle'
import { OTHER_AXLE } from '@anklet/core/base/vehicle'
import { KIND_WORDS, PART_KIND_WORDS } from '@anklet/language/repair/decision'
import { figureOf } from '../../kit/typed.ts'

/** A price as it is typed beside the options. */
export interface TypedPrice {
  readonly cost: string
  readonly hours: string
  readonly leadDays: string
}
/** Nothing typed. */
export const NO_PRICE: TypedPrice = { cost: '', hours: '', leadDays: '' }

/** A coil is chosen from the list, which has its price. */
export type Priceable = Exclude<PricedKind, 'coil'>

/** Parts of some option that nobody has priced, each once. */
export const unpriced = (options: readonly BuiltOption[]): readonly Priceable[] => [
  ...new Set(
    options
      .flatMap(({ missing, missingLater }) => [...missing, ...missingLater])
      .filter((kind): kind is Priceable => kind !== 'coil'),
  ),
]

// What belongs to the other axle is a part like any, of that axle.
function partOf(
  kind: Priceable,
  axle: Axle,
): { readonly kind: PartKind; readonly axle: Axle | null } {
  if (kind === 'otherConversion') return { kind: 'conversion', axle: OTHER_AXLE[axle] }
  if (kind === 'otherDampers') return { kind: 'dampers', axle: OTHER_AXLE[axle] }
  const wholeCar = kind === 'pump' || kind === 'relay' || kind === 'valveBlock'
  return { kind, axle: wholeCar ? null : axle }
}

/** Puts a price on the shelf of a vehicle type; what is no figure the check refuses. */
export function priceOf(
  partId: string,
  typeId: string,
  of: { readonly kind: Priceable; readonly axle: Axle },
  typed: TypedPrice,
): CommandPayload<'part.save'> {
  const part = partOf(of.kind, of.axle)
  const name =
    part.axle === null ? KIND_WORDS[of.kind] : `${PART_KIND_WORDS[part.kind]}, ${part.axle}`
  return {
    partId,
    typeId,
    ...part,
    name,
    number: '',
    cost: figureOf(typed.cost),
    hours: figureOf(typed.hours),
    pairHours: null,
    leadDays: figureOf(typed.leadDays),
    life: null,
    warranty: '',
  }
}
