import type { Place } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLES, axleMate, CORNERS, isWithin } from '../../base/vehicle/index.ts'
import { isNight } from './book.ts'
import type { Guide } from './guide.ts'
import type { PlacedCause, PlacedCheck } from './placed.ts'
import { idAt } from './placed.ts'

/** The ids under which a check of the book can show something of a place on this vehicle. */
function idsFor(check: string, place: Place, checkOf: ReadonlyMap<string, PlacedCheck>): string[] {
  const axle = AXLES.find((each) => AXLE_CORNERS[each].some((corner) => corner === place))
  const corners: readonly Place[] =
    place === null ? [null, ...AXLES, ...CORNERS] : [place, axle ?? null, null]
  const inside: readonly Place[] = AXLES.some((each) => each === place)
    ? AXLE_CORNERS[place as (typeof AXLES)[number]]
    : []
  return [...corners, ...inside].map((at) => idAt(check, at)).filter((id) => checkOf.has(id))
}

/** It held with the supply off and is low all the same: a leak or a command? */
const FOLLOWS = [
  { quiet: 'watch', loud: ['saysLow', 'parkedLow', 'overnight'], then: 'command' },
] as const
/** What hisses, cannot rise or does not run is there to be found at once. */
const HURRIED: ReadonlySet<string> = new Set(['hiss', 'heard', 'rises', 'pumpNever', 'pumpRunsOn'])
/** Looking at the other spring of an axle: any of these tells of it. */
const OF_A_SPRING = ['soapSpring', 'shopAir', 'folds'] as const

/** Whether the repair of one fault puts another one right: the same part is changed there. */
function mends(repaired: PlacedCause, other: PlacedCause): boolean {
  return other.parts.every(({ cause, place }) =>
    repaired.parts.some(
      (part) =>
        (part.cause.id === cause.id && part.place === place) ||
        (part.cause.part !== undefined &&
          part.cause.part === cause.part &&
          isWithin(place, part.place)),
    ),
  )
}

/** What is changed to put a fault right, as a name. */
const repairOf = ({ parts }: PlacedCause): string =>
  [...new Set(parts.map(({ cause, place }) => `${cause.part ?? cause.id} ${String(place)}`))]
    .toSorted()
    .join()

/** What advice has to heed on a vehicle, by its causes and checks. */
export function guideOf(
  causes: readonly PlacedCause[],
  checkOf: ReadonlyMap<string, PlacedCheck>,
): Guide {
  const shownBy = ({ parts }: PlacedCause): readonly (readonly string[])[] =>
    parts.flatMap(({ cause, place }) => {
      const own = (cause.own ?? []).flatMap((check) => idsFor(check, place, checkOf))
      return own.length > 0 ? [own] : []
    })
  const lookedAt = ({ parts }: PlacedCause): readonly (readonly string[])[] =>
    parts.flatMap(({ cause, place }) => {
      const first = (cause.after ?? []).map((check) => idsFor(check, place, checkOf))
      const corner = CORNERS.find((each) => each === place)
      if (!corner || cause.part !== 'airSpring' || !cause.leak) return first
      const mate = axleMate(corner)
      return [...first, OF_A_SPRING.map((check) => `${check}.${mate}`)]
    })
  const mended = new Map<string, readonly string[]>()
  return {
    checks: new Map(
      [...checkOf.values()].map((placed) => {
        const { check, place } = placed
        return [
          placed.id,
          {
            isQuestion: check.group === 'complaint',
            isNight: isNight(check),
            isLifted: check.needs?.includes('car lifted') ?? false,
            isMany: check.many ?? false,
            comesAlong: check.comes !== undefined,
            place,
          },
        ]
      }),
    ),
    shownBy: new Map(causes.map((cause) => [cause.id, shownBy(cause)])),
    lookedAt: new Map(causes.map((cause) => [cause.id, lookedAt(cause)])),
    repairOf: new Map(causes.map((cause) => [cause.id, repairOf(cause)])),
    mends: (id) => {
      const known = mended.get(id)
      if (known) return known
      const cause = causes.find((each) => each.id === id)!
      const made = causes.flatMap((other) => (mends(cause, other) ? [other.id] : []))
      mended.set(id, made)
      return made
    },
    follows: FOLLOWS.filter(({ then }) => checkOf.has(then)),
    hurried: new Set(
      [...checkOf.values()].flatMap(({ id, check }) => (HURRIED.has(check.id) ? [id] : [])),
    ),
    unnamed: new Set(
      causes.flatMap(({ id, parts }) => (parts.some(({ cause }) => cause.anything) ? [id] : [])),
    ),
  }
}
