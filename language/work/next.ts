import type {
  HiddenLeak,
  HypothesisId,
  NextThing,
  OvernightLoad,
  Worth,
} from '@anklet/core/measuring/leakdown'
import { CORNER_WORDS, list } from '../plain/corners.ts'
import { rateWords, sizeWords } from '../plain/rates.ts'

/** A next thing must make the answer this much surer to be worth naming. */
const WORTH_NAMING = 0.03
/** Surer than this nobody asks for more. */
const SURE_ENOUGH = 0.92

const THING_WORDS: Readonly<Record<NextThing, string>> = {
  readings: 'Two more readings at each corner now',
  settle: 'Roll and bounce it, then walk a round',
  soak: 'An hour’s soak, thermometer beside a spring, then a round',
  wait: 'Leave it standing as long again',
  night: 'A second night like this one',
}

/** What would tell more, as far as it is worth naming. */
export interface NextLine {
  readonly thing: NextThing
  readonly words: string
  readonly to: number
}

/**
 * What would make the answer surer, in the order of what it costs.
 * @param said probability of what is said now
 * @returns null where it is sure enough already
 */
export function nextLines(said: number, worths: readonly Worth[]): readonly NextLine[] | null {
  if (said >= SURE_ENOUGH) return null
  return worths
    .filter(({ to }) => to - said >= WORTH_NAMING)
    .map(({ thing, to }) => ({ thing, words: THING_WORDS[thing], to }))
}

/** What could still hide, in a sentence; null where nothing could be asked. */
export function hiddenWords(hidden: readonly HiddenLeak[], best: HypothesisId): string | null {
  if (hidden.length === 0) return null
  const each = hidden.map(
    ({ corner, atMostBarLPerH }) => `${CORNER_WORDS[corner]} up to ${rateWords(atMostBarLPerH)}`,
  )
  const largest = sizeWords(Math.max(...hidden.map(({ atMostBarLPerH }) => atMostBarLPerH)))
  const what = best === 'none' ? 'A leak' : 'Another leak'
  return hidden.length === 1
    ? `${what} could still hide: ${each[0]!} bar·L/h, ${largest}.`
    : `${what} could still hide: ${list(each)} bar·L/h, the largest ${largest}.`
}

const PLACE_WORDS: Readonly<Record<OvernightLoad['place'], string>> = {
  frontLeftSeat: 'on the front left seat',
  frontRightSeat: 'on the front right seat',
  rearLeftSeat: 'on the rear left seat',
  rearRightSeat: 'on the rear right seat',
  loadArea: 'in the load area',
}

/** That something else than a leak explains the heights as well. */
export function loadWords({ place, massKg }: OvernightLoad): string {
  const mass = `${5 * Math.round(Math.abs(massKg) / 5)}\u00a0kg`
  const where = PLACE_WORDS[place]
  return massKg > 0
    ? `Some ${mass} put ${where} overnight fit these heights as well. Was somebody in the car, or was something put in?`
    : `Some ${mass} taken from ${where.replace(/^(?:on|in) /, '')} overnight fit these heights as well. Was something taken out?`
}
