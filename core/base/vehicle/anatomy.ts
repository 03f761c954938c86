/** How the wheels of an axle are carried. */
export type Suspension = 'independent' | 'live'
/** What a coil stands on, beside the air or in its place. */
export type CoilSeat = 'arm' | 'axle' | 'damper'
/** What the upper end of an air spring bears against. */
export type SpringSeat = 'frame' | 'subframe' | 'body'
/** What holds an end of an air spring. */
export type Hold = 'clips' | 'horseshoe' | 'click' | 'twist' | 'bolts'
/** Where the top of a spring is reached from. */
export type Reach = 'below' | 'trim' | 'loadArea' | 'bonnet'
/** How a line is joined to a spring. */
export type LineJoint = 'pushIn' | 'screwed' | 'quarterTurn'
/** What comes apart below so that a strut can be taken out. */
export type StrutRelease = 'ballJoint' | 'camberBolts' | 'lowerBolts'
/** Ways in which air can be let out of a car. */
export type LetDown = 'tool' | 'fitting' | 'springValve' | 'ventPlug' | 'tankFitting'
/** Where a pump sits. */
export type PumpPlace = 'bumper' | 'underfloor' | 'loadArea' | 'engineBay'
/** What is in the way of a pump. */
export type PumpCover = 'liner' | 'shroud' | 'wheel' | 'cover' | 'spareWheel' | 'foam' | 'airFilter'
/** What moves over from an old pump to a new one. */
export type PumpMove = 'bracket' | 'dryer' | 'shield' | 'harness' | 'clips'
/** What a pump of a new design asks for besides. */
export type PumpChange = 'none' | 'pipes' | 'software' | 'both'
/** What keeps a module from filling. */
export type FillBlock = 'codes' | 'door' | 'lowVoltage' | 'engineOff' | 'trailer'
/** How a fastener of a type is finished. */
export type FastenerOfTypeEnd = 'torque' | 'clip' | 'byHand' | 'none'
/** In which posture a fastener gets its last turn. */
export type FastenerPosture = 'rideHeight' | 'hanging'

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
