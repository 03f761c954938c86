import type { CodeReading, CodeText, Job } from '@anklet/contract'
import type { Evidence, PlacedCheck } from '@anklet/core/diagnosis'
import type { Place } from '@anklet/core/vehicle'
import { quietOf, wholeOutcome } from '@anklet/core/diagnosis'

/** The newest reading of a job itself. */
export const readingOf = ({
  codeReadings,
  id,
}: Pick<Job, 'codeReadings' | 'id'>): CodeReading | undefined =>
  codeReadings.findLast(({ jobId }) => jobId === id)

const GRAVITY = { present: 2, stored: 1, pending: 0 } as const

/**
 * What codes are evidence of: the most telling of those whose text the shop knows, present ones
 * before stored, and which sensors they name.
 * A code nobody knows the text of says nothing yet. Answers of the check are ordered from the
 * least telling to the most.
 */
export function codeEvidence(
  checks: ReadonlyMap<string, PlacedCheck>,
  job: Pick<Job, 'codeReadings' | 'codeTexts' | 'id'>,
): Evidence[] {
  const [reading, which, sensors] = [readingOf(job), checks.get('codes'), checks.get('codeSensor')]
  if (!reading || !which) return []
  const nowhere = (): Evidence[] =>
    sensors?.whole ? [{ check: sensors.id, outcome: quietOf(sensors.check) }] : []
  if (reading.codes.length === 0)
    return [{ check: which.id, outcome: quietOf(which.check) }, ...nowhere()]
  const order = which.check.outcomes.map(({ id }) => id)
  const texts = new Map(job.codeTexts.map((text) => [text.number, text]))
  const known = reading.codes.flatMap(({ number, status }) => {
    const text = texts.get(number)
    return text?.points && order.includes(text.points)
      ? [{ text: text as CodeText & { points: string }, status }]
      : []
  })
  const telling = known.toSorted(
    (a, b) =>
      GRAVITY[b.status] - GRAVITY[a.status] ||
      order.indexOf(b.text.points) - order.indexOf(a.text.points),
  )[0]
  if (!telling) return []
  const ofSensors = known.filter(({ text }) => text.points === 'sensor')
  const found: Evidence[] = [{ check: which.id, outcome: telling.text.points }]
  // One that names no place leaves open which sensor it is.
  if (!sensors?.whole || ofSensors.some(({ text }) => text.place === null)) return found
  const named = new Set<Place>(ofSensors.map(({ text }) => text.place))
  return [
    ...found,
    {
      check: sensors.id,
      outcome: wholeOutcome(
        sensors.check,
        sensors.whole.map((place) => [
          place,
          named.has(place) ? sensors.check.outcomes[1]!.id : quietOf(sensors.check),
        ]),
      ),
    },
  ]
}
