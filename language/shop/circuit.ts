import type { OpenPassage } from '@anklet/core/base/circuit'
import type { PumpWay, ValveId } from '@anklet/core/base/vehicle'
import { PUMP_ENDS } from '@anklet/core/base/circuit'
import { VALVE_WORDS } from './devices.ts'

const PUMP_WAY_WORDS: Readonly<Record<PumpWay, string>> = {
  in: 'air from outside into the gallery',
  fromReservoir: 'air out of the reservoir into the gallery',
  toReservoir: 'air out of the gallery into the reservoir',
}

const wayWords = ({ by, way, from, to }: OpenPassage): string => {
  const valve = by as ValveId
  if (valve === 'exhaust') return 'exhaust, air goes out'
  if (valve === 'crossFront' || valve === 'crossRear') return `${VALVE_WORDS[valve]} valve`
  const into = way === 'back' ? from : to
  if (way === null) return `${VALVE_WORDS[valve]}, which way air goes is not told`
  return `${VALVE_WORDS[valve]}, air goes ${into === 'gallery' ? 'out' : 'in'}`
}

/**
 * What a drawn circuit shows: the pump, each open valve and which way air goes through it.
 * @param told whether a module tells anything at all
 */
export function circuitWords(
  passages: readonly OpenPassage[],
  { told, pumpOn }: { readonly told: boolean; readonly pumpOn: boolean },
): string {
  if (!told) return 'Nothing is told yet of valves and pump.'
  const pump = passages.find(({ by }) => by === 'pump')
  const way = Object.entries(PUMP_ENDS).find(
    ([, ends]) => ends.from === pump?.from && ends.to === pump.to,
  )?.[0] as PumpWay | undefined
  const open = passages.filter(({ by }) => by !== 'pump')
  const runs = !pumpOn
    ? 'The pump rests'
    : way
      ? `The pump moves ${PUMP_WAY_WORDS[way]}`
      : 'The pump runs, which way is not told'
  return `${runs}. ${open.length === 0 ? 'All valves shut' : `Open: ${open.map(wayWords).join('; ')}`}.`
}

/** Names inside the drawing of a circuit. */
export const CIRCUIT_LABELS = {
  intake: 'intake',
  pump: 'pump',
  dryer: 'dryer',
  reversing: ['reversing', 'valves'],
  openAir: 'open air',
  gallery: 'gallery',
  reservoir: 'reservoir',
  fillValve: 'fill valve',
  noSensor: 'no pressure sensor',
  notTold: 'pressure not told',
  coil: 'coil',
} as const
