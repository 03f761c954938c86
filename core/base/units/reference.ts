/** Atmospheric pressure that gauge pressures are counted from, bar absolute. */
export const P_ATM_BAR = 1.01325

/** Reference temperature of an air amount (ISO 8778: 1 bar, 20 degC), K. */
export const T_REF_K = 293.15

/** 0 degC in K. */
export const ZERO_CELSIUS_K = 273.15

/**
 * Thermodynamic temperature in K.
 * @param temperatureC degC; a non-finite input comes back non-finite.
 */
export const kelvin = (temperatureC: number): number => temperatureC + ZERO_CELSIUS_K

/**
 * Temperature in degC.
 * @param temperatureK K; a non-finite input comes back non-finite.
 */
export const celsius = (temperatureK: number): number => temperatureK - ZERO_CELSIUS_K

/** Atmospheric pressure at an altitude, bar absolute (ISO 2533, troposphere). @param altitudeM m */
export const atmosphereBar = (altitudeM: number): number =>
  P_ATM_BAR * (1 - 2.25577e-5 * altitudeM) ** 5.25588
