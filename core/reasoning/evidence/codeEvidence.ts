import type { ReportedCode } from '../codes/index.ts'
import { meaningIn } from '../codes/index.ts'
import type { Evidence, PlacedCheck } from '../diagnosis/index.ts'
import { quietOf, wholeOutcome } from '../diagnosis/index.ts'
import type { Place } from '../../base/vehicle/index.ts'
import { isWithin } from '../../base/vehicle/index.ts'

/** A code as it was seen, with the words the tool put beside it. */
export type SeenCode = Pick<ReportedCode, 'number' | 'status' | 'words'>
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
/** What is said of a corner's circuit: spring, line, fitting and valve alike. */
const OF_A_CORNER: ReadonlySet<string> = new Set(['goal', 'pressure', 'sides', 'leak', 'other'])

interface ReadCode {
  readonly points: string
  readonly place: Place
}

/** What each code of a reading means: the shop's own text of it, else what the tool's words say. */
function readCodes(
  { codes }: Pick<SeenCodes, 'codes'>,
  meanings: readonly CodeMeaning[],
  points: readonly string[],
): readonly (ReadCode & Pick<SeenCode, 'status'>)[] {
  const texts = new Map(meanings.map((text) => [text.number, text]))
  return codes.flatMap(({ number, status, words }) => {
    const meant = texts.get(number) ?? meaningIn(words)
    return meant.points !== null && points.includes(meant.points)
      ? [{ points: meant.points, place: meant.place, status }]
      : []
  })
}

/** What a check that answers for several places comes to, by which of them codes name. */
function namedBy(
  placed: PlacedCheck | undefined,
  codes: readonly ReadCode[],
  isNamed: (code: ReadCode, at: Place) => boolean,
): Evidence[] {
  if (!placed?.whole) return []
  const { check, whole } = placed
  const outcome = wholeOutcome(
    check,
    whole.map((at) => [
      at,
      codes.some((code) => isNamed(code, at)) ? check.outcomes[1]!.id : quietOf(check),
    ]),
  )
  return [{ check: placed.id, outcome }]
}

/**
 * What codes are evidence of: each thing they point to, of those that are present or, where none
 * is, of those that are stored; which corners they name; and which sensors.
 * A code nobody knows the text of, and of which the tool says nothing, says nothing yet.
 * @param afterRepair what is stored only and does not come back is from before the repair
 */
export function codeEvidence(
  checks: ReadonlyMap<string, PlacedCheck>,
  reading: Pick<SeenCodes, 'codes'>,
  meanings: readonly CodeMeaning[],
  afterRepair = false,
): Evidence[] {
  const [which, sensors] = [checks.get('codes'), checks.get('codeSensor')]
  if (!which) return []
  if (reading.codes.length === 0)
    return [
      { check: which.id, outcome: quietOf(which.check) },
      ...namedBy(sensors, [], () => false),
    ]
  if (afterRepair && reading.codes.every(({ status }) => status === 'stored'))
    return [{ check: which.id, outcome: 'storedOnly' }]
  const order = which.check.outcomes.map(({ id }) => id)
  const known = readCodes(reading, meanings, order)
  const gravest = Math.max(...known.map(({ status }) => GRAVITY[status]))
  const telling = known.filter(({ status }) => GRAVITY[status] === gravest)
  const points = [...new Set(telling.map((code) => code.points))].toSorted(
    (a, b) => order.indexOf(a) - order.indexOf(b),
  )
  if (points.length === 0) return []
  const ofSensors = known.filter((code) => code.points === 'sensor')
  const ofCorners = telling.filter(({ points: at, place }) => OF_A_CORNER.has(at) && place !== null)
  return [
    ...points.map((outcome) => ({ check: which.id, outcome })),
    // A code that names no place leaves open which sensor it is.
    ...(ofSensors.some(({ place }) => place === null)
      ? []
      : namedBy(sensors, ofSensors, ({ place }, at) => place === at)),
    ...(ofCorners.length === 0
      ? []
      : namedBy(checks.get('codeCorner'), ofCorners, ({ place }, at) => isWithin(at, place))),
  ]
}
