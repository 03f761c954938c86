import { kelvin, P_ATM_BAR, T_REF_K } from '../../base/units/index.ts'

/**
 * Water in saturated air, g per litre: Magnus formula over water (WMO-No. 8: 6.112 hPa, 17.62,
 * 243.12 degC) and the gas law of water vapour.
 * @param temperatureC degC
 */
export function saturationGPerL(temperatureC: number): number {
  const vapourHpa = 6.112 * Math.exp((17.62 * temperatureC) / (243.12 + temperatureC))
  return (0.2167 * vapourHpa) / kelvin(temperatureC)
}

/** Litres that an amount of air takes up at the pressure of the day. */
const litres = (airBarL: number, temperatureC: number): number =>
  (airBarL * kelvin(temperatureC)) / T_REF_K / P_ATM_BAR

/** Water that air drawn in leaves in the dryer, g. @param humidity relative, 0 to 1. */
export const waterDrawnG = (airBarL: number, temperatureC: number, humidity: number): number =>
  litres(airBarL, temperatureC) * saturationGPerL(temperatureC) * humidity

/** Water that air vented back through the dryer could carry out, g: it leaves saturated. */
export const waterCarriedG = (airBarL: number, temperatureC: number): number =>
  litres(airBarL, temperatureC) * saturationGPerL(temperatureC)
