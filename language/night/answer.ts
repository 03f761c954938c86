import type { HypothesisId, LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import { answerGroup, hypothesisCorners } from '@anklet/core/measuring/leakdown'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Architecture, Axle, Corner } from '@anklet/core/base/vehicle'
import { AXLE_OF, CORNERS } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS, EVEN_WORDS, hypothesisWords, list } from '../plain/corners.ts'
import { TWIST_ADVICE, twistWords } from '../heights/twist.ts'

/** One line of what it could be: hypotheses that heights cannot tell apart share a line. */
export interface Suspect {
  readonly ids: readonly HypothesisId[]
  readonly words: string
  readonly probability: number
}

/** What kind of answer it is: `twisted` is one whose heights may not hold. */
export type AnswerKind = 'twisted' | 'nothingFits' | 'moduleAwake' | 'answer'

/** The answer of a watch as it is spoken. */
export interface SpokenAnswer {
  readonly kind: AnswerKind
  /** A doubt about the heights themselves, said before the headline; null: none. */
  readonly twist: string | null
  readonly headline: string
  /** The reasons, in a sentence or two. */
  readonly sub: string
  readonly suspects: readonly Suspect[]
}

/** Everything the words are made of. */
export interface AnswerFacts {
  readonly answer: LeakdownAnswer
  readonly architecture: Architecture
  readonly units: DisplayUnits
  /** Supply stayed off, doors shut, nobody in the car. */
  readonly undisturbed: boolean
}

/** Nothing is ever said to be surer than this. */
const SURE = 0.95
const LIKELY = 0.75
/** Under this nobody can tell yet. */
const RATHER = 0.6
/** Neighbours that moved less than this are not worth a word, mm. */
const MOVED_MM = 3

/** What it could be, likeliest first; what cannot be told apart is added up. */
export function suspectsOf(
  posterior: LeakdownAnswer['posterior'],
  architecture: Architecture,
): Suspect[] {
  const lines = new Map<string, { ids: HypothesisId[]; probability: number }>()
  for (const [id, p] of Object.entries(posterior) as [HypothesisId, number][]) {
    const words = answerGroup(id) === 'all' ? EVEN_WORDS : hypothesisWords(id, architecture)
    const line = lines.get(words) ?? { ids: [], probability: 0 }
    lines.set(words, { ids: [...line.ids, id], probability: line.probability + p })
  }
  return [...lines]
    .map(([words, line]) => ({ words, ...line }))
    .sort((a, b) => b.probability - a.probability)
}

/** A probability as a figure a person may rely on: never 0, never above "95 % or more". */
export function percentWords(p: number): string {
  if (p >= SURE) return '95\u00a0% or more'
  if (p < 0.01) return 'under 1\u00a0%'
  return `${Math.round(p * 100)}\u00a0%`
}

const sureness = (p: number): string =>
  p >= SURE ? 'sure' : p >= LIKELY ? 'likely' : 'more likely than not'

function claim({ ids: [id] }: Suspect, architecture: Architecture): string {
  switch (id) {
    case undefined:
    case 'none':
      return 'No leak worth finding'
    case 'frontPair':
      return pairClaim('front', architecture)
    case 'rearPair':
      return pairClaim('rear', architecture)
    case 'frontBoth':
      return 'Both front springs leak, each on its own'
    case 'rearBoth':
      return 'Both rear springs leak, each on its own'
    case 'all':
    case 'diagonalFL':
    case 'diagonalFR':
      return 'All four lose air, or two on a diagonal'
    default:
      return `${capital(CORNER_WORDS[id])} leaks`
  }
}

function pairClaim(axle: Axle, { valves, crossValve }: Architecture): string {
  if (crossValve[axle])
    return `The ${axle} axle loses air: one leak, shared through its cross valve`
  return valves === 'perSpring'
    ? `Both ${axle} springs leak alike`
    : `The ${axle} axle sinks as one: its valve block, or both springs alike`
}

const changeOf = ({ expectedColdMm, unexplainedMm }: LeakdownAnswer, corner: Corner): number =>
  expectedColdMm[corner] + unexplainedMm[corner]

// The corner the sentence counts: of those blamed, the one that sank most.
function deepest(answer: LeakdownAnswer, id: HypothesisId): Corner {
  const blamed = hypothesisCorners(id)
  return (blamed.length > 0 ? blamed : CORNERS).reduce((a, b) =>
    changeOf(answer, b) < changeOf(answer, a) ? b : a,
  )
}

function coldWords({ answer, units }: AnswerFacts, id: HypothesisId): string {
  const corner = deepest(answer, id)
  const sank = -changeOf(answer, corner)
  const cold = -answer.expectedColdMm[corner]
  const unit = UNIT_LABEL[units.length]
  const write = (mm: number): string => formatQuantity(mm, 'height', units)
  const whose = hypothesisCorners(id).length === 1 ? 'its' : 'the'
  const at = hypothesisCorners(id).length === 1 ? '' : ` at the ${CORNER_WORDS[corner]}`
  if (sank < 1) return id === 'none' ? 'The car stands as high as in the evening.' : ''
  if (cold <= 0.5)
    return `It did not get colder, so the cold explains none of ${whose} ${write(sank)} ${unit}${at}.`
  if (cold >= sank - 1) return `The cold alone explains ${whose} ${write(sank)} ${unit}${at}.`
  return `The cold explains ${write(cold)} of ${whose} ${write(sank)} ${unit}${at}.`
}

