import type { PlanStep } from '../procedure/index.ts'
import type { Corner, Place } from '../../base/vehicle/index.ts'
import { AXLES, CORNERS } from '../../base/vehicle/index.ts'
import type { Run } from '../record/index.ts'
import type {
  Joint,
  ProofFacts,
  ProofItemId,
  ProofState,
  ProofItem,
  Said,
  Told,
  SaidItem,
} from './items.ts'
import { CAR_JOINTS } from './items.ts'

/**
 * When the car stood on its wheels again, ms since 1970: what was shown before that shows nothing;
 * null: it does not yet.
 */
export function backOnWheelsMs({ steps }: Pick<Run, 'steps'>): number | null {
  const last = steps.flatMap(({ step, done }) =>
    done && step.phase !== 'prove' ? [Date.parse(done.at)] : [],
  )
  const open = steps.some(
    ({ step, state }) =>
      step.phase !== 'prove' && (state === 'open' || state === 'again' || state === 'held'),
  )
  return open || last.length === 0 ? null : Math.max(...last)
}

const PLANT_JOINTS: Readonly<Record<string, Joint>> = { closePump: 'pump', closeBlock: 'block' }
const GIVEN_JOINTS: Readonly<Record<string, Joint>> = {
  tankDone: 'reservoir',
  dryerDone: 'dryer',
  plantShut: 'eased',
}

/** Joints the work opened that hold air again, corners first. */
export function jointsOpened({ run, book }: Pick<ProofFacts, 'run' | 'book'>): readonly Joint[] {
  const written = new Map(book.map((step) => [step.id, step]))
  const found = new Set(
    run.steps.flatMap(({ step, done }): Joint[] => {
      if (!done) return []
      const acts = written.get(step.step)?.acts ?? []
      const corner = step.place as Corner
      return [
        ...((step.gives.includes('valveShut') ||
          acts.some((act) => act === 'closeLine' || act === 'ease')) &&
        run.car.corners[corner]?.spring !== 'coil' &&
        run.car.corners[corner]
          ? [corner]
          : []),
        ...acts.flatMap((act) => PLANT_JOINTS[act] ?? []),
        ...step.gives.flatMap((fact) => GIVEN_JOINTS[fact] ?? []),
      ]
    }),
  )
  return [...CORNERS, ...CAR_JOINTS].filter((joint) => found.has(joint))
}

/** One thing to show, with nothing said of it but its state. */
export const item = (
  id: ProofItemId,
  state: ProofState,
  more: Partial<ProofItem> = {},
): ProofItem => ({
  id,
  state,
  places: [],
  joints: [],
  why: null,
  words: '',
  declined: false,
  told: null,
  ...more,
})
const wordOf = (said: Said | null | undefined): Told | null =>
  said ? { by: 'word', atMs: said.atMs, person: said.person } : null
const toldBy = (by: Told['by'], at: { readonly atMs: number } | null): Told | null =>
  at && { by, atMs: at.atMs, person: null }
const placesOf = (steps: readonly PlanStep[]): readonly Place[] => [
  ...new Set(steps.map(({ place }) => place)),
]

/** Reads, from what is on record, what shows that a repair counts. */
class Proving {
  private readonly since: number
  private readonly air: boolean
  private readonly joints: readonly Joint[]

  constructor(private readonly facts: ProofFacts) {
    this.since = backOnWheelsMs(facts.run) ?? Number.POSITIVE_INFINITY
    this.air = Object.values(facts.run.car.corners).some(({ spring }) => spring !== 'coil')
    this.joints = this.air ? jointsOpened(facts) : []
  }

  // What was said last counts; what was said before the car was back on its wheels does not.
  private last(of: SaidItem, joint: Joint | null = null): Said | null {
    return (
      this.facts.said.findLast(
        (said) => said.item === of && said.joint === joint && said.atMs >= this.since,
      ) ?? null
    )
  }

  private fromWord(id: SaidItem, said = this.last(id)): ProofItem {
    return item(id, !said ? 'missing' : said.outcome === 'bad' ? 'against' : 'shown', {
      words: said?.words ?? '',
      declined: said?.outcome === 'declined',
      told: wordOf(said),
    })
  }

