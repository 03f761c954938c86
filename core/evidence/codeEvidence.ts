import type { ReportedCode } from '../codes/index.ts'
import type { Evidence, PlacedCheck } from '../diagnosis/index.ts'
import { quietOf, wholeOutcome } from '../diagnosis/index.ts'
import type { Place } from '../vehicle/index.ts'

/** A code as it was seen. */
export type SeenCode = Pick<ReportedCode, 'number' | 'status'>
/** A reading of all codes of a module. */
export interface SeenCodes {
  readonly jobId: string
  readonly codes: readonly SeenCode[]
}
/** What a code means on a vehicle type: which answer of the check it stands for, and where. */
export interface CodeMeaning {
  readonly number: string
  readonly points: string | null
  readonly place: Place
}
interface CodesOfJob<Reading extends SeenCodes> {
  readonly id: string
  readonly codeReadings: readonly Reading[]
}

/** The newest reading of a job itself. */
export const readingOf = <Reading extends SeenCodes>({
  codeReadings,
  id,
}: CodesOfJob<Reading>): Reading | undefined => codeReadings.findLast(({ jobId }) => jobId === id)

const GRAVITY = { present: 2, stored: 1, pending: 0 } as const

/**
 * What codes are evidence of: the most telling of those whose text the shop knows, present ones
 * before stored, and which sensors they name.
 * A code nobody knows the text of says nothing yet. Answers of the check are ordered from the
 * least telling to the most.
 */
export function codeEvidence(
  checks: ReadonlyMap<string, PlacedCheck>,
  reading: Pick<SeenCodes, 'codes'>,
  meanings: readonly CodeMeaning[],
): Evidence[] {
  const [which, sensors] = [checks.get('codes'), checks.get('codeSensor')]
  if (!which) return []
  const nowhere = (): Evidence[] =>
    sensors?.whole ? [{ check: sensors.id, outcome: quietOf(sensors.check) }] : []
  if (reading.codes.length === 0)
    return [{ check: which.id, outcome: quietOf(which.check) }, ...nowhere()]
  const order = which.check.outcomes.map(({ id }) => id)
  const texts = new Map(meanings.map((text) => [text.number, text]))
  const known = reading.codes.flatMap(({ number, status }) => {
    const text = texts.get(number)
    return text?.points && order.includes(text.points)
      ? [{ text: { ...text, points: text.points }, status }]
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
