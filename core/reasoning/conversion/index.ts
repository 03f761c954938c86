export { coilRate, SPRING_STEEL_GPA } from './coilRate.ts'
export type { CoilMeasure, CoilRate, CoilRefusal } from './coilRate.ts'
export { fitCoils, mostFailed, rideFrequencyHz, wantedCoil, MISFITS } from './candidates.ts'
export type {
  Coil,
  ConversionRefusal,
  ConvertedCorner,
  FittedCoil,
  Misfit,
  Wanted,
} from './candidates.ts'
export { balanceOf } from './balance.ts'
export type { AxleBalance } from './balance.ts'
export { airRateNPerMm, convertedCorner, EXPONENT } from './corner.ts'
export { levelledStance, withCoils } from './stance.ts'
export type { Stance } from './stance.ts'
export { ladenEstimate } from './laden.ts'
export type { LadenClue, LadenEstimate, LadenRefusal } from './laden.ts'
