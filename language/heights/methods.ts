import type { Round } from '@anklet/contract'
import type { Method, RoundState } from '@anklet/core/measuring/heights'

/** Ways of measuring, as they are chosen. */
export const METHOD_WORDS: Readonly<Record<Method, string>> = {
  wheelCentreToArch: 'Wheel centre to arch',
  axleToBracket: 'Axle to bracket',
  sillToFloor: 'Sill to floor',
}

/** What to do at each corner. */
export const METHOD_ORDERS: Readonly<Record<Method, string>> = {
  wheelCentreToArch: 'Wheel centre straight up to the arch edge.',
  axleToBracket: 'Axle to the bracket the maker names, straight.',
  sillToFloor: 'Floor straight up to the sill, at the mark by the wheel.',
}

export const LOAD_WORDS: Readonly<Record<Round['load'], string>> = {
  empty: 'Empty',
  driver: 'Driver aboard',
  laden: 'Laden',
}

/** How a car was loaded, and with how much where that was weighed. */
export const loadWords = ({ load, loadKg }: Pick<Round, 'load' | 'loadKg'>): string =>
  loadKg ? `${LOAD_WORDS[load]} with ${String(loadKg)} kg` : LOAD_WORDS[load]

/** What state a car was measured in. */
export const STATE_WORDS: Readonly<Record<RoundState, string>> = {
  arrived: 'As it arrived',
  levelled: 'Levelled, engine on',
  supplyOff: 'Supply off',
  leftOn: 'Left alone, supply on',
}

/** The same of a round on record: what nobody asked stays not known. */
export const stateWords = ({ state }: Pick<Round, 'state'>): string =>
  state ? STATE_WORDS[state] : 'State not known'

/** What a round in another state than levelled cannot say. */
export const NOT_JUDGED: Readonly<Record<Exclude<RoundState, 'levelled'>, string>> = {
  arrived:
    'Measured as it arrived: that shows how it came in. The specification is of a car that ' +
    'levelled itself with its engine on; nothing is called in or out.',
  supplyOff: 'Measured with the supply off: that shows what it loses. Nothing is called in or out.',
  leftOn:
    'Measured as it was left, its supply on: that shows what it lets down. Nothing is called in ' +
    'or out.',
}

/** How many laps a round has. */
export function lapWords({ readings }: Round): string {
  const laps = Math.max(...readings.map(({ lap }) => lap))
  return ['one lap', 'two laps', 'three laps'][laps - 1] ?? `${laps} laps`
}

/** What a round was taken for. */
export const PURPOSE_WORDS = {
  heights: 'Heights',
  evening: 'Evening of a watch',
  between: 'Look during a watch',
  morning: 'Morning of a watch',
  imported: 'Out of a file',
} as const
