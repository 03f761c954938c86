import type { Architecture, Axle, Corner, LetDown, Place } from '../../base/vehicle/index.ts'
import {
  AXLE_OF,
  axlesOf,
  builtAxle,
  CORNERS,
  cornersOf,
  hasAirAtCorner,
  hasAirOnAxle,
  isLive,
} from '../../base/vehicle/index.ts'
import type { ShopWay, StepPlaceKind, StepWhen, Support } from './book.ts'

/** A job, and where. A job of the whole car names no corners. */
export interface WantedJob {
  readonly job: string
  readonly corners?: readonly Corner[] | undefined
}

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

/**
 * Where something of a kind is, seen from a place: the corner's axle, the axle's corners, the
 * sensor that serves it.
 */
export function placesFrom(
  kind: StepPlaceKind,
  from: Place,
  { sensors }: Architecture,
): readonly Place[] {
  switch (kind) {
    case 'car':
      return [null]
    case 'corner':
      return cornersOf(from)
    case 'axle':
      return axlesOf(from)
    case 'sensor':
      return [
        ...new Set(
          cornersOf(from).flatMap((corner): Place[] => {
            const count = sensors[AXLE_OF[corner]]
            return count === 'each' ? [corner] : count === 'one' ? [AXLE_OF[corner]] : []
          }),
        ),
      ]
  }
}

/**
 * Filling with wheels hanging asks for a lifting mode: without one the module would let the air
 * out.
 */
export const wayOn = ({ liftingMode }: Architecture, way: ShopWay): ShopWay =>
  liftingMode === 'none' ? { ...way, fillAt: 'standing' } : way

/** Whether some corner stands on air when all is done. */
export const airLeft = ({ architecture, converted }: Situation): boolean =>
  CORNERS.some((corner) => hasAirAtCorner(architecture, corner) && !converted.has(corner))

/** Live axles at a place: they hang on their springs and dampers, and need stands of their own. */
export const liveAxles = (architecture: Architecture, place: Place): readonly Axle[] =>
  axlesOf(place).filter((axle) => isLive(architecture, axle))

const VENT_OF: Readonly<Record<LetDown, ShopWay['ventBy']>> = {
  tool: 'tool',
  fitting: 'fitting',
  tankFitting: 'fitting',
  springValve: 'valve',
  ventPlug: 'valve',
}
/** Ways in which its type says the air of a car is let out; null: nobody entered it. */
export const ventsOf = ({ anatomy }: Architecture): readonly ShopWay['ventBy'][] | null =>
  anatomy?.letDown && anatomy.letDown.length > 0
    ? [...new Set(anatomy.letDown.map((way) => VENT_OF[way]))]
    : null

/** How the car is let down where that is done by hand at a valve, as its type says. */
function handVent(
  { anatomy }: Architecture,
  { ventBy }: ShopWay,
): 'springValve' | 'ventPlug' | 'unknown' {
  if (ventBy !== 'valve') return 'unknown'
  const ways = anatomy?.letDown ?? []
  return ways.includes('springValve')
    ? 'springValve'
    : ways.includes('ventPlug')
      ? 'ventPlug'
      : 'unknown'
}

/** Whether what is asked of how a vehicle is built is so there. */
function builtSo(when: StepWhen, { architecture: car, way }: Situation, place: Place): boolean {
  const onAxle = <Value>(
    asked: readonly Value[] | undefined,
    of: (axle: Axle) => Value,
    axles: readonly Axle[] = axlesOf(place),
  ): boolean => asked === undefined || axles.some((axle) => asked.includes(of(axle)))
  const { pump } = car.anatomy ?? {}
  const asks = (change: 'pipes' | 'software'): boolean =>
    pump?.newDesign === change || pump?.newDesign === 'both'
  const same = (asked: boolean | undefined, value: boolean): boolean =>
    asked === undefined || asked === value
  const withAir = axlesOf(place).filter((axle) => hasAirOnAxle(car, axle))
  return (
    onAxle(when.damping, (axle) => car.damping[axle]) &&
    onAxle(when.suspension, (axle) => builtAxle(car, axle).suspension) &&
    onAxle(when.coilOn, (axle) => builtAxle(car, axle).coilOn) &&
    onAxle(when.reach, (axle) => builtAxle(car, axle).reach) &&
    onAxle(when.released, (axle) => builtAxle(car, axle).released) &&
    onAxle(when.joint, (axle) => builtAxle(car, axle).joint ?? 'unknown', withAir) &&
    onAxle(
      when.unguided === undefined ? undefined : [when.unguided],
      (axle) => builtAxle(car, axle).guided === false,
    ) &&
    (when.pumpAt === undefined || when.pumpAt.includes(pump?.at ?? 'unknown')) &&
    same(when.pumpWheel, pump?.inTheWay?.includes('wheel') ?? false) &&
    same(when.pumpPipes, asks('pipes')) &&
    same(when.pumpSoftware, asks('software')) &&
    (when.handVent === undefined || when.handVent.includes(handVent(car, way)))
  )
}

/** Whether something applies at a place. */
export function applies(when: StepWhen | undefined, situation: Situation, place: Place): boolean {
  if (!when) return true
  const { architecture: car, support, way, refills } = situation
  const one = <Value>(asked: readonly Value[] | undefined, value: Value): boolean =>
    asked === undefined || asked.includes(value)
  const same = (asked: boolean | undefined, value: boolean): boolean =>
    asked === undefined || asked === value
  return (
    (when.air === undefined || axlesOf(place).some((axle) => when.air!.includes(car.air[axle]))) &&
    one(when.valves, car.valves) &&
    (when.layout === undefined || when.layout === car.layout) &&
    one(when.mount, car.sensorMount) &&
    one(when.support, support) &&
    one(when.ventBy, way.ventBy) &&
    one(when.first, way.first) &&
    one(when.fillAt, way.fillAt) &&
    one(when.fasteners, way.fasteners) &&
    one(when.charge, way.charge) &&
    same(when.lifting, car.liftingMode !== 'none') &&
    same(when.reservoir, car.reservoir) &&
    same(when.cutOff, car.cutOffSwitch) &&
    same(when.refills, refills) &&
    same(when.standing, refills && way.fillAt === 'standing') &&
    same(when.airLeft, airLeft(situation)) &&
    builtSo(when, situation, place)
  )
}