function stiffBodyWords({ answer }: AnswerFacts, { ids }: Suspect): string {
  const [id] = ids
  if (!id || hypothesisCorners(id).length !== 1) return ''
  const others = CORNERS.filter((corner) => corner !== id)
  const moved = (sign: number): string[] =>
    others
      .filter((corner) => sign * answer.unexplainedMm[corner] > MOVED_MM)
      .map((corner) => CORNER_WORDS[corner])
  const [sank, rose] = [moved(-1), moved(1)]
  if (sank.length + rose.length === 0) return ''
  const parts = [
    sank.length > 0 ? `${list(sank)} sank with it` : '',
    rose.length > 0 ? `${list(rose)} rode up` : '',
  ].filter(Boolean)
  return `${capital(parts.join(' and '))}, because the body is stiff: one corner is enough to explain all four.`
}

const NOTHING_FITS = {
  kind: 'nothingFits',
  headline: 'Nothing on the list fits these changes.',
  sub: [
    'Look for what else changed: somebody in the car or a load moved, both springs of one side,',
    'other tyres or floor, a vehicle type whose figures are not this car’s. Then watch again.',
  ].join(' '),
} as const

/** What is said of a night whose heights can be believed: everything but a twist. */
type Untwisted = Omit<SpokenAnswer, 'twist'>

// Where no single explanation stands out, its axle often does: that is worth a sentence, and says
// where to take the soap.
function axleAnswer(suspects: readonly Suspect[], cold: string): Untwisted | null {
  for (const axle of ['front', 'rear'] as const) {
    const blamed = suspects.filter(({ ids }) =>
      ids.every(
        (id) =>
          hypothesisCorners(id).length > 0 &&
          hypothesisCorners(id).every((corner) => AXLE_OF[corner] === axle),
      ),
    )
    const probability = blamed.reduce((sum, suspect) => sum + suspect.probability, 0)
    if (probability < LIKELY) continue
    const which = blamed
      .filter((suspect) => suspect.probability >= 0.05)
      .map((suspect) => `${suspect.words} (${percentWords(suspect.probability)})`)
    return {
      kind: 'answer',
      headline:
        `The ${axle} axle leaks: ${sureness(probability)}, ${percentWords(probability)}. ${cold}`.trim(),
      sub: `Heights cannot tell which: ${alternatives(which)}. Soap tells them apart.`,
      suspects,
    }
  }
  return null
}

const alternatives = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)!}`

function speakUntwisted(facts: AnswerFacts): Untwisted {
  const { answer, architecture, undisturbed } = facts
  const suspects = suspectsOf(answer.posterior, architecture)
  const first = suspects[0]!
  if (answer.fitSuspect) return { ...NOTHING_FITS, suspects }
  if (!undisturbed) {
    return {
      kind: 'moduleAwake',
      headline: 'The car was not left alone, so this night proves little.',
      sub:
        'A module that wakes levels the car and hides the leaking corner. By the ' +
        `heights alone: ${first.words}, ${percentWords(first.probability)}. Cut the ` +
        'supply, prove it, and watch again.',
      suspects,
    }
  }
  const cold = coldWords(facts, first.ids[0]!)
  const byAxle = first.probability < LIKELY ? axleAnswer(suspects, cold) : null
  if (byAxle) return byAxle
  if (first.probability < RATHER) {
    const second = suspects[1]
    const rest = second ? ` or ${second.words} (${percentWords(second.probability)})` : ''
    return {
      kind: 'answer',
      headline: `Cannot tell yet: ${first.words} (${percentWords(first.probability)})${rest}.`,
      sub: (
        `${cold} A longer night tells more: from the highest level, thermometer beside ` +
        'the springs, both laps walked.'
      ).trim(),
      suspects,
    }
  }
  const headline =
    `${claim(first, architecture)}: ${sureness(first.probability)}, ${percentWords(first.probability)}. ${cold}`.trim()
  return { kind: 'answer', headline, sub: stiffBodyWords(facts, first), suspects }
}

/**
 * Says what a watch means: a doubt about the heights first, then the suspect in words before per
 * cent, then the reasons. Heights that twist the body leave the answer standing, as one that holds
 * only if they do.
 */
export function speakAnswer(facts: AnswerFacts): SpokenAnswer {
  const { answer, units } = facts
  const spoken = speakUntwisted(facts)
  if (!answer.closureSuspect) return { ...spoken, twist: null }
  const twistMm = answer.closureMm - answer.expectedClosureMm
  const holds = spoken.kind === 'answer'
  return {
    ...spoken,
    kind: holds ? 'twisted' : spoken.kind,
    twist: `These heights ${twistWords(twistMm, units)} ${TWIST_ADVICE}`,
    headline: holds ? `If the heights hold: ${spoken.headline}` : spoken.headline,
  }
}

/** The answer as it is written on the job: a doubt about the heights goes with it. */
export const findingSentence = ({ twist, headline }: SpokenAnswer): string =>
  (twist ? `${headline} ${twist}` : headline).slice(0, 300)
