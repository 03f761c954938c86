import type { AxleAnatomy, CoilSeat } from './anatomy.ts'
import type { Architecture } from './architecture.ts'
import type { Axle } from './corners.ts'

/** What the work is planned by where nobody entered it: the usual build of that layout. */
type Assumed = Required<Pick<AxleAnatomy, 'suspension' | 'reach' | 'released'>> & {
  readonly coilOn: CoilSeat | 'none'
}

const USUAL: Readonly<Record<Architecture['air'][Axle], Assumed>> = {
  none: { suspension: 'independent', coilOn: 'arm', reach: 'below', released: 'ballJoint' },
  // An axle on bellows alone is planned as a live one: it is held as such either way.
  bellows: { suspension: 'live', coilOn: 'none', reach: 'trim', released: 'lowerBolts' },
  bellowsOnDamper: {
    suspension: 'independent',
    coilOn: 'none',
    reach: 'below',
    released: 'ballJoint',
  },
  airDamper: { suspension: 'independent', coilOn: 'arm', reach: 'below', released: 'lowerBolts' },
  strut: { suspension: 'independent', coilOn: 'none', reach: 'below', released: 'ballJoint' },
}

type BuiltOf = Pick<Architecture, 'air' | 'anatomy'>
/** An axle as the work is planned on it. */
export type BuiltAxle = Assumed & Omit<AxleAnatomy, keyof Assumed>

/** An axle as it is built: what was entered, else the usual build of its layout. */
export const builtAxle = ({ air, anatomy }: BuiltOf, axle: Axle): BuiltAxle => ({
  ...USUAL[air[axle]],
  ...anatomy?.[axle],
})

/** Whether an axle hangs on its springs and dampers, so that it needs stands of its own. */
export const isLive = (architecture: BuiltOf, axle: Axle): boolean =>
  builtAxle(architecture, axle).suspension === 'live'

/** Figures and places of a car that a plan asks for and nobody entered. */
export type NotEntered =
  | `${Axle}.${keyof AxleAnatomy}`
  | 'letDown'
  | 'fuse'
  | 'pump.at'
  | 'pump.ports'
  | 'blockAt'
  | 'reservoirAt'
  | 'fillValveAt'
  | 'switchAt'
  | 'module.fillsFromMm'
  | 'reservoirL'
  | 'chargeTargetBarG'

const ASKED_OF_AIR: Readonly<
  Record<Exclude<Architecture['air'][Axle], 'none'>, readonly (keyof AxleAnatomy)[]>
> = {
  bellows: ['suspension', 'heldTop', 'heldBottom', 'reach', 'joint', 'guided'],
  bellowsOnDamper: ['released', 'joint', 'sided'],
  airDamper: ['suspension', 'coilOn', 'joint'],
  strut: ['released', 'reach', 'joint', 'sided'],
}

/** What is not known of how a car of that layout is built, in the order it is asked for. */
export function notEntered(architecture: Architecture): readonly NotEntered[] {
  const { air, anatomy = {}, layout, reservoir, cutOffSwitch, sensorMount, sensors } = architecture
  const missing = (entered: unknown, name: NotEntered, asked = true): readonly NotEntered[] =>
    asked && entered === undefined ? [name] : []
  const ofAxle = (axle: Axle): readonly NotEntered[] => {
    const form = air[axle]
    return [
      ...(form === 'none' ? [] : ASKED_OF_AIR[form]).flatMap((key) =>
        missing(anatomy[axle]?.[key], `${axle}.${key}`),
      ),
      ...missing(
        anatomy[axle]?.sensorSetting,
        `${axle}.sensorSetting`,
        sensorMount === 'adjustable' && sensors[axle] !== 'none',
      ),
    ]
  }
  return [
    ...ofAxle('front'),
    ...ofAxle('rear'),
    ...missing(anatomy.letDown, 'letDown'),
    ...missing(anatomy.fuse, 'fuse', !cutOffSwitch),
    ...missing(anatomy.switchAt, 'switchAt', cutOffSwitch),
    ...missing(anatomy.pump?.at, 'pump.at'),
    ...missing(anatomy.pump?.ports, 'pump.ports'),
    ...missing(anatomy.blockAt, 'blockAt', architecture.valves !== 'perSpring'),
    ...missing(anatomy.reservoirAt, 'reservoirAt', reservoir),
    ...missing(anatomy.fillValveAt, 'fillValveAt', layout === 'closed'),
    ...missing(anatomy.reservoirL, 'reservoirL', layout === 'closed'),
    ...missing(anatomy.chargeTargetBarG, 'chargeTargetBarG', layout === 'closed'),
    ...missing(anatomy.module?.fillsFromMm, 'module.fillsFromMm'),
  ]
}
