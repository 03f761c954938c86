import type { AwakeAnswer } from '@anklet/core/measuring/leakdown'
import type { Architecture } from '@anklet/core/base/vehicle'
import type { Suspect } from './answer.ts'
import { percentWords, suspectsOf } from './answer.ts'
import { capital } from '../plain/corners.ts'

/** What a night with the module awake says. */
export interface SpokenAwake {
  readonly headline: string
  readonly sub: string
  readonly suspects: readonly Suspect[]
}

const POLICY: Readonly<Record<Architecture['parked']['policy'], string>> = {
  none: 'does nothing while parked',
  settleAxle: 'lets an axle down to its low corner',
  settleVehicle: 'lets the car down to its low corner',
  refill: 'pumps low corners back up',
}
const ofHundred = (share: number): string => `${Math.round(share * 100)} times in 100`

/**
 * The answer in words: the suspect, and how much better a night with the module disabled would
 * tell.
 */
export function speakAwake(
  { posterior, namedRight, leftBits, fitSuspect }: AwakeAnswer,
  architecture: Architecture,
): SpokenAwake {
  const suspects = suspectsOf(posterior, architecture)
  const [first] = suspects as [Suspect, ...Suspect[]]
  const loses = leftBits.awake - leftBits.off
  const better =
    loses > 0.05
      ? `This kind of module ${POLICY[architecture.parked.policy]}, and hides with it: ` +
        `awake, a night names the right leak ${ofHundred(namedRight.awake)}; disabled, ` +
        `${ofHundred(namedRight.off)}. Disable it and watch again.`
      : 'With this kind of module a night awake tells hardly less than one with it disabled.'
  if (fitSuspect)
    return {
      headline: 'Nothing fits, even with the module reckoned in.',
      sub: `A reading is wrong, the car was moved, or the module does otherwise than its type says. ${better}`,
      suspects,
    }
  const headline =
    first.ids[0] === 'none'
      ? `No leak worth finding, ${percentWords(first.probability)}.`
      : first.probability < 0.5
        ? 'Cannot tell which: the module hid it.'
        : `${capital(first.words)}: ${percentWords(first.probability)}, the module reckoned in.`
  return { headline, sub: better, suspects }
}
