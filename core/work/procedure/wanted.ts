import type { Result } from '../../base/result/index.ts'
import { ok, refuse } from '../../base/result/index.ts'
import type { Architecture, Corner, Place } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS, AXLES, axlesOf, CORNERS, hasAirAtCorner } from '../../base/vehicle/index.ts'
import type { BookJob, ProcedureBook, ShopWay, Support } from './book.ts'
import type { PlanRefusal } from './refusals.ts'
import type { Situation, WantedJob } from './situation.ts'
import { airLeft, applies, placesFrom, wayOn } from './situation.ts'

/** A job at one of its places. */
export interface PlacedJob {
  readonly job: BookJob
  readonly place: Place
}

/** Two of these at one place are two ways to the same end. */
const ONE_OF: readonly (readonly string[])[] = [
  ['spring', 'coils'],
  ['strut', 'shock', 'bellows', 'coils', 'coilStruts'],
  ['line', 'coils'],
]
/** Nothing is left for these to do once the last air is gone. */
const FOR_AIR = new Set([
  'pump',
  'dryer',
  'block',
  'reservoir',
  'relay',
  'charge',
  'line',
  'sensor',
  'module',
])
/** Jobs that leave a spring empty; the block empties all. */
const EMPTIES: ReadonlySet<string> = new Set(['spring', 'strut', 'shock', 'bellows', 'line'])

function placesOf(
  job: BookJob,
  corners: readonly Corner[],
  architecture: Architecture,
): Result<readonly Place[], PlanRefusal> {
  if (job.at === 'car') return ok([null])
  if (corners.length === 0) return refuse({ code: 'cornersMissing', job: job.id })
  if (job.at !== 'axle') {
    const empty = corners.find((corner) => placesFrom(job.at, corner, architecture).length === 0)
    return empty
      ? refuse({ code: 'jobNotHere', job: job.id, place: empty })
      : ok([...new Set(corners.flatMap((corner) => placesFrom(job.at, corner, architecture)))])
  }
  const half = corners.find((corner) =>
    AXLES.some(
      (axle) =>
        AXLE_CORNERS[axle].includes(corner) &&
        !AXLE_CORNERS[axle].every((each) => corners.includes(each)),
    ),
  )
  return half
    ? refuse({ code: 'halfAnAxle', job: job.id, corner: half })
    : ok(AXLES.filter((axle) => AXLE_CORNERS[axle].every((corner) => corners.includes(corner))))
}

/**
 * The job that is done at a place: the one that was named, or the one it has become for vehicles
 * of that build since a plan was kept under its old name.
 */
function jobThere(
  book: ProcedureBook,
  named: BookJob,
  { air }: Architecture,
  place: Place,
): BookJob {
  const fits = ({ when }: BookJob): boolean =>
    when?.air === undefined || axlesOf(place).some((axle) => when.air!.includes(air[axle]))
  return fits(named)
    ? named
    : (book.jobs.find((each) => each.was === named.id && fits(each)) ?? named)
}

/** What is wanted, at its places, and the situation that makes; or why it makes no sense. */
export function placeJobs(
  book: ProcedureBook,
  architecture: Architecture,
  wanted: readonly WantedJob[],
  support: Support,
  way: ShopWay,
  flat: readonly Corner[] = [],
): Result<{ readonly placed: readonly PlacedJob[]; readonly situation: Situation }, PlanRefusal> {
  const placed: PlacedJob[] = []
  for (const { job: id, corners = [] } of wanted) {
    const named = book.jobs.find((each) => each.id === id)
    if (!named) return refuse({ code: 'jobUnknown', job: id })
    const places = placesOf(named, corners, architecture)
    if (!places.ok) return places
    for (const place of places.value) {
      const job = jobThere(book, named, architecture, place)
      if (placed.some((each) => each.job.id === job.id && each.place === place))
        return refuse({ code: 'jobTwice', job: id, place })
      placed.push({ job, place })
    }
  }
  const cornersWith = (test: (id: string) => boolean): readonly Corner[] =>
    CORNERS.filter((corner) =>
      placed.some(
        ({ job, place }) =>
          test(job.id) &&
          place !== null &&
          placesFrom('corner', place, architecture).includes(corner),
      ),
    )
  const converted = new Set(cornersWith((id) => id === 'coils'))
  const emptied = placed.some(({ job }) => job.id === 'block')
    ? CORNERS.filter((corner) => hasAirAtCorner(architecture, corner))
    : cornersWith((id) => EMPTIES.has(id))
  const airless = flat.find((corner) => !hasAirAtCorner(architecture, corner))
  if (airless) return refuse({ code: 'flatWithoutAir', corner: airless })
  const lying = new Set(flat.filter((corner) => !converted.has(corner)))
  const situation: Situation = {
    architecture,
    support,
    way: wayOn(architecture, way),
    flat: lying,
    converted,
    refills: lying.size > 0 || emptied.some((corner) => !converted.has(corner)),
  }
  const notHere = placed.find(({ job, place }) => !applies(job.when, situation, place))
  if (notHere) return refuse({ code: 'jobNotHere', job: notHere.job.id, place: notHere.place })
  for (const corner of CORNERS) {
    const here = placed
      .filter(
        ({ job, place }) =>
          job.at !== 'car' &&
          job.at !== 'sensor' &&
          placesFrom('corner', place, architecture).includes(corner),
      )
      .map(({ job }) => job.id)
    const both = ONE_OF.map((of) => here.filter((id) => of.includes(id))).find(
      (ids) => ids.length > 1,
    )
    if (both) return refuse({ code: 'jobsExclude', jobs: [both[0]!, both[1]!], place: corner })
  }
  const idle = airLeft(situation) ? undefined : placed.find(({ job }) => FOR_AIR.has(job.id))
  return idle
    ? refuse({ code: 'jobsExclude', jobs: [idle.job.id, 'coils'], place: null })
    : ok({ placed, situation })
}
