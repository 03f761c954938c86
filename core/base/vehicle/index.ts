export {
  AXLES,
  CORNERS,
  WALK,
  AXLE_OF,
  AXLE_CORNERS,
  OTHER_AXLE,
  SIDE_OF,
  axleMate,
  perCorner,
  mapCorners,
} from './corners.ts'
export type { Corner, PerCorner, Axle } from './corners.ts'
export { axlesOf, cornersOf, isWithin } from './places.ts'
export type { Place } from './places.ts'
export { hasAir, heightAtLevelMm, checkGeometry, completeGeometry } from './geometry.ts'
export type { VehicleGeometry, CornerGeometry, GeometryInput, GeometryRefusal } from './geometry.ts'
export {
  hasAirAtCorner,
  hasAirOnAxle,
  highestLevel,
  AIR_FORMS,
  DAMPINGS,
  SENSOR_COUNTS,
} from './architecture.ts'
export type { Architecture, Level, AirForm, Damping, SensorCount } from './architecture.ts'
export { usualArchitecture } from './architecture.ts'
export { builtAxle, isLive, notEntered } from './built.ts'
export type { BuiltAxle, NotEntered } from './built.ts'
export {
  SUSPENSIONS,
  REACHES,
  STRUT_RELEASES,
  HOLDS,
  LINE_JOINTS,
  COIL_SEATS,
  SPRING_SEATS,
  PUMP_PLACES,
  PUMP_COVERS,
  PUMP_MOVES,
  PUMP_CHANGES,
  LET_DOWNS,
  FILL_BLOCKS,
  FASTENER_ENDS,
  FASTENER_POSTURES,
} from './anatomy.ts'
export type {
  Anatomy,
  AxleAnatomy,
  Expected,
  FastenerOfType,
  FillBlock,
  FuseAnatomy,
  Hold,
  LetDown,
  LineJoint,
  ModuleAnatomy,
  PumpAnatomy,
  PumpCover,
  PumpMove,
  PumpPlace,
  PumpPort,
  SensorSetting,
} from './anatomy.ts'
export { VEHICLE_CLASSES, GUESSABLE, guessVehicle, guessShares } from './guesses.ts'
export type {
  VehicleClass,
  Guessable,
  AxleKnown,
  VehicleKnown,
  GuessedVehicle,
  GuessShares,
} from './guesses.ts'
export { GRAVITY, loadsFromScalesN, areaFromPressureCm2, motionRatioFrom } from './shopMeasures.ts'
export { tidyVin, vinRemark } from './vin.ts'
export type { VinRemark } from './vin.ts'
export { PUMP_WAYS, VALVE_IDS } from './valves.ts'
export type { PumpWay, ValveId } from './valves.ts'
