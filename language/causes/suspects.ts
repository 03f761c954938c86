import type { PlacedCause, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { quietOf } from '@anklet/core/reasoning/diagnosis'
import type { Place } from '@anklet/core/base/vehicle'
import { capital, placeWords } from '../plain/corners.ts'

const at = (words: string, place: Place): string => words.replace('{place}', placeWords(place))

/** What is wrong, as a sentence without its stop. */
export const causeWords = ({ parts }: PlacedCause): string =>
  parts
    .map(({ cause, place }, i) => {
      const words = at(cause.words, place)
      return i === 0 ? words : words.charAt(0).toLowerCase() + words.slice(1)
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
