import { expect } from 'vitest'
import type { CommandPayload, Job, WorkRecord } from '@anklet/contract'
import type { PlanStep } from '@anklet/core/work/procedure'
import { composePlan, PROOFS, SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { toShow } from '@anklet/core/work/record'
import type { TestBench } from './bench.ts'
import { architecture, LEVEL, openTestJob, walk } from './records.ts'

type Content = WorkRecord['content']
type Done = Extract<Content, { kind: 'done' }>

const id = () => crypto.randomUUID()

/** A job with its plan, and somebody at it. */
export class OnTheJob {
  private constructor(
    private readonly bench: TestBench,
    readonly jobId: string,
    readonly typeId: string,
    private readonly steps: readonly PlanStep[],
  ) {}

  static async with(
    bench: TestBench,
    jobs: CommandPayload<'plan.make'>['jobs'],
    join = true,
    simulated = false,
    flat: CommandPayload<'plan.make'>['flat'] = [],
  ): Promise<OnTheJob> {
    const { jobId, typeId } = await openTestJob(bench, { simulated })
    await bench
      .send('plan.make', {
        planId: id(),
        jobId,
        jobs,
        support: 'twoPost',
        way: USUAL_WAY,
        alone: true,
        flat,
        order: [],
      })
      .expect(200)
    const made = composePlan(SHIPPED_PROCEDURES, {
      architecture,
      jobs,
      support: 'twoPost',
      way: USUAL_WAY,
      flat,
    })
    const at = new OnTheJob(bench, jobId, typeId, made.ok ? made.value.steps : [])
    if (join) await at.enter({ kind: 'joined', seen: [] })
    return at
  }

  // A while between two steps: whatever waits is over by then.
  private steady = 0
  /** When the next thing happens at the car. */
  now(): string {
    this.steady += 1
    return new Date(Date.UTC(2026, 10, 20, 8, 20 * this.steady)).toISOString()
  }

  async post(
    content: Content,
    person = this.bench.person,
    entryId = id(),
    at = this.now(),
  ): Promise<{ status: number; body: { code?: string; detail?: string; path?: string } }> {
    const { status, body } = await this.bench.send(
      'work.record',
      { entryId, jobId: this.jobId, content },
      { person, at },
    )
    return { status, body: body as { code?: string; detail?: string; path?: string } }
  }

  async enter(content: Content, person = this.bench.person): Promise<void> {
    const { status, body } = await this.post(content, person)
    expect([status, body.detail]).toEqual([200, undefined])
  }

  done(key: string, change: Partial<Done> = {}): Done {
    const step = this.steps.find((each) => each.key === key)!
    const shown = toShow(
      SHIPPED_PROCEDURES.steps.find((each) => each.id === step.step)!,
      step.place,
    ).map(({ condition, corner }) => ({
      condition,
      corner,
      proof: PROOFS[condition][0]!,
      by: 'person' as const,
      barG: null,
    }))
    return {
      kind: 'done',
      key,
      step: step.step,
      place: step.place,
      shown,
      torque: step.torque ? { nm: 60, source: 'Sheet 3' } : null,
      ...(step.reads ? { reading: { mm: 135.4, source: 'Sheet 3' } } : {}),
      photoIds: [],
      note: '',
      second: step.second ? 'alone' : null,
      deviation: step.photo ? { kind: 'noPhoto', reason: 'No camera in the test' } : null,
      ...change,
    }
  }

  async until(key: string): Promise<void> {
    for (const step of this.steps) {
      if (step.key === key) return
      if (step.shownBy.includes('measured')) await this.measure()
      // What the proof shows is not said in the work.
      else if (step.shownBy.length === 0) await this.enter(this.done(step.key))
    }
  }

  /** Walks the round before anything is taken apart. */
  async measure(): Promise<void> {
    const round = walk(LEVEL, this.now(), { state: 'arrived' })
    await this.bench
      .send('round.record', { jobId: this.jobId, round }, { at: this.now() })
      .expect(200)
  }

  /** The keys of its steps that are done, in the order they were. */
  async did(): Promise<readonly string[]> {
    return (await this.job()).work.flatMap(({ content }) =>
      content.kind === 'done' ? [content.key] : [],
    )
  }

  async job(): Promise<Job> {
    return (await this.bench.get(`/api/jobs/${this.jobId}`).expect(200)).body as Job
  }
}
