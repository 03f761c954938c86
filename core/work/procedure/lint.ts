import { sampleArchitecture } from '../../base/samples/index.ts'
import type { AirForm, Anatomy, Architecture, AxleAnatomy } from '../../base/vehicle/index.ts'
import { AXLE_CORNERS } from '../../base/vehicle/index.ts'
import type { BookJob, ProcedureBook, ShopWay } from './book.ts'
import { USUAL_WAY } from './book.ts'
import { composePlan } from './compose.ts'
import type { FastenerFault } from './lintFasteners.ts'
import { fastenerFaults } from './lintFasteners.ts'
import type { NameFault } from './lintNames.ts'
import { nameFaults } from './lintNames.ts'
import type { WalkRefusal } from './walk.ts'
import { walkPlan } from './walk.ts'

/** What is wrong with a book of procedures, and where. */
export type ProcedureFault =
  | NameFault
  | (FastenerFault & { readonly at: string })
  | { readonly code: 'cycle'; readonly at: string; readonly steps: readonly string[] }
  | { readonly code: 'unsafe'; readonly at: string; readonly refusal: WalkRefusal }

const FORMS: readonly AirForm[] = ['bellows', 'bellowsOnDamper', 'airDamper', 'strut', 'none']
const VENTS: readonly ShopWay['ventBy'][] = ['tool', 'fitting', 'valve']

/** Builds in which every way of the book comes up at least once. */
const BUILDS: readonly { readonly axle: AxleAnatomy; readonly car: Anatomy }[] = [
  { axle: {}, car: {} },
  {
    axle: {
      suspension: 'live',
      coilOn: 'axle',
      reach: 'below',
      joint: 'quarterTurn',
      released: 'lowerBolts',
      heldTop: 'clips',
      heldBottom: 'horseshoe',
      guided: false,
    },
    car: { letDown: ['springValve'], pump: { at: 'loadArea', newDesign: 'both' } },
  },
  {
    axle: {
      suspension: 'independent',
      reach: 'loadArea',
      joint: 'screwed',
      released: 'camberBolts',
      heldTop: 'bolts',
      heldBottom: 'bolts',
      guided: true,
    },
    car: { letDown: ['ventPlug'], pump: { at: 'bumper', inTheWay: ['wheel'], newDesign: 'pipes' } },
  },
  {
    axle: { suspension: 'live', joint: 'pushIn', released: 'ballJoint' },
    car: { pump: { at: 'underfloor', newDesign: 'software' } },
  },
  { axle: { suspension: 'independent', coilOn: 'damper' }, car: {} },
]

const carWith = (
  form: AirForm,
  reservoir: boolean,
  { axle, car }: (typeof BUILDS)[number],
): Architecture =>
  sampleArchitecture({
    // A car with air nowhere is none of ours: with none behind, there is some in front.
    air: { front: form === 'none' ? 'strut' : form, rear: form },
    damping: { front: 'plain', rear: form === 'none' ? 'continuous' : 'plain' },
    layout: reservoir ? 'closed' : 'open',
    reservoir,
    liftingMode: reservoir ? 'switch' : 'none',
    cutOffSwitch: reservoir,
    anatomy: { ...car, front: axle, rear: axle },
  })

/** Each form in each build; the usual build with a reservoir and without. */
export const EVERY_BUILD: readonly Architecture[] = FORMS.flatMap((form) => [
  ...BUILDS.map((build, i) => carWith(form, i % 2 === 0, build)),
  carWith(form, false, BUILDS[0]!),
])

/** Where there is no air, only a job that says so has anything to do. */
const isFor = ({ at, when }: BookJob, { air }: Architecture): boolean =>
  at === 'car' || air.rear !== 'none' || when?.air?.includes('none') === true

/** What is wrong with one job on one car. */
function jobFaults(
  book: ProcedureBook,
  job: BookJob,
  architecture: Architecture,
  ventBy: ShopWay['ventBy'],
): readonly ProcedureFault[] {
  const at = `jobs/${job.id}`
  const corners = job.at === 'car' ? [] : job.at === 'corner' ? ['RL' as const] : AXLE_CORNERS.rear
  const plan = composePlan(book, {
    architecture,
    jobs: [{ job: job.id, corners }],
    support: 'twoPost',
    way: { ...USUAL_WAY, ventBy, fillAt: 'hanging' },
  })
  if (plan.ok) {
    const walked = walkPlan(book, architecture, plan.value.steps)
    return [
      ...(walked.ok ? [] : [{ code: 'unsafe' as const, at, refusal: walked.error }]),
      ...fastenerFaults(book, plan.value.steps).map((fault) => ({ ...fault, at })),
    ]
  }
  switch (plan.error.code) {
    case 'cycle':
      return [{ code: 'cycle', at, steps: plan.error.steps }]
    case 'nothingGives':
    case 'severalGive':
      return [{ code: plan.error.code, at: `steps/${plan.error.step}`, what: plan.error.fact }]
    default:
      return []
  }
}

/**
 * Everything wrong with a book: names that lead nowhere; then every job composed on every kind of
 * car, walked gate by gate, and every fastener followed from loose to tight.
 */
export function lintProcedures(book: ProcedureBook): readonly ProcedureFault[] {
  const looking = lintInSlices(book)
  for (;;) {
    const slice = looking.next()
    if (slice.done) return slice.value
  }
}

/** The same in slices of a few milliseconds, for a loop that must not stand still. */
export function* lintInSlices(
  book: ProcedureBook,
): Generator<undefined, readonly ProcedureFault[], undefined> {
  const faults: ProcedureFault[] = [...nameFaults(book)]
  if (faults.length > 0) return faults
  const told = new Set<string>()
  for (const job of book.jobs)
    for (const architecture of EVERY_BUILD.filter((car) => isFor(job, car)))
      for (const ventBy of VENTS) {
        yield
        for (const fault of jobFaults(book, job, architecture, ventBy)) {
          const key = JSON.stringify(fault)
          if (told.has(key)) continue
          told.add(key)
          faults.push(fault)
        }
      }
  return faults
}
