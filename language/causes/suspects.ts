import type { BookCause, PlacedCause, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import type { Known, SourceKind } from '@anklet/core/reasoning/evidence'
import { capital, lowered, placeWords } from '../plain/corners.ts'
import { STATE_WORDS } from '../heights/methods.ts'
import { momentWords } from '../plain/times.ts'
import { quietOf } from '@anklet/core/reasoning/diagnosis'
import type { Place } from '@anklet/core/base/vehicle'

const at = (words: string, place: Place): string => words.replace('{place}', placeWords(place))

/** What is wrong, as a sentence without its stop. */
export const causeWords = ({ parts }: PlacedCause): string =>
  parts
    .map(({ cause, place }, i) => {
      const words = at(cause.words, place)
      return i === 0 ? words : lowered(words)
    })
    .join(', and ')

/** The same within a sentence. */
export const causeClause = (cause: PlacedCause): string =>
  causeWords(cause).replace(/^(The|An?) /, (article) => article.toLowerCase())

/** A cause of the book without its place: as it is listed. */
export const bareCauseWords = (words: string): string =>
  words.replace('{place} ', '').replace(' of the {place}', '').replace('{place}', 'car')

/** What a check asks. */
export const asksWords = ({ check, place }: PlacedCheck): string => capital(at(check.asks, place))

/** A check by name and place. */
export const checkWords = ({ check, place }: PlacedCheck): string =>
  place === null ? check.name : `${check.name}, ${placeWords(place)}`

/** What a check came to, in words: at which places, where it answers for several. */
export function outcomeWords({ check, whole }: PlacedCheck, outcome: string): string {
  const one = (id: string): string => check.outcomes.find((each) => each.id === id)?.words ?? id
  if (!whole || outcome === quietOf(check)) return one(outcome)
  const found = outcome.split('+').map((part) => part.split(':') as [string, string?])
  const said = new Map<string, string[]>()
  for (const [place, id = check.outcomes[1]!.id] of found)
    said.set(id, [...(said.get(id) ?? []), placeWords(place as Place)])
  return [...said]
    .map(([id, places]) => `${capital(places.join(', '))}: ${one(id).toLowerCase()}`)
    .join('; ')
}

/** A check with what it came to. */
export const foundWords = (placed: PlacedCheck, outcome: string): string =>
  `${checkWords(placed)}: ${outcomeWords(placed, outcome)}`

/** How sure a chance is, in a word. */
export const surenessWords = (p: number): string =>
  p >= 0.95
    ? 'sure'
    : p >= 0.8
      ? 'likely'
      : p >= 0.5
        ? 'more likely than not'
        : p >= 0.2
          ? 'possible'
          : 'hardly'

/** Minutes of work, spoken. */
export function minutesWords(minutes: number): string {
  const whole = Math.round(minutes)
  if (whole < 60) return whole === 1 ? 'a minute' : `${whole} minutes`
  const hours = minutes / 60
  return hours < 1.25
    ? 'an hour'
    : `${(Math.round(hours * 2) / 2).toString().replace('.5', '½')} hours`
}

/** Where a piece of evidence comes from. */
export const EVIDENCE_FROM_WORDS: Readonly<Record<SourceKind, string>> = {
  owner: 'the owner says',
  arrival: 'seen on arrival',
  round: 'measured',
  watch: 'the watch',
  codes: 'codes',
  test: 'a test',
  link: 'the link',
  hand: 'found',
}

/** When it was seen, by whom or what, and in which state of the car. */
export function seenWords(
  { at, state, source: { by: told, person, deviceIds } }: Known,
  nameOf: (person: string) => string,
): string {
  const name = person === null ? '' : nameOf(person)
  const by =
    deviceIds.length > 0 ? deviceIds.join(', ') : told === 'file' ? `a report, ${name}` : name
  return [momentWords(at, new Date()), by, state === null ? '' : STATE_WORDS[state].toLowerCase()]
    .filter(Boolean)
    .join(' · ')
}

/** Where a check is done, against where the cause sits. */
export const ROW_PLACE_WORDS: Readonly<Record<string, string>> = {
  same: '',
  mate: ' at the other side of the axle',
  away: ' elsewhere on the car',
}

/** When a repair of a cause is proved. */
export const PROOF_WORDS: Readonly<Record<BookCause['proof'], string>> = {
  now: 'proved at once',
  drive: 'proved by a drive',
  night: 'proved by the next night',
}
