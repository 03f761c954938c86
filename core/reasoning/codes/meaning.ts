import type { Place } from '../../base/vehicle/index.ts'

/** What the words of a code say: where, and which answer of the check "codes" they stand for. */
export interface ReadMeaning {
  readonly points: string | null
  readonly place: Place
}

// Tools write in their maker's language; two letters count in capitals only.
const PLACES: readonly (readonly [RegExp, NonNullable<Place>])[] = [
  [/\b(front[\s-]*left|left[\s-]*front|vorne?\s*links|links\s*vorne?)\b/i, 'FL'],
  [/\b(front[\s-]*right|right[\s-]*front|vorne?\s*rechts|rechts\s*vorne?)\b/i, 'FR'],
  [/\b(rear[\s-]*left|left[\s-]*rear|hinten\s*links|links\s*hinten)\b/i, 'RL'],
  [/\b(rear[\s-]*right|right[\s-]*rear|hinten\s*rechts|rechts\s*hinten)\b/i, 'RR'],
  [/\b(FL|LF|VL)\b/, 'FL'],
  [/\b(FR|RF|VR)\b/, 'FR'],
  [/\b(RL|LR|HL)\b/, 'RL'],
  [/\b(RR|HR)\b/, 'RR'],
  [/\b(front|vorderachse|vorne?)\b/i, 'front'],
  [/\b(rear|hinterachse|hinten)\b/i, 'rear'],
]

// The narrower comes first: a height sensor's supply is a matter of the sensor.
const AREAS: readonly (readonly [RegExp, string])[] = [
  [/\b(damper|damping|shock absorber)\b/i, 'damper'],
  [/\brelay\b/i, 'relay'],
  [/\b(cod(ing|ed)|calibrat\w*|adaptation|basic setting|learn(ed|t)?|taught)\b/i, 'coding'],
  [
    /\b(height|level|ride)[\s-]*(sensor|sender|signal)|\bsensor\b(?!.*\b(pressure|temperature)\b)/i,
    'sensor',
  ],
  [/\b(temperature|overheat\w*|too hot|thermal)\b/i, 'hot'],
  [/\bleft (and|to|\/) right\b|\bside to side\b|\bsides?\b.*\bapart\b/i, 'sides'],
  [/\b(leak\w*|line|hose|fitting|connector|spring|bellows|sleeve|strut)\b/i, 'leak'],
  [/\bpressure\b.*\b(low|not|missing|implausible|build\w*)\b|\bno pressure\b/i, 'pressure'],
  [/\bnot (reached|attained)|\btoo (long|slow)\b|\bmissed\b|\btime ?out\b/i, 'goal'],
  [/\b(supply|voltage|power|ground|earth|no (answer|communication))\b/i, 'supply'],
]
// A goal that was missed is said of a corner, whatever part the words name besides.
const GOAL = /\bnot (reached|attained)|\bgoal\b.*\bmissed\b/i
const PRESSURE_SENSOR = /\b(pressure|temperature)[\s-]*sensor\b/i

/**
 * Reads the words a tool puts beside a code. They are a proposal: what the maker's service
 * information says of the code stands above it.
 */
export function meaningIn(words: string): ReadMeaning {
  const place = PLACES.find(([pattern]) => pattern.test(words))?.[1] ?? null
  const area = PRESSURE_SENSOR.test(words)
    ? 'other'
    : GOAL.test(words)
      ? 'goal'
      : (AREAS.find(([pattern]) => pattern.test(words))?.[1] ?? null)
  return { points: area, place }
}
