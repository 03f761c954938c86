import { NOT_JUDGED } from '@anklet/language/heights/methods'
import type { Job, Round } from '@anklet/contract'
import type { RoundState, ComparedRound } from '@anklet/core/measuring/heights'
import { stateOf, countedReadings, modelSigmaMm } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { mapCorners, WALK } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { NO_DESIGN_HEIGHT, sidesWords } from '@anklet/language/heights/sides'
import { designAt, meansOf } from '../job/model/rounds.ts'

/** A round as it is compared. */
export const comparedRound = (round: Round): ComparedRound => ({
  readings: countedReadings(round),
  modelSigmaMm: modelSigmaMm(round.rolledAndBounced),
})

/** Which corner stands lowest, and by how much. */
export function lowestWords(job: Job, round: Round, units: DisplayUnits): string {
  const [means, design] = [meansOf(round), designAt(job, round.levelOffsetMm)]
  if (!design) return `${capital(sidesWords(means, units))}. ${NO_DESIGN_HEIGHT}`
  const off = mapCorners(means, (mm, corner) => mm - design[corner])
  const worst = WALK.reduce((a, b) => (off[b] < off[a] ? b : a))
  if (off[worst] > -5) return 'It stands near its design height all round.'
  return (
    `${capital(CORNER_WORDS[worst])} stands ` +
    `${formatQuantity(-off[worst], 'height', units)} ${UNIT_LABEL[units.length]} ` +
    'under its design height.'
  )
}

/** Why a round is held against nothing. */
export const notJudged = (round: Round): string => {
  const state = stateOf(round)
  if (state === 'levelled') return ''
  return round.state
    ? NOT_JUDGED[state]
    : `Nobody said what state it stood in. ${NOT_JUDGED.arrived}`
}

// After the work it is measured levelled first; before it, as it came.
export const statesFor = ({ workNow }: Job): readonly RoundState[] =>
  workNow?.at === 'proving' || workNow?.at === 'finished'
    ? ['levelled', 'arrived', 'supplyOff']
    : ['arrived', 'levelled', 'supplyOff']
