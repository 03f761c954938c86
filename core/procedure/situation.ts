import type { Architecture, Axle, Corner } from '../vehicle/index.ts'
import { AXLE_CORNERS, AXLE_OF, AXLES, CORNERS, hasAirAtCorner } from '../vehicle/index.ts'
import type { ShopWay, StepPlaceKind, StepWhen, Support } from './book.ts'

/** Somewhere on the car; null: all of it. */
export type StepPlace = Corner | Axle | null
/** A job, and where. A job of the whole car names no corners. */
export interface WantedJob { readonly job: string; readonly corners?: readonly Corner[] | undefined }

/** What a plan is made for. */
export interface Situation {
  readonly architecture: Architecture
  readonly support: Support
  readonly way: ShopWay
  /** Corners that came in on empty springs, and take air again. */
  readonly flat: ReadonlySet<Corner>
  /** Corners that stand on coils afterwards. */
  readonly converted: ReadonlySet<Corner>
  readonly refills: boolean
}

const isAxle = (place: StepPlace): place is Axle => place === 'front' || place === 'rear'
/** The corners a place covers. */
export const cornersAt = (place: StepPlace): readonly Corner[] => (place === null ? CORNERS : isAxle(place) ? AXLE_CORNERS[place] : [place])
const axlesAt = (place: StepPlace): readonly Axle[] => (place === null ? AXLES : isAxle(place) ? [place] : [AXLE_OF[place]])

/** Where something of a kind is, seen from a place: the corner's axle, the axle's corners, the sensor that serves it. */
export function placesFrom(kind: StepPlaceKind, from: StepPlace, { sensors }: Architecture): readonly StepPlace[] {
  switch (kind) {
    case 'car': return [null]
    case 'corner': return cornersAt(from)
    case 'axle': return axlesAt(from)
    case 'sensor': return [...new Set(cornersAt(from).flatMap((corner): StepPlace[] => { const count = sensors[AXLE_OF[corner]]; return count === 'each' ? [corner] : count === 'one' ? [AXLE_OF[corner]] : [] }))]
  }
}

/** Filling with wheels hanging asks for a lifting mode: without one the module would let the air out. */
export const wayOn = ({ liftingMode }: Architecture, way: ShopWay): ShopWay => (liftingMode === 'none' ? { ...way, fillAt: 'standing' } : way)

/** Whether some corner stands on air when all is done. */
export const airLeft = ({ architecture, converted }: Situation): boolean => CORNERS.some((corner) => hasAirAtCorner(architecture, corner) && !converted.has(corner))

/** Whether an axle hangs on its springs, so that it needs stands of its own. */
export const axleHangs = ({ air }: Architecture, place: StepPlace): boolean => axlesAt(place).some((axle) => air[axle] === 'bellows')

/** Whether something applies at a place. */
export function applies(when: StepWhen | undefined, situation: Situation, place: StepPlace): boolean {
  if (!when) return true
  const { architecture: car, support, way, refills } = situation
  const one = <Value>(asked: readonly Value[] | undefined, value: Value): boolean => asked === undefined || asked.includes(value)
  const same = (asked: boolean | undefined, value: boolean): boolean => asked === undefined || asked === value
  return (when.air === undefined || axlesAt(place).some((axle) => when.air!.includes(car.air[axle])))
    && one(when.valves, car.valves) && (when.layout === undefined || when.layout === car.layout) && one(when.mount, car.sensorMount)
    && one(when.support, support) && one(when.ventBy, way.ventBy) && one(when.first, way.first) && one(when.fillAt, way.fillAt) && one(when.fasteners, way.fasteners) && one(when.charge, way.charge)
    && same(when.lifting, car.liftingMode !== 'none') && same(when.reservoir, car.reservoir) && same(when.cutOff, car.cutOffSwitch)
    && same(when.refills, refills) && same(when.standing, refills && way.fillAt === 'standing') && same(when.airLeft, airLeft(situation))
}
