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
export type { VehicleGeometry, CornerGeometry } from './geometry.ts'
export { hasAir, heightAtLevelMm, checkGeometry, completeGeometry } from './geometry.ts'
export type { GeometryInput, GeometryRefusal } from './geometry.ts'
export type { Architecture, Level, AirForm, Damping, SensorCount } from './architecture.ts'
export { hasAirAtCorner, hasAirOnAxle, highestLevel } from './architecture.ts'
export { builtAxle, isLive, notEntered } from './built.ts'
export type { BuiltAxle, NotEntered } from './built.ts'
export type {
  Anatomy,
  AxleAnatomy,
  Expected,
  FastenerOfType,
  FillBlock,
  FuseAnatomy,
  Hold,
  LetDown,
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
export { SUSPENSIONS } from './anatomy.ts'
export { REACHES } from './anatomy.ts'
export { STRUT_RELEASES } from './anatomy.ts'
export { HOLDS } from './anatomy.ts'
export { LINE_JOINTS } from './anatomy.ts'
export { COIL_SEATS } from './anatomy.ts'
export { SPRING_SEATS } from './anatomy.ts'
export { PUMP_PLACES } from './anatomy.ts'
export { PUMP_COVERS } from './anatomy.ts'
export { PUMP_MOVES } from './anatomy.ts'
export { PUMP_CHANGES } from './anatomy.ts'
export { LET_DOWNS } from './anatomy.ts'
export { FILL_BLOCKS } from './anatomy.ts'
export { FASTENER_ENDS } from './anatomy.ts'
export { FASTENER_POSTURES } from './anatomy.ts'
export { AIR_FORMS } from './architecture.ts'
export { DAMPINGS } from './architecture.ts'
export { SENSOR_COUNTS } from './architecture.ts'
