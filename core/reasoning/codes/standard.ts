/** The letter: which part of the vehicle, by the public numbering standard (ISO 15031-6). */
export const SYSTEMS: Readonly<Record<string, string>> = {
  P: 'powertrain',
  C: 'chassis',
  B: 'body',
  U: 'network between modules',
}

/** Who gives a number its meaning. */
export type Origin = 'standard' | 'maker' | 'unassigned'

/** The first digit, by the same standard: whose list the text stands in. */
export function originOf(letter: string, digit: string, third: string): Origin {
  if (digit === '0') return 'standard'
  if (digit === '1') return 'maker'
  if (letter === 'P') return digit === '2' || third >= '4' ? 'standard' : 'maker'
  return digit === '2' ? 'maker' : 'unassigned'
}

/**
 * Subsystems the standard names by the second digit. It groups numbers of the chassis and the body
 * by no such digit.
 */
const SUBSYSTEMS: Readonly<Record<string, string>> = {
  P00: 'fuel, air and exhaust treatment',
  P01: 'fuel and air',
  P02: 'fuel and air',
  P03: 'ignition and misfire',
  P04: 'exhaust treatment',
  P05: 'speed, idling and auxiliary inputs',
  P06: 'control unit and its outputs',
  P07: 'transmission',
  P08: 'transmission',
  P09: 'transmission',
  P0A: 'electric drive',
  U00: 'wiring of the network',
  U01: 'messages lost',
  U02: 'messages lost',
  U03: 'software that does not match',
  U04: 'data that cannot be',
  U05: 'data that cannot be',
}

/**
 * The subsystem a number of the standard belongs to; null where the standard names none, and for a
 * maker’s own.
 */
export const subsystemOf = (number: string, origin: Origin): string | null =>
  origin === 'standard' ? (SUBSYSTEMS[`${number[0]!}0${number[2]!}`] ?? null) : null

/** First half of a failure type byte: its kind (ISO 15031-6, annex on failure types). */
const FAILURE_KINDS: Readonly<Record<string, string>> = {
  0: 'no more is said',
  1: 'electrical',
  2: 'signal',
  3: 'pulsed signal',
  4: 'inside the control unit',
  5: 'programming',
  6: 'found by calculation',
  7: 'mechanical',
  8: 'message on the network',
  9: 'component',
}

const FAILURES: Readonly<Record<string, string>> = {
  11: 'shorted to ground',
  12: 'shorted to supply',
  13: 'circuit open',
  14: 'shorted to ground or open',
  15: 'shorted to supply or open',
  16: 'voltage too low',
  17: 'voltage too high',
  18: 'current too low',
  19: 'current too high',
  '1A': 'resistance too low',
  '1B': 'resistance too high',
  '1C': 'voltage out of range',
  '1D': 'current out of range',
  '1E': 'resistance out of range',
  '1F': 'comes and goes',
  21: 'amplitude too small',
  22: 'amplitude too large',
  23: 'stuck low',
  24: 'stuck high',
  25: 'shape is wrong',
  26: 'changes too slowly',
  27: 'changes too fast',
  28: 'offset out of range',
  29: 'invalid',
  '2A': 'stuck within its range',
  '2F': 'erratic',
  31: 'no signal',
  36: 'frequency too low',
  37: 'frequency too high',
  38: 'frequency wrong',
  41: 'checksum',
  42: 'memory',
  44: 'data memory',
  45: 'program memory',
  46: 'calibration memory',
  47: 'restarted by its guard',
  48: 'software guard',
  49: 'electronics',
  '4A': 'wrong control unit fitted',
  '4B': 'too hot',
  51: 'not programmed',
  52: 'not activated',
  53: 'switched off',
  54: 'calibration missing',
  55: 'not coded',
  56: 'coding does not fit',
  61: 'calculation',
  62: 'comparison differs',
  63: 'protection took too long',
  64: 'not plausible',
  65: 'too few events',
  66: 'too many events',
  67: 'wrong after an event',
  68: 'an event noted',
  71: 'actuator stuck',
  72: 'actuator stuck open',
  73: 'actuator stuck shut',
  74: 'actuator slips',
  75: 'safe position not reached',
  76: 'fitted wrong',
  77: 'position asked for not reached',
  78: 'adjustment wrong',
  79: 'linkage',
  '7A': 'leaks or seal failed',
  '7B': 'level too low',
  81: 'invalid',
  82: 'counter wrong',
  83: 'protection wrong',
  84: 'too low',
  85: 'too high',
  86: 'signal invalid',
  87: 'missing',
  88: 'bus off',
  91: 'out of its figures',
  92: 'works wrongly',
  93: 'does not work',
  94: 'works unasked',
  95: 'assembled wrongly',
  96: 'fault inside',
  97: 'blocked',
  98: 'too hot',
}

/** What a failure type byte says; null for one the standard keeps for later. */
export function failureOf(
  byte: string,
): { readonly kind: string; readonly words: string | null } | null {
  const kind = FAILURE_KINDS[byte[0]!]
  return kind === undefined ? null : { kind, words: FAILURES[byte] ?? null }
}