  private after<At extends { readonly atMs: number }>(at: At | null): At | null {
    return at && at.atMs >= this.since ? at : null
  }

  private steps(): ProofItem[] {
    const {
      run: { steps, temporary, awaiting },
    } = this.facts
    const left = steps
      .filter(
        ({ step, state }) =>
          step.phase !== 'prove' && (state === 'open' || state === 'again' || state === 'held'),
      )
      .map(({ step }) => step)
    const torqued = steps.filter(({ step, state }) => step.torque !== null && state !== 'passed')
    const loose = torqued
      .filter(
        ({ state, done }) =>
          state !== 'done' ||
          !done ||
          (done.content.torque === null &&
            done.content.noThread === undefined &&
            done.content.deviation === null),
      )
      .map(({ step }) => step)
    return [
      ...(left.length > 0 ? [item('steps', 'missing', { places: placesOf(left) })] : []),
      // Done otherwise counts only once somebody else has agreed.
      ...(awaiting.length > 0
        ? [
            item('deviations', 'missing', {
              places: [...new Set(awaiting.map(({ content }) => content.place))],
              words: awaiting.map(({ content }) => content.deviation?.reason ?? '').join('; '),
            }),
          ]
        : []),
      item('temporary', temporary.length > 0 ? 'missing' : 'shown', {
        places: [...new Set(temporary.map(({ place }) => place))],
      }),
      ...(torqued.length > 0
        ? [item('torque', loose.length > 0 ? 'missing' : 'shown', { places: placesOf(loose) })]
        : []),
    ]
  }

  private soap(): ProofItem[] {
    if (this.joints.length === 0) return []
    const said = this.joints.map((joint) => ({ joint, said: this.last('soap', joint) }))
    const [bad, open] = [
      said.filter((each) => each.said?.outcome === 'bad'),
      said.filter((each) => each.said === null),
    ]
    const soaped = item(
      'soap',
      bad.length > 0 ? 'against' : open.length > 0 ? 'missing' : 'shown',
      {
        joints: (bad.length > 0 ? bad : open).map(({ joint }) => joint),
        told: wordOf(said.findLast((each) => each.said !== null)?.said),
      },
    )
    const off = this.facts.run.temporary.filter(({ fact }) => fact === 'trim')
    const out = this.facts.run.steps.some(({ step, done }) => done && step.gives.includes('trim'))
    return [
      soaped,
      ...(out
        ? [
            off.length > 0
              ? item('trim', 'missing', {
                  places: off.map(({ place }) => place),
                  why: soaped.state === 'shown' ? null : 'soapFirst',
                })
              : item('trim', soaped.state === 'shown' ? 'shown' : 'against', {
                  why: soaped.state === 'shown' ? null : 'soapFirst',
                }),
          ]
        : []),
    ]
  }

  private moves(): ProofItem[] {
    if (!this.air) return []
    const { architecture, run, cornersTest, calibrated } = this.facts
    const crossed =
      this.joints.length > 0 ||
      run.steps.some(
        ({ step, state }) =>
          step.gives.includes('sensorDone') ||
          step.gives.includes('moduleDone') ||
          (step.shownBy.includes('corners') && state !== 'passed'),
      )
    const test = this.after(cornersTest)
    const visited = this.after(calibrated)?.levels ?? []
    const cycled = architecture.levels.every(({ id }) => visited.includes(id))
    return [
      ...(crossed
        ? [
            test
              ? item('corners', test.good ? 'shown' : 'against', { told: toldBy('test', test) })
              : this.fromWord('corners'),
          ]
        : []),
      ...(architecture.levels.length > 1
        ? [
            cycled
              ? item('levels', 'shown', { told: toldBy('calibration', calibrated) })
              : this.fromWord('levels'),
          ]
        : []),
    ]
  }

