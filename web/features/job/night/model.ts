import type { Suspect } from '@anklet/language/night/answer'
import type { Job } from '@anklet/contract'
import type { LeakdownRequest, AwakeRequest } from '@anklet/core/measuring/leakdown'
import { KNOWN_GEOMETRY_SHARE, LEAKDOWN_DEFAULTS } from '@anklet/core/measuring/leakdown'
import { usualMachine } from '@anklet/core/physics/simulation'

/** A watch as the question it puts to the whole machine. */
export function awakeRequestOf(
  { vehicleType: { architecture } }: Job,
  levelId: string,
  request: LeakdownRequest,
): AwakeRequest {
  const { vehicle, hours, startC, endC, before, after, priors } = request
  return {
    machine: usualMachine(vehicle, architecture),
    levelId,
    hours,
    startC,
    endC,
    before,
    after,
    ...(priors ? { priors } : {}),
    noise: {
      repeatabilityMm: request.repeatabilityMm ?? LEAKDOWN_DEFAULTS.repeatabilityMm,
      modelSigmaMm: request.modelSigmaMm ?? LEAKDOWN_DEFAULTS.modelSigmaMm,
      temperatureSigmaK: request.temperatureSigmaK ?? LEAKDOWN_DEFAULTS.temperatureSigmaK,
      geometryShare: request.geometryShare ?? KNOWN_GEOMETRY_SHARE,
    },
  }
}

/** So many suspects are named. */
const LINES = 5

/** The likeliest few, and everything else in one line. */
export function shortList(suspects: readonly Suspect[]): Suspect[] {
  const worthALine = suspects
    .filter(({ probability }, i) => i === 0 || probability >= 0.01)
    .slice(0, LINES - 1)
  const rest = suspects.slice(worthALine.length)
  const probability = rest.reduce((sum, suspect) => sum + suspect.probability, 0)
  return rest.length === 0
    ? worthALine
    : [...worthALine, { ids: rest.flatMap(({ ids }) => ids), words: 'anything else', probability }]
}
