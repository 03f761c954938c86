import type { PlanRequest, PlanStep, ShopWay, WantedJob } from '../../procedure/index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../../procedure/index.ts'
import { sampleArchitecture } from '../../../base/samples/index.ts'
import type { Architecture } from '../../../base/vehicle/index.ts'
import type { DoneEntry, Guarded, Run, WorkContent, WorkEntry } from '../index.ts'
import { mayEnter, notYet, proofsFor, runOf, toShow } from '../index.ts'

/** Who is at the car. */
export const ANN = 'ann'
export const BEN = 'ben'
export const stepBook = new Map(SHIPPED_PROCEDURES.steps.map((step) => [step.id, step]))
/** Somebody at a car: says what happens, and is told whether it is taken. */
export class AtTheCar {
  readonly entries: WorkEntry[] = []
  steps: readonly PlanStep[]
  readonly architecture: Architecture
  torque: Guarded['torqueOf'] = () => ({ minNm: 90, maxNm: 110 })
  /** Every wait is over, unless a test says otherwise. */
  now = Number.POSITIVE_INFINITY

  constructor(private readonly request: Pick<PlanRequest, 'jobs'> & Partial<PlanRequest>) {
    this.architecture = request.architecture ?? sampleArchitecture()
    this.steps = this.compose(request.jobs)
    this.enter({ kind: 'joined', seen: [] })
  }

  compose(
    jobs: readonly WantedJob[],
    carried: PlanRequest['carried'] = [],
    ventBy: ShopWay['ventBy'] = this.request.way?.ventBy ?? 'tool',
  ): readonly PlanStep[] {
    const made = composePlan(SHIPPED_PROCEDURES, {
      support: 'twoPost',
      ...this.request,
      way: { ...(this.request.way ?? USUAL_WAY), ventBy },
      architecture: this.architecture,
      jobs,
      carried,
    })
    if (!made.ok) throw new Error(JSON.stringify(made.error))
    return made.value.steps
  }

  of(): Guarded {
    return {
      book: SHIPPED_PROCEDURES,
      architecture: this.architecture,
      steps: this.steps,
      flat: this.request.flat ?? [],
      entries: this.entries,
      torqueOf: this.torque,
    }
  }
  run(): Run {
    return runOf(this.of())
  }
  /** @returns null where it was taken, else the name of the refusal */
  enter(content: WorkContent, person = ANN): string | null {
    const allowed = mayEnter(this.of(), this.run(), person, content, this.now)
    if (!allowed.ok) return allowed.error.code
    this.push(content, person)
    return null
  }
  push(content: WorkContent, person: string): void {
    const i = this.entries.length
    this.entries.push({
      id: `e${i}`,
      at: new Date(Date.UTC(2026, 10, 24, 8, i)).toISOString(),
      person,
      content,
    })
  }

  /** A step that is done by what is on record besides, as the server enters it. */
  show(key: string): null {
    const done = this.done(key)
    const { shownBy } = this.steps.find((each) => each.key === key)!
    this.push({ ...done, shown: [], torque: null, shownBy }, ANN)
    return null
  }

  /** All that a step asks for, as a careful person gives it. */
  done(key: string, change: Partial<DoneEntry> = {}): DoneEntry {
    const step = this.steps.find((each) => each.key === key)
    if (!step) throw new Error(`No step ${key}`)
    const shown = toShow(stepBook.get(step.step)!, step.place).map(({ condition, corner }) => ({
      condition,
      corner,
      proof: proofsFor(condition, this.run().car.body)[0]!,
      by: 'person' as const,
      barG: condition === 'springsCarry' ? 2.4 : null,
    }))
    return {
      kind: 'done',
      key,
      step: step.step,
      place: step.place,
      shown,
      torque: step.torque ? { nm: 100, source: null } : null,
      ...(step.reads ? { reading: { mm: 135.4, source: 'sheet' } } : {}),
      photoIds: step.photo ? ['p'] : [],
      note: '',
      second: step.second ? BEN : null,
      deviation: null,
      ...change,
    }
  }

  /** Goes on until a step, or to the end. @returns how many steps it took */
  until(key: string | null, most = 400): number {
    for (let n = 0; n < most; n += 1) {
      const { ready, finished } = this.run()
      if (finished || ready.some((step) => step.key === key)) return n
      const [next] = ready
      if (!next)
        throw new Error(
          `Nothing can be done: ${this.run()
            .steps.filter(({ state }) => state !== 'done')
            .map(
              ({ step }) =>
                `${step.key} ${JSON.stringify(notYet(this.of(), this.run(), step.key, this.now))}`,
            )
            .join('; ')}`,
        )
      const refused =
        next.shownBy.length > 0 ? this.show(next.key) : this.enter(this.done(next.key))
      if (refused)
        throw new Error(
          `${next.key}: ${refused} ${JSON.stringify(notYet(this.of(), this.run(), next.key, this.now))}`,
        )
    }
    throw new Error('It does not end.')
  }

  state(key: string): string {
    return this.run().steps.find(({ step }) => step.key === key)?.state ?? 'none'
  }
}
/** Both rear struts, and the pump. */
export const PAIR: readonly WantedJob[] = [{ job: 'strut', corners: ['RL', 'RR'] }, { job: 'pump' }]