  private heights(): ProofItem[] {
    const round = this.after(this.facts.round)
    if (!round)
      return [
        item('heights', 'missing', {
          why: this.after(this.facts.unlevelled)
            ? 'notLevelled'
            : this.facts.round
              ? 'before'
              : 'noRound',
        }),
      ]
    if (!round.verdict) return [item('heights', 'missing', { why: 'noSpecification' })]
    const { corners, leftRight } = round.verdict
    const [out, open] = [
      CORNERS.filter(
        (corner) => corners[corner].verdict === 'low' || corners[corner].verdict === 'high',
      ),
      CORNERS.filter((corner) => corners[corner].verdict === 'undecided'),
    ]
    const sides = AXLES.filter((axle) => leftRight[axle] !== null)
    const [over, unsure] = [
      sides.filter((axle) => leftRight[axle]!.verdict === 'over'),
      sides.filter((axle) => leftRight[axle]!.verdict === 'undecided'),
    ]
    return [
      item('heights', out.length > 0 ? 'against' : open.length > 0 ? 'missing' : 'shown', {
        told: toldBy('round', round),
        places: out.length > 0 ? out : open,
        why: out.length === 0 && open.length > 0 ? 'undecided' : null,
      }),
      ...(sides.length > 0
        ? [
            item(
              'leftRight',
              over.length > 0 ? 'against' : unsure.length > 0 ? 'missing' : 'shown',
              {
                told: toldBy('round', round),
                places: over.length > 0 ? over : unsure,
                why: over.length === 0 && unsure.length > 0 ? 'undecided' : null,
              },
            ),
          ]
        : []),
    ]
  }

  private sensors(): ProofItem[] {
    const { run, calibrated, round, architecture } = this.facts
    const asked = run.steps.some(
      ({ step, state }) => step.gives.includes('calibrated') && state !== 'passed',
    )
    if (architecture.sensors.front === 'none' && architecture.sensors.rear === 'none') return []
    const taught = this.after(calibrated)
    const fresh = this.after(round)
    if (!asked && !taught && !fresh?.agreements) return []
    if (taught?.lowered) return [item('sensors', 'against', { why: 'lowered' })]
    if (asked && !taught) return [item('sensors', 'missing', { why: 'calibrateFirst' })]
    if (!fresh || (taught && fresh.atMs < taught.atMs))
      return [item('sensors', 'missing', { why: 'noRound' })]
    if (!fresh.agreements) return [item('sensors', 'missing', { why: 'noReports' })]
    const apart = fresh.agreements.filter(({ agrees }) => !agrees)
    return [
      item('sensors', apart.length > 0 ? 'against' : 'shown', {
        told: toldBy('round', fresh),
        places: apart.map(({ sensor }) => sensor.id),
        why: apart.length > 0 ? 'apart' : null,
      }),
    ]
  }

  private rest(): ProofItem[] {
    const { codes, watch, run } = this.facts
    const read = this.after(codes)
    const again = this.last('again')
    const watched = watch !== null && watch.startedMs >= this.since && watch.state !== 'givenUp'
    return [
      item('codes', !read ? 'missing' : read.present > 0 ? 'against' : 'shown', {
        why: !read && codes ? 'before' : null,
        told: toldBy('codes', read),
      }),
      this.fromWord('roadTest'),
      ...(run.steps.some(({ step, state }) => step.step === 'alignment' && state !== 'passed')
        ? [this.fromWord('alignment')]
        : []),
      ...(this.air
        ? [
            watched
              ? item('again', 'shown', {
                  told: { by: 'watch', atMs: watch.startedMs, person: null },
                })
              : this.fromWord('again', again),
          ]
        : []),
    ]
  }

  all(): readonly ProofItem[] {
    return [
      ...this.steps(),
      ...this.moves(),
      ...this.soap(),
      ...this.heights(),
      ...this.sensors(),
      ...this.rest(),
    ]
  }
}

/**
 * All that is to be shown before a repair counts, and how each thing stands: reckoned from the
 * record, not ticked.
 */
export const proofOf = (facts: ProofFacts): readonly ProofItem[] => new Proving(facts).all()
/** Whether all of it is shown. */
export const isProved = (items: readonly ProofItem[]): boolean =>
  items.every(({ state }) => state === 'shown')
