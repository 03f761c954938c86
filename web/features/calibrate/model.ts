import { levelWords } from '@anklet/language/work/calibration'
import type { Job, LevelVisit } from '@anklet/contract'
import type { VisitStop, SensorLine, ToType } from '@anklet/core/measuring/calibration'
import {
  agreeOn,
  levelTold,
  crossedAxles,
  fitVisits,
  sensorsOf,
  toType,
} from '@anklet/core/measuring/calibration'
import type { PerCorner, Axle, Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, CORNERS, WALK, mapCorners } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'
import { teachingVisit, visitsLowered } from '@anklet/core/work/proof'
import type { DisplayUnits } from '@anklet/core/base/units'
import { readTyped } from '../../kit/typed.ts'
import type { CalibrationDraft } from '../../client/state/calibrations.ts'

/** What the plan itself gives as the reason. */
export function whyOf({ plans }: Job): CalibrationDraft['why'] {
  const jobs = plans.at(-1)?.jobs.map(({ job }) => job) ?? []
  return jobs.includes('module') ? 'module' : jobs.includes('sensor') ? 'sensor' : null
}

/** What levels that were visited say of a vehicle's sensors. */
export interface Readout {
  readonly lines: readonly SensorLine[]
  readonly at: LevelVisit | null
  readonly types: readonly ToType[]
  readonly crossed: readonly Axle[]
  readonly loweredMm: number | null
  readonly faulty: boolean
}

/** Reads the levels that were visited: what each sensor says against the tape, and what is to be taught. */
export function readoutOf(job: Job, visits: readonly LevelVisit[]): Readout {
  const { architecture } = job.vehicleType
  const sensors = sensorsOf(architecture)
  const at = teachingVisit(architecture, visits)
  const standsAtMm = mapCorners(
    job.vehicleType.geometry.corners,
    ({ designHeightMm }) => designHeightMm,
  )
  const lines = fitVisits(sensors, visits, standsAtMm, {
    leastMm: CHANNEL_LIMITS.height.least,
    mostMm: CHANNEL_LIMITS.height.most,
  })
  return {
    lines,
    at,
    types: at ? toType(sensors, at) : [],
    crossed: crossedAxles(sensors, visits),
    loweredMm: visitsLowered(job, visits),
    faulty: lines.some(
      ({ fit }) => fit === null || fit.faults.some((fault) => fault !== 'tooFewPoints'),
    ),
  }
}

/** Heights typed in the shop's unit, mm; null where nothing is typed, NaN where it is no height. */
export const typedHeights = (
  values: PerCorner<string>,
  units: DisplayUnits,
): Record<Corner, number | null> =>
  mapCorners(values, (typed) => {
    if (typed.trim() === '') return null
    const read = readTyped(typed, 'height', units)
    return read.ok ? read.value : Number.NaN
  })

/** Heights as they are typed. */
export type TypedHeights = PerCorner<number | null>

/** A visit of a level, or what keeps it from being one. */
export type ReadVisit =
  | { readonly ok: false; readonly sentence: string }
  /** `doubt`: tape or module say another level. */
  | { readonly ok: true; readonly visit: LevelVisit; readonly doubt: string | null }

/** What was typed and read at a level, as a visit of it; or the sentence for what is missing. */
export function visitAt(
  { vehicleType: { architecture, geometry } }: Job,
  { level, direction }: VisitStop,
  tape: TypedHeights,
  reported: TypedHeights,
): ReadVisit {
  const bad = WALK.find((corner) => tape[corner] === null || Number.isNaN(tape[corner]))
  if (bad)
    return { ok: false, sentence: `${capital(CORNER_WORDS[bad])}: type what the tape says there.` }
  if (CORNERS.some((corner) => Number.isNaN(reported[corner])))
    return {
      ok: false,
      sentence:
        'Type what the module reports as figures; leave a field empty where it reports nothing.',
    }
  if (CORNERS.every((corner) => reported[corner] === null))
    return {
      ok: false,
      sentence:
        'Nothing of what the module reports: connect the link, or type what the tool shows.',
    }
  const tapeMm = tape as LevelVisit['tapeMm']
  const { corners } = completeGeometry(geometry)
  const told = levelTold({ levels: architecture.levels, corners }, tapeMm, reported)
  return {
    ok: true,
    visit: { levelId: level.id, direction, tapeMm, reportedMm: reported },
    doubt: agreeOn(level.id, told) ? null : levelWords(level.id, told),
  }
}
