import type { BookStep, CarState } from '../procedure/index.ts'
import { actsOf, doAct, kindAt, waited } from '../procedure/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'

type CornerState = NonNullable<CarState['corners'][Corner]>

const withCorners = (
  car: CarState,
  place: Place,
  change: (at: CornerState) => CornerState,
): CarState => ({
  ...car,
  corners: Object.fromEntries(
    CORNERS.flatMap((corner) => {
      const at = car.corners[corner]
      return at ? [[corner, place === null || place === corner ? change(at) : at]] : []
    }),
  ),
})

/** The car after a step that was done. What cannot have been is left as it was. */
export function carAfter(
  car: CarState,
  step: BookStep,
  place: Place,
  architecture: Architecture,
): CarState {
  const kind = kindAt(architecture, place)
  const after = actsOf(step, place).reduce(
    (now, act) => doAct(now, act, kind).states[0] ?? now,
    car,
  )
  // A live module fills its gallery or reservoir by itself.
  const live = step.acts?.includes('supplyBack')
    ? { ...after, plantAir: !after.pumpOpen && !after.tankOpen }
    : after
  return step.wait ? waited(live) : live
}

/** A corner whose line is shut, behind which a live module may have put air. */
export const fillable = ({ line, spring }: CornerState): boolean =>
  line === 'closed' && (spring === 'seated' || spring === 'unseated')

/** Whether some line, the pump or the block lies open. */
export const isOpen = ({ pumpOpen, tankOpen, blockOpen, corners }: CarState): boolean =>
  pumpOpen ||
  tankOpen ||
  blockOpen ||
  CORNERS.some((corner) => {
    const at = corners[corner]
    return at !== undefined && (at.line === 'open' || at.spring === 'out')
  })

/** The car once something on record is not so any more. */
export function carWithout(car: CarState, fact: string, place: Place): CarState {
  switch (fact) {
    // Awake, the module may have filled what was shown to be empty. Where something is open the
    // supply goes off first: no tool can let anything down, and the proof alone tells.
    case 'supplyOff':
      return isOpen(car)
        ? withCorners({ ...car, supply: true, plantProved: false }, null, (at) => ({
            ...at,
            proved: false,
          }))
        : withCorners(
            {
              ...car,
              supply: true,
              plantProved: false,
              plantAir: car.plantAir || !(car.pumpOpen || car.tankOpen),
            },
            null,
            (at) => ({
              ...at,
              proved: false,
              air: fillable(at) && at.air === 'none' ? 'some' : at.air,
            }),
          )
    case 'lifting':
      return { ...car, lifting: false }
    case 'held':
      return { ...car, bodyHeld: false }
    case 'axleHeld':
      return place !== null && place in car.axles
        ? { ...car, axles: { ...car.axles, [place]: 'itself' } }
        : car
    case 'armHeld':
      return place !== null && place in car.arms && car.arms[place as Corner] === 'held'
        ? { ...car, arms: { ...car.arms, [place]: 'made' } }
        : car
    case 'plantEmpty':
      return withCorners({ ...car, plantProved: false, plantAir: false }, null, (at) =>
        at.line === 'closed' ? { ...at, proved: false } : at,
      )
    case 'empty':
      return withCorners(car, place, (at) => ({ ...at, proved: false }))
    case 'lineClosed':
      return withCorners(car, place, (at) => ({
        ...at,
        line: at.line === 'closed' ? 'eased' : at.line,
      }))
    case 'foldsSeen':
      return withCorners(car, place, (at) => ({ ...at, seen: false }))
    case 'filled':
      return withCorners(car, place, (at) =>
        car.body === 'ground'
          ? { ...at, air: 'none', spring: 'unseated', seen: false }
          : { ...at, air: 'none' },
      )
    case 'codesClear':
      return { ...car, codesClear: false }
    default:
      return car
  }
}
