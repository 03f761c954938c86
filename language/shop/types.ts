import type { ConversionKind } from '@anklet/core/base/units'
import type { NotEntered, VehicleClass } from '@anklet/core/base/vehicle'
import { list } from '../plain/corners.ts'
import { notEnteredWords } from './anatomy.ts'
import type { VehicleType } from '@anklet/contract'
import { hasAirOnAxle } from '@anklet/core/base/vehicle'

/** Kinds of vehicles whose middling figures are known. */
export const CLASS_WORDS: Readonly<Record<VehicleClass, string>> = {
  small: 'Small car',
  saloon: 'Saloon',
  estateOrSuv: 'Estate or SUV',
  van: 'Van',
}

/** How the air suspension of a vehicle type is laid out, in a line. */
export function airWords({ architecture }: VehicleType): string {
  const axles = (['front', 'rear'] as const).filter((axle) => hasAirOnAxle(architecture, axle))
  const where =
    axles.length === 2 ? 'air all round' : axles.length === 0 ? 'no air' : `air at the ${axles[0]!}`
  const valves = {
    oneBlock: 'one valve block',
    perAxle: 'a block per axle',
    perSpring: 'a valve in each spring',
  }[architecture.valves]
  return `${where}, ${architecture.layout}, ${valves}${architecture.reservoir ? ', reservoir' : ''}`
}

/** So many are named; the rest are counted. */
const NAMED = 3

/** What is not entered yet of how a vehicle type is built. */
export function missingWords(missing: readonly NotEntered[]): string {
  const named = missing.slice(0, NAMED).map(notEnteredWords)
  const more = missing.length - named.length
  return `Not known yet: ${list(more > 0 ? [...named, `${more} more`] : named)}.`
}

/** Quantities that are converted. */
export const CONVERSION_WORDS: Readonly<Record<ConversionKind, string>> = {
  length: 'Length',
  pressure: 'Pressure',
  temperature: 'Temperature',
  torque: 'Torque',
  force: 'Force',
  rate: 'Rate',
  volume: 'Volume',
}
