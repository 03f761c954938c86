import type { PlacedCheck } from '../diagnosis/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import { cornersOf } from '../../base/vehicle/index.ts'
import type { Mended } from './known.ts'

/** What the jobs of a plan put new parts into, as a vehicle's history names them. */
const PART_OF_JOB: Readonly<Record<string, string>> = {
  spring: 'airSpring',
  bellows: 'airSpring',
  strut: 'strut',
  shock: 'shock',
  line: 'line',
  pump: 'compressor',
  dryer: 'dryer',
  block: 'valveBlock',
  reservoir: 'reservoir',
  relay: 'relay',
  sensor: 'sensor',
  module: 'module',
  coils: 'coils',
  coilStruts: 'coils',
}

type Part = Mended['parts'][number]
interface WantedJob {
  readonly job: string
  readonly corners?: readonly Corner[] | undefined
}

/** The parts that the jobs of a plan replace. */
export const partsOfJobs = (jobs: readonly WantedJob[]): readonly Part[] =>
  jobs.flatMap(({ job, corners = [] }) =>
    PART_OF_JOB[job] ? [{ part: PART_OF_JOB[job], corners }] : [],
  )

/** Whether two parts are the same part at the same corners. */
export const samePart = (a: Part, b: Part): boolean =>
  a.part === b.part &&
  a.corners.length === b.corners.length &&
  a.corners.every((corner) => b.corners.includes(corner))

/** A job as its repairs are read from. */
export interface MendedJob {
  readonly plans: readonly { readonly jobs: readonly WantedJob[] }[]
  readonly workNow: { readonly backAt: string | null } | null
  readonly repairs: readonly (Part & { readonly at: string })[]
}

/** The repairs of a job, oldest first: its work once the car is back on its wheels, and what was written down. */
export function mendedOf({ plans, workNow, repairs }: MendedJob): readonly Mended[] {
  const planned = workNow?.backAt ? partsOfJobs(plans.at(-1)?.jobs ?? []) : []
  // A handover writes the parts of the work down once more.
  const told = repairs.filter((each) => !planned.some((part) => samePart(part, each)))
  return [
    ...(workNow?.backAt && planned.length > 0 ? [{ at: workNow.backAt, parts: planned }] : []),
    ...told.map(({ at, part, corners }): Mended => ({ at, parts: [{ part, corners }] })),
  ].toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
}

/** Parts every line hangs on: new, they change what any corner does. */
const EVERYWHERE: ReadonlySet<string> = new Set(['valveBlock', 'module', 'coils', 'other'])

/**
 * Whether a repair touched what a check speaks of. What the whole car does changes with any part;
 * what was seen at one place changes with a part of that place.
 */
export const touches = ({ parts }: Mended, { place, whole }: PlacedCheck): boolean =>
  place === null ||
  whole !== null ||
  parts.some(
    ({ part, corners }) =>
      EVERYWHERE.has(part) || cornersOf(place).some((corner) => corners.includes(corner)),
  )
