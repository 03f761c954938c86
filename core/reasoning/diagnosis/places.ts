import type { Architecture, Axle, Place } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLES, axlesOf, CORNERS } from '../../base/vehicle/index.ts'
import { companiesOf } from './companies.ts'
import type { KnowledgeBook, PlaceKind, Where } from './book.ts'
import type { PlacedCause, PlacedCheck } from './placed.ts'
import { idAt } from './placed.ts'

function applies(
  where: Where | undefined,
  {
    air,
    valves,
    crossValve,
    layout,
    reservoir,
    sensors,
    pressureSensor,
    damping,
    doorInhibit,
    sensorMount,
  }: Architecture,
  place: Place,
): boolean {
  if (!where) return true
  const axles = axlesOf(place)
  const some = (test: (axle: Axle) => boolean): boolean => axles.some(test)
  return (
    (!where.air || some((axle) => air[axle] !== 'none')) &&
    (!where.coil || some((axle) => air[axle] === 'none' || air[axle] === 'airDamper')) &&
    (!where.valves || where.valves.includes(valves)) &&
    (!where.crossValve || some((axle) => crossValve[axle])) &&
    (!where.layout || where.layout === layout) &&
    (!where.reservoir || reservoir) &&
    (!where.sensors || AXLES.some((axle) => sensors[axle] !== 'none')) &&
    (!where.sensorsHere || some((axle) => sensors[axle] === 'each')) &&
    (!where.pressureSensor || pressureSensor !== 'none') &&
    (!where.damping || some((axle) => damping[axle] !== 'plain')) &&
    (!where.doorInhibit || doorInhibit) &&
    (!where.sensorMount || where.sensorMount === sensorMount) &&
    (!where.rearOnly || air.front === 'none')
  )
}

function placesOf(kind: PlaceKind, { sensors }: Architecture): readonly Place[] {
  switch (kind) {
    case 'car':
      return [null]
    case 'axle':
      return AXLES
    case 'corner':
      return CORNERS
    case 'sensor':
      return AXLES.flatMap((axle): readonly Place[] =>
        sensors[axle] === 'each' ? AXLE_CORNERS[axle] : sensors[axle] === 'one' ? [axle] : [],
      )
  }
}

/** What makes some causes likelier on this car. */
export interface Wear {
  readonly km?: number | null
  /** Causes found on the shop's own closed jobs, by id. */
  readonly counts?: Readonly<Record<string, number>>
}
/** Distance at which a wear part is as likely to fail as its weight says, km; nearer and farther, within bounds. */
const USUAL_KM = 120_000

/** Every cause of a book that such a vehicle can have, alone and in company, at each of its places. */
export function causesAt(
  book: KnowledgeBook,
  architecture: Architecture,
  { km = null, counts = {} }: Wear = {},
): PlacedCause[] {
  const wear = km === null ? 1 : Math.min(2, Math.max(0.5, km / USUAL_KM))
  const single = book.causes.flatMap((cause) => {
    const places = placesOf(cause.place, architecture).filter((place) =>
      applies(cause.where, architecture, place),
    )
    const weight =
      cause.weight * (cause.wears === 'distance' ? wear : 1) +
      (counts[cause.id] ?? 0) / places.length
    return places.map((place): PlacedCause => ({
      id: idAt(cause.id, place),
      base: cause.id,
      place,
      weight,
      parts: [{ cause, place }],
      because: cause.because,
    }))
  })
  const written = book.compounds.flatMap(({ id, of: [first, second], weight, because }) => {
    const at = (which: string): PlacedCause[] => single.filter(({ base }) => base === which)
    const pairs = at(first).flatMap((a) => at(second).map((b) => [a, b] as const))
    return pairs.map(([a, b]): PlacedCause => ({
      id: idAt(id, a.place ?? b.place),
      base: id,
      place: a.place ?? b.place,
      weight:
        weight * (a.parts[0]!.cause.wears === 'distance' ? wear : 1) +
        (counts[id] ?? 0) / pairs.length,
      parts: [...a.parts, ...b.parts],
      because,
    }))
  })
  return [...single, ...written, ...companiesOf(single, written, wear)]
}

/** Every check of a book that can be done on such a vehicle, at each of its places. */
export function checksAt(
  book: KnowledgeBook,
  architecture: Architecture,
): ReadonlyMap<string, PlacedCheck> {
  return new Map(
    book.checks.flatMap((check) => {
      const places = placesOf(check.place, architecture).filter((place) =>
        applies(check.where, architecture, place),
      )
      const placed: readonly PlacedCheck[] = check.whole
        ? places.length > 0
          ? [{ id: check.id, place: null, check, whole: places }]
          : []
        : places.map((place) => ({ id: idAt(check.id, place), place, check, whole: null }))
      return placed.map((each) => [each.id, each] as const)
    }),
  )
}
