/** How the wheels of an axle are carried. */
export const SUSPENSIONS = ['independent', 'live'] as const
export type Suspension = (typeof SUSPENSIONS)[number]
/** What a coil stands on, beside the air or in its place. */
export const COIL_SEATS = ['arm', 'axle', 'damper'] as const
export type CoilSeat = (typeof COIL_SEATS)[number]
/** What the upper end of an air spring bears against. */
export const SPRING_SEATS = ['frame', 'subframe', 'body'] as const
export type SpringSeat = (typeof SPRING_SEATS)[number]
/** What holds an end of an air spring. */
export const HOLDS = ['clips', 'horseshoe', 'click', 'twist', 'bolts'] as const
export type Hold = (typeof HOLDS)[number]
/** Where the top of a spring is reached from. */
export const REACHES = ['below', 'trim', 'loadArea', 'bonnet'] as const
export type Reach = (typeof REACHES)[number]
/** How a line is joined to a spring. */
export const LINE_JOINTS = ['pushIn', 'screwed', 'quarterTurn'] as const
export type LineJoint = (typeof LINE_JOINTS)[number]
/** What comes apart below so that a strut can be taken out. */
export const STRUT_RELEASES = ['ballJoint', 'camberBolts', 'lowerBolts'] as const
export type StrutRelease = (typeof STRUT_RELEASES)[number]
/** Ways in which air can be let out of a car. */
export const LET_DOWNS = ['tool', 'fitting', 'springValve', 'ventPlug', 'tankFitting'] as const
export type LetDown = (typeof LET_DOWNS)[number]
/** Where a pump sits. */
export const PUMP_PLACES = ['bumper', 'underfloor', 'loadArea', 'engineBay'] as const
export type PumpPlace = (typeof PUMP_PLACES)[number]
/** What is in the way of a pump. */
export const PUMP_COVERS = [
  'liner',
  'shroud',
  'wheel',
  'cover',
  'spareWheel',
  'foam',
  'airFilter',
] as const
export type PumpCover = (typeof PUMP_COVERS)[number]
/** What moves over from an old pump to a new one. */
export const PUMP_MOVES = ['bracket', 'dryer', 'shield', 'harness', 'clips'] as const
export type PumpMove = (typeof PUMP_MOVES)[number]
/** What a pump of a new design asks for besides. */
export const PUMP_CHANGES = ['none', 'pipes', 'software', 'both'] as const
export type PumpChange = (typeof PUMP_CHANGES)[number]
/** What keeps a module from filling. */
export const FILL_BLOCKS = ['codes', 'door', 'lowVoltage', 'engineOff', 'trailer'] as const
export type FillBlock = (typeof FILL_BLOCKS)[number]
/** How a fastener of a type is finished. */
export const FASTENER_ENDS = ['torque', 'clip', 'byHand', 'none'] as const
export type FastenerOfTypeEnd = (typeof FASTENER_ENDS)[number]
/** In which posture a fastener gets its last turn. */
export const FASTENER_POSTURES = ['rideHeight', 'hanging'] as const
export type FastenerPosture = (typeof FASTENER_POSTURES)[number]

/** The distance a sensor in an adjustable mount is set at, mm. */
export interface SensorSetting {
  readonly method: 'wheelCentreToArch' | 'axleToBracket' | 'sillToFloor'
  readonly lowerMm: number
  readonly nominalMm: number
  readonly upperMm: number
}
/** What a sensor is expected to read, from and to. */
export interface Expected {
  readonly from: number
  readonly to: number
}

/** How an axle is built, as far as somebody entered it; what is left out is not known. */
export interface AxleAnatomy {
  readonly suspension?: Suspension
  readonly coilOn?: CoilSeat
  readonly springTo?: SpringSeat
  readonly heldTop?: Hold
  readonly heldBottom?: Hold
  /** A locating pin finds its hole. */
  readonly pins?: boolean
  /** An arrow or mark says which way it faces. */
  readonly arrow?: boolean
  /** Left and right differ. */
  readonly sided?: boolean
  /** New ones come with transport caps or locks. */
  readonly caps?: boolean
  /** A sleeve without a guide buckles as it fills, and is steadied. */
  readonly guided?: boolean
  readonly reach?: Reach
  readonly joint?: LineJoint
  readonly released?: StrutRelease
  readonly sensorSetting?: SensorSetting
  /** Diameter of the pin that locks a sensor in its slot, mm. */
  readonly sensorPinMm?: number
  readonly sensorOhm?: Expected
  readonly sensorVolt?: Expected
}

/** A port of the pump: which line, how it is told, where it goes. */
export interface PumpPort {
  readonly line: string
  readonly mark: string
}

/** The pump of a type, as far as somebody entered it. */
export interface PumpAnatomy {
  readonly at?: PumpPlace
  readonly inTheWay?: readonly PumpCover[]
  readonly mounts?: number
  readonly movesOver?: readonly PumpMove[]
  readonly ports?: readonly PumpPort[]
  readonly relayAt?: string
  readonly breathesAt?: string
  readonly newDesign?: PumpChange
}

/** The fuse that feeds the actuators, and the one that is taken for it. */
export interface FuseAnatomy {
  readonly name: string
  readonly at: string
  readonly ratingA?: number
  /** Another fuse that only feeds the module. */
  readonly lookAlike?: string
}

/** What a module does by itself, and which tool reaches it. */
export interface ModuleAnatomy {
  readonly sleepsAfterMin?: number
  /** Lift height at which filling starts, as it is measured, mm. */
  readonly fillsFromMm?: number
  readonly fillBlockedBy?: readonly FillBlock[]
  readonly calibratedBy?: string
  readonly codedBy?: string
}

/** How one fastener of a type is finished. */
export interface FastenerOfType {
  readonly end: FastenerOfTypeEnd
  readonly count?: number
  readonly renewed?: boolean
  readonly at?: FastenerPosture
}

/** How a car is built, as far as somebody entered it; what is left out is not known. */
export interface Anatomy {
  readonly front?: AxleAnatomy
  readonly rear?: AxleAnatomy
  /** Ways in which its air can be let out. */
  readonly letDown?: readonly LetDown[]
  /** The two pins of the vent valve at the pump’s plug, from the shop’s diagram. */
  readonly ventPins?: string
  readonly pump?: PumpAnatomy
  readonly blockAt?: string
  readonly reservoirAt?: string
  readonly fillValveAt?: string
  readonly switchAt?: string
  readonly fuse?: FuseAnatomy
  readonly module?: ModuleAnatomy
  readonly reservoirL?: number
  readonly chargeTargetBarG?: number
  readonly chargeLimitBarG?: number
  readonly fasteners?: Readonly<Record<string, FastenerOfType>>
}
