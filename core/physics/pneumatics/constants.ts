/** 1 cm2 x 1 mm in litres. */
export const CM2_MM_TO_L = 1e-4
/** 1 bar x 1 cm2 in N. */
export const AREA_PRESSURE_TO_N = 10
/** Smallest share of the design volume left round the piston when a spring is folded right down. */
export const LEAST_VOLUME_SHARE = 0.1
