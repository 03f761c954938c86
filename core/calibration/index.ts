export { fitSensor } from './fit.ts'
export type { CalibrationFault, CalibrationFit, CalibrationPoint, CalibrationRefusal, CalibrationRequest } from './fit.ts'
