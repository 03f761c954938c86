export { fitSensor, CALIBRATION_FAULTS } from './fit.ts'
export type {
  CalibrationFault,
  CalibrationFit,
  CalibrationPoint,
  CalibrationRefusal,
  CalibrationRequest,
} from './fit.ts'
export {
  AGREE_MM,
  agreements,
  crossedAxles,
  fitVisits,
  loweredMm,
  moveInSlotMm,
  sensorsOf,
  stopsOf,
  taughtMm,
  toType,
} from './visits.ts'
export type {
  Agreement,
  HeightSensor,
  LevelVisit,
  Plausible,
  SensorLine,
  ToType,
  VisitStop,
} from './visits.ts'
export { agreeOn, levelTold, nearestLevel } from './levels.ts'
export type { LevelCar, LevelTold } from './levels.ts'
