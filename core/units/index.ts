export { P_ATM_BAR, T_REF_K, ZERO_CELSIUS_K, kelvin, celsius } from './reference.ts'
export { DEFAULT_UNITS, UNIT_LABEL, fromDisplay, toDisplay, decimalsOf, formatQuantity } from './display.ts'
export type { DisplayUnits, Quantity, LengthUnit, PressureUnit, TemperatureUnit } from './display.ts'
