import type { Round } from '@anklet/contract'
import type { Method } from '@anklet/core/heights'

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
