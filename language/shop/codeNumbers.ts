import type { StoredCode } from '@anklet/contract'
import type { Code } from '@anklet/core/physics/simulation'

/** Numbers and words of the stand-ins' codes, from the range the standard leaves unassigned. */
export const CODE_WORDS: Readonly<Record<Code, Pick<StoredCode, 'number' | 'words'>>> = {
  heightMissed: { number: 'C3104', words: 'Height asked for not reached in time' },
  pressureNotBuilding: { number: 'C3107', words: 'Pressure in the gallery does not build' },
  pumpHot: { number: 'C3112', words: 'Pump too hot, stopped to cool' },
  relayStuck: { number: 'C3115', words: 'Pump runs without being asked' },
  sensorImplausible: { number: 'C3121', words: 'A height sensor’s signal cannot be true' },
  sidesImplausible: { number: 'C3124', words: 'Left and right of an axle cannot both be true' },
  supplyMissing: { number: 'C3130', words: 'Supply of the actuators missing' },
  codingMissing: { number: 'C3141', words: 'Module not coded to this vehicle' },
}
