import type { AirForm, Architecture, Corner } from '../../base/vehicle/index.ts'
import {
  AXLE_CORNERS,
  AXLE_OF,
  CORNERS,
  hasAirAtCorner,
  OTHER_AXLE,
} from '../../base/vehicle/index.ts'
import { singleFaults } from '../../reasoning/diagnosis/index.ts'
import type { WantedJob } from '../procedure/index.ts'

/** What changes a spring of that form: the sleeve, the bellows on its strut, or the damper as a whole. */
const SPRING_JOB: Readonly<Record<AirForm, 'spring' | 'bellows' | 'shock' | null>> = {
  none: null,
  bellows: 'spring',
  bellowsOnDamper: 'bellows',
  strut: 'bellows',
  airDamper: 'shock',
}
/** Findings that are mended where they are, without a choice between schools. */
const MENDS: Readonly<Record<string, string>> = {
  lineLeak: 'line',
  fittingLeak: 'line',
  lineBlocked: 'line',
  valveSeat: 'block',
  valveShut: 'block',
  blockLeak: 'block',
  crossValveOpen: 'block',
  exhaustValve: 'block',
  reservoirValve: 'block',
  reservoirLeak: 'reservoir',
  chargeLow: 'charge',
  pumpWorn: 'pump',
  pumpSeized: 'pump',
  pumpNoisy: 'pump',
  checkValve: 'pump',
  relayDead: 'relay',
  relayWelded: 'relay',
  dryerBlocked: 'dryer',
  dryerWet: 'dryer',
  sensorDead: 'sensor',
  sensorDrift: 'sensor',
  linkBent: 'sensor',
  moduleFaulty: 'module',
}

/** What was decided, as far as jobs follow from it. */
export interface DecidedFor {
  /** Id of an option of the strategy; one that is not known proposes nothing. */
  readonly option: string
  /** The corner it is filed under; null: no spring is concerned. */
  readonly corner: Corner | null
  /** A pump is in what the customer agreed to. */
  readonly withPump: boolean
}

/** What a plan is begun from. */
export interface ProposalRequest {
  readonly architecture: Architecture
  /** The decision in force; null: nothing was decided. */
  readonly decision: DecidedFor | null
  /** The finding, a cause with its place; null: nothing was found yet. */
  readonly cause: string | null
}

const springAt = (
  { air }: Architecture,
  corners: readonly Corner[],
  strut: boolean,
): readonly WantedJob[] => {
  const kind = strut ? 'strut' : SPRING_JOB[air[AXLE_OF[corners[0]!]]]
  return kind ? [{ job: kind, corners }] : []
}

/** What a decision asks for. */
function decidedJobs(
  architecture: Architecture,
  { option, corner, withPump }: DecidedFor,
): readonly WantedJob[] {
  if (!corner) return []
  const pair = AXLE_CORNERS[AXLE_OF[corner]]
  const others = AXLE_CORNERS[OTHER_AXLE[AXLE_OF[corner]]]
  const pump: readonly WantedJob[] = withPump ? [{ job: 'pump' }] : []
  switch (option) {
    case 'this':
      return [...springAt(architecture, [corner], false), ...pump]
    case 'both':
    case 'bothThenSingly':
    case 'withPump':
      return [...springAt(architecture, pair, false), ...pump]
    case 'withBlock':
      return [...springAt(architecture, pair, false), { job: 'block' }, ...pump]
    case 'kit': {
      const isStrut = architecture.air[AXLE_OF[corner]] === 'strut'
      return [...springAt(architecture, pair, isStrut), { job: 'pump' }]
    }
    case 'thisStrut':
      return [...springAt(architecture, [corner], true), ...pump]
    case 'struts':
      return [...springAt(architecture, pair, true), ...pump]
    case 'axleCoils':
      return [{ job: 'coils', corners: pair }, ...pump]
    case 'coilsAndDampers':
      return [
        { job: 'coils', corners: pair },
        { job: 'coilStruts', corners: others },
      ]
    case 'allCoils':
      return [{ job: 'coils', corners: [...pair, ...others] }]
    case 'pump':
      return [{ job: 'pump' }]
    default:
      return []
  }
}

/** What a finding asks for where it is mended as it is, without a choice between schools. */
function mendedJobs(
  architecture: Architecture,
  cause: string,
  withPump: boolean,
): readonly WantedJob[] {
  const wanted = new Map<string, Corner[]>()
  for (const { base, place } of singleFaults(cause)) {
    const mend = MENDS[base]
    if (!mend || (mend === 'pump' && !withPump)) continue
    const at = CORNERS.filter(
      (each) =>
        (place === each || AXLE_OF[each] === place) &&
        (mend === 'sensor' || hasAirAtCorner(architecture, each)),
    )
    wanted.set(mend, [...new Set([...(wanted.get(mend) ?? []), ...at])])
  }
  return [...wanted].flatMap(([mend, corners]): WantedJob[] =>
    mend === 'line' || mend === 'sensor'
      ? corners.length > 0
        ? [{ job: mend, corners }]
        : []
      : [{ job: mend }],
  )
}

/**
 * Jobs as the decision asks for them, and as the finding does where there was nothing to decide.
 * Whoever makes the plan may change them.
 */
export function proposeJobs({
  architecture,
  decision,
  cause,
}: ProposalRequest): readonly WantedJob[] {
  const decided = decision ? decidedJobs(architecture, decision) : []
  const mended =
    cause !== null && decision?.option !== 'leave'
      ? mendedJobs(architecture, cause, decision === null)
      : []
  return [...decided, ...mended.filter(({ job }) => !decided.some((each) => each.job === job))]
}
