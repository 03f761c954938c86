/** The phases of a job, in the order of the work. */
export const PHASES = [
  'intake',
  'heights',
  'watch',
  'checks',
  'decision',
  'work',
  'recommission',
  'calibrate',
  'proof',
  'handover',
] as const
/** A phase of a job. */
export type Phase = (typeof PHASES)[number]

/** What is to be done next on a job. */
export type StepCode =
  | 'askComplaint'
  | 'measureHeights'
  | 'startWatch'
  | 'waitForMorning'
  | 'walkMorning'
  | 'readAnswer'
  | 'showAgain'
  | 'agree'
  | 'takeOver'
  | 'goOn'
  | 'doWork'
  | 'fillAir'
  | 'beginWork'
  | 'proveIt'
  | 'closeJob'
  | 'none'

/** How pressing it is. */
export type Urgency = 'overdue' | 'now' | 'waiting' | 'closed'

/** What the schedule has to know of a job. Times are ms since 1970. */
export interface JobFacts {
  readonly openedAt: number
  readonly closed: boolean
  readonly hasComplaint: boolean
  readonly hasHeights: boolean
  /** The latest watch that was not given up; null: none yet. */
  readonly watch: {
    readonly state: 'running' | 'walked' | 'concluded'
    readonly plannedEndAt: number
  } | null
  /** The work on it, once it is planned. */
  readonly work: {
    readonly at: 'ready' | 'taking' | 'filling' | 'proving' | 'finished'
    readonly lost: boolean
    readonly handed: boolean
    readonly paused: boolean
    readonly idle: boolean
    readonly awaiting: boolean
    readonly handedOver: boolean
  } | null
}

/** The next step, where it is done, and from when on. */
export interface NextStep {
  readonly phase: Phase
  readonly code: StepCode
  readonly urgency: Urgency
  /** When it became or becomes due, ms since 1970. */
  readonly dueAt: number
}

/**
 * A morning walk this long after its time is late: the car stands in somebody's way and the day
 * warms it, ms.
 */
const LATE_AFTER_MS = 2 * 3600_000

function watchStep({ watch, openedAt }: JobFacts, nowMs: number): NextStep {
  if (!watch) return { phase: 'watch', code: 'startWatch', urgency: 'now', dueAt: openedAt }
  const dueAt = watch.plannedEndAt
  if (watch.state === 'walked') return { phase: 'watch', code: 'readAnswer', urgency: 'now', dueAt }
  if (watch.state === 'concluded')
    return { phase: 'watch', code: 'closeJob', urgency: 'now', dueAt }
  if (nowMs < dueAt) return { phase: 'watch', code: 'waitForMorning', urgency: 'waiting', dueAt }
  return {
    phase: 'watch',
    code: 'walkMorning',
    urgency: nowMs > dueAt + LATE_AFTER_MS ? 'overdue' : 'now',
    dueAt,
  }
}

function workStep(
  { at, lost, handed, paused, idle, awaiting, handedOver }: NonNullable<JobFacts['work']>,
  dueAt: number,
): NextStep | null {
  const now = (code: StepCode, phase: Phase = 'work'): NextStep => ({
    phase,
    code,
    urgency: 'now',
    dueAt,
  })
  if (at === 'finished') return handedOver ? now('closeJob', 'handover') : now('proveIt', 'proof')
  if (at === 'ready') return now('beginWork')
  // Something may move, or carry nothing, that somebody counts on.
  if (lost) return { ...now('showAgain'), urgency: 'overdue' }
  if (handed || idle) return now('takeOver')
  if (paused) return now('goOn')
  if (awaiting) return now('agree')
  return at === 'filling' ? now('fillAir', 'recommission') : now('doWork')
}

/**
 * What is due next on a job, from what is on record.
 * @param nowMs the present, ms since 1970.
 */
export function nextStep(facts: JobFacts, nowMs: number): NextStep {
  if (facts.closed)
    return { phase: 'watch', code: 'none', urgency: 'closed', dueAt: Number.POSITIVE_INFINITY }
  if (!facts.hasComplaint)
    return { phase: 'intake', code: 'askComplaint', urgency: 'now', dueAt: facts.openedAt }
  // Work under way outranks what led to it; a plan that is only made waits for a watch that still
  // runs.
  const working =
    facts.work && !(facts.work.at === 'ready' && facts.watch?.state === 'running')
      ? workStep(facts.work, facts.openedAt)
      : null
  if (working) return working
  // A watch that runs or has run outranks the round before it: its evening round is one.
  if (facts.watch || facts.hasHeights) return watchStep(facts, nowMs)
  return { phase: 'heights', code: 'measureHeights', urgency: 'now', dueAt: facts.openedAt }
}

const RANK: Record<Urgency, number> = { overdue: 0, now: 1, waiting: 2, closed: 3 }

/**
 * Orders steps by what is due next: late ones first, then what can be done now (longest waiting
 * first), then what waits.
 */
export const byDue = (a: NextStep, b: NextStep): number =>
  RANK[a.urgency] - RANK[b.urgency] || a.dueAt - b.dueAt
