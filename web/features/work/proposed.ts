import type { Job } from '@anklet/contract'
import type { WantedJob } from '@anklet/core/work/procedure'
import type { AirForm, Corner } from '@anklet/core/base/vehicle'
import {
  AXLE_CORNERS,
  AXLE_OF,
  CORNERS,
  hasAirAtCorner,
  OTHER_AXLE,
} from '@anklet/core/base/vehicle'
import { singleFaults } from '../job/model/repairCase.ts'

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

const springAt = (job: Job, corners: readonly Corner[], strut: boolean): readonly WantedJob[] => {
  const kind = strut ? 'strut' : SPRING_JOB[job.vehicleType.architecture.air[AXLE_OF[corners[0]!]]]
  return kind ? [{ job: kind, corners }] : []
}

/** What a decision asks for. */
function decidedJobs(job: Job, decision: Job['decisions'][number]): readonly WantedJob[] {
  const { corner } = decision
  if (corner) {
    const axle = AXLE_OF[corner]
    const pair = AXLE_CORNERS[axle]
    const pump: readonly WantedJob[] = decision.lines.some(({ words }) => words.startsWith('pump'))
      ? [{ job: 'pump' }]
      : []
    switch (decision.option) {
      case 'this':
        return [...springAt(job, [corner], false), ...pump]
      case 'both':
      case 'bothThenSingly':
      case 'withPump':
        return [...springAt(job, pair, false), ...pump]
      case 'withBlock':
        return [...springAt(job, pair, false), { job: 'block' }, ...pump]
      case 'struts':
        return [...springAt(job, pair, true), ...pump]
      case 'axleCoils':
        return [{ job: 'coils', corners: pair }, ...pump]
      case 'coilsAndDampers':
        return [
          { job: 'coils', corners: pair },
          { job: 'coilStruts', corners: AXLE_CORNERS[OTHER_AXLE[axle]] },
        ]
      case 'allCoils':
        return [{ job: 'coils', corners: [...pair, ...AXLE_CORNERS[OTHER_AXLE[axle]]] }]
      case 'pump':
        return [{ job: 'pump' }]
      default:
        return []
    }
  }
  return []
}

/** What a finding asks for where it is mended as it is, without a choice between schools. */
function mendedJobs(job: Job, cause: string, withPump: boolean): readonly WantedJob[] {
  const wanted = new Map<string, Corner[]>()
  for (const { base, place } of singleFaults(cause)) {
    const mend = MENDS[base]
    if (!mend || (mend === 'pump' && !withPump)) continue
    const at = CORNERS.filter(
      (each) =>
        (place === each || AXLE_OF[each] === place) &&
        (mend === 'sensor' || hasAirAtCorner(job.vehicleType.architecture, each)),
    )
    wanted.set(mend, [...(wanted.get(mend) ?? []), ...at])
  }
  return [...wanted].flatMap(([mend, corners]): WantedJob[] =>
    mend === 'line' || mend === 'sensor'
      ? corners.length > 0
        ? [{ job: mend, corners }]
        : []
      : [{ job: mend }],
  )
}

/** Jobs as the newest decision asks for them, and as the finding does where there was nothing to decide. */
export function proposedJobs(job: Job): readonly WantedJob[] {
  const [decision, finding] = [job.decisions.at(-1), job.conclusions.at(-1)]
  const decided = decision ? decidedJobs(job, decision) : []
  const mended =
    finding && decision?.option !== 'leave'
      ? mendedJobs(job, finding.cause, decision === undefined)
      : []
  return [
    ...decided,
    ...mended.filter(({ job: name }) => !decided.some((each) => each.job === name)),
  ]
}

/** Corners that came in on empty springs, as they were tapped on arrival: a complaint names none. */
export const flatOf = ({ arrival, vehicleType: { architecture } }: Job): readonly Corner[] =>
  (arrival?.flat ?? []).filter((corner) => hasAirAtCorner(architecture, corner))
