import type { Job } from '@anklet/contract'
import type { RoundVerdict, Verdict } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS, list } from '../plain/corners.ts'

/**
 * A corner's verdict in a word or two, beside its shape.
 * @param deviationMm mean minus nominal, mm.
 */
export function verdictWords(verdict: Verdict, deviationMm: number, units: DisplayUnits): string {
  const off = formatQuantity(Math.abs(deviationMm), 'height', units)
  switch (verdict) {
    case 'in':
      return 'in'
    case 'low':
      return `${off} low`
    case 'high':
      return `${off} high`
    case 'undecided':
      return 'measure again'
  }
}

const corners = (names: readonly Corner[]): string =>
  list(names.map((corner) => CORNER_WORDS[corner]))
const are = (names: readonly Corner[]): string => (names.length === 1 ? 'is' : 'are')

/**
 * The round against its specification in one sentence: what is out first, then what cannot be
 * told.
 */
export function roundVerdictWords(
  { corners: verdicts }: RoundVerdict,
  units: DisplayUnits,
): string {
  const of = (verdict: Verdict): Corner[] =>
    WALK.filter((corner) => verdicts[corner].verdict === verdict)
  const [low, high, undecided] = [of('low'), of('high'), of('undecided')]
  if (low.length === 4) return 'All four corners are low.'
  if (low.length + high.length + undecided.length === 0)
    return 'All four corners are within limits.'
  const by = (names: readonly Corner[]): string =>
    names.length === 1
      ? ` by ${formatQuantity(Math.abs(verdicts[names[0]!].deviationMm), 'height', units)} ${UNIT_LABEL[units.length]}`
      : ''
  const parts = [
    low.length > 0 ? `${corners(low)} ${are(low)} low${by(low)}` : '',
    high.length > 0 ? `${corners(high)} ${are(high)} high${by(high)}` : '',
    undecided.length > 0
      ? `${corners(undecided)} ${are(undecided)} too near the limit to call`
      : '',
  ].filter(Boolean)
  const rest =
    low.length + high.length === 0 && undecided.length < 4 ? '; the others are within limits' : ''
  return `${capital(parts.join('; '))}${rest}.`
}

/** What else the round says: left against right, nose against tail, readings that would decide. */
export function roundVerdictNotes(
  { corners: verdicts, leftRight, noseHighMm }: RoundVerdict,
  units: DisplayUnits,
): string[] {
  const write = (mm: number): string =>
    `${formatQuantity(Math.abs(mm), 'height', units)} ${UNIT_LABEL[units.length]}`
  const notes: string[] = []
  for (const axle of ['front', 'rear'] as const) {
    const difference = leftRight[axle]
    if (!difference || difference.verdict === 'in') continue
    const lower = difference.differenceMm < 0 ? 'left' : 'right'
    notes.push(
      difference.verdict === 'over'
        ? `The ${axle} axle leans: ${lower} ${write(difference.differenceMm)} lower, ` +
            `${write(difference.limitMm)} allowed.`
        : `The ${axle} axle may lean: ${lower} ${write(difference.differenceMm)} lower, ` +
            `${write(difference.limitMm)} allowed. More readings decide.`,
    )
  }
  const needed = WALK.filter((corner) => verdicts[corner].verdict === 'undecided')
  for (const corner of needed) {
    const { readingsToDecide } = verdicts[corner]
    notes.push(
      readingsToDecide === null
        ? `${capital(CORNER_WORDS[corner])} stands too close to its limit for this tape: ` +
            'its own error is larger than the room left.'
        : `${capital(CORNER_WORDS[corner])} stands close to its limit: ` +
            `${readingsToDecide} readings of the same would decide.`,
    )
  }
  if (Math.abs(noseHighMm) >= 5)
    notes.push(
      `The ${noseHighMm > 0 ? 'nose' : 'tail'} stands ${write(noseHighMm)} high against the other end.`,
    )
  return notes
}

/**
 * What an axle with a single height sensor sees: only the mean of left and right, whatever leans.
 */
export function singleSensorWords(
  { vehicleType: { architecture } }: Pick<Job, 'vehicleType'>,
  { axleMeanMm, leftRight }: RoundVerdict,
  units: DisplayUnits,
): string[] {
  return (['front', 'rear'] as const)
    .filter((axle) => architecture.sensors[axle] === 'one')
    .map((axle) => {
      const lean =
        leftRight[axle]?.verdict === 'over'
          ? ' It cannot see this lean, and no calibration takes it away.'
          : ''
      return (
        `The ${axle} axle has one sensor: it sees the mean, ` +
        `${formatQuantity(axleMeanMm[axle], 'height', units)} ` +
        `${UNIT_LABEL[units.length]}.${lean}`
      )
    })
}
