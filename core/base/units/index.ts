export { atmosphereBar, P_ATM_BAR, T_REF_K, ZERO_CELSIUS_K, kelvin, celsius } from './reference.ts'
export {
  DEFAULT_UNITS,
  UNIT_LABEL,
  fromDisplay,
  toDisplay,
  decimalsOf,
  formatDifference,
  formatQuantity,
  LENGTH_UNITS,
  PRESSURE_UNITS,
  TEMPERATURE_UNITS,
} from './display.ts'
export type {
  DisplayUnits,
  Quantity,
  LengthUnit,
  PressureUnit,
  TemperatureUnit,
} from './display.ts'
export { figureUnit } from './figures.ts'
export type { FigureUnit } from './figures.ts'
export { CONVERSIONS, convertAll, NM_PER_LBF_FT } from './convert.ts'
export type { ConversionKind } from './convert.ts'
