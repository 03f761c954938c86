import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'

/** A difference of two temperatures, in the shop's degrees. @param kelvin how many kelvin it is */
export const degreesWords = (kelvin: number, units: DisplayUnits, extraDecimals = 0): string =>
  `${formatQuantity(kelvin, 'temperatureStep', units, extraDecimals)} ` +
  UNIT_LABEL[units.temperature].replace('°C', 'K')
