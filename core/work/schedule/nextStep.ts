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
  | 'check'
  | 'findLeak'
  | 'decide'
  | 'makePlan'
  | 'handOver'
  | 'showAgain'
  | 'mendJoint'
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
  /** What the customer says calls for soap or a fuse before any night. */
  readonly needsNoNight: boolean
  /** The finding that is kept on it: a corner that leaks, or the fault itself; null: none yet. */
  readonly found: 'corner' | 'fault' | null
  /** What was decided about it; null: nothing yet. */
  readonly decided: 'repair' | 'leave' | null
  /** Its owner has it back, with a paper. */
  readonly handedOver: boolean
  /** The latest watch that was not given up; null: none yet. */
  readonly watch: {
    readonly state: 'running' | 'walked' | 'concluded'
    readonly plannedEndAt: number
  } | null
  /** The work on it, once it is planned. */
  readonly work: {
    readonly at: 'ready' | 'taking' | 'filling' | 'proving' | 'finished'
    readonly lost: boolean
    /** A joint that was opened bubbles. */ readonly bubbles: boolean
    readonly handed: boolean
    readonly paused: boolean
    readonly idle: boolean
    readonly awaiting: boolean
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

/** What a watch waits for; null where it is over and written on the job. */
function watchStep({ watch }: JobFacts, nowMs: number): NextStep | null {
  if (!watch || watch.state === 'concluded') return null
  const dueAt = watch.plannedEndAt
  if (watch.state === 'walked') return { phase: 'watch', code: 'readAnswer', urgency: 'now', dueAt }
  if (nowMs < dueAt) return { phase: 'watch', code: 'waitForMorning', urgency: 'waiting', dueAt }
  return {
    phase: 'watch',
    code: 'walkMorning',
    urgency: nowMs > dueAt + LATE_AFTER_MS ? 'overdue' : 'now',
    dueAt,
  }
}

const nowAt = (phase: Phase, code: StepCode, dueAt: number): NextStep => ({
  phase,
  code,
  urgency: 'now',
  dueAt,
})

function workStep(
  { at, lost, bubbles, handed, paused, idle, awaiting }: NonNullable<JobFacts['work']>,
  handedOver: boolean,
  dueAt: number,
): NextStep {
  const now = (code: StepCode, phase: Phase = 'work'): NextStep => nowAt(phase, code, dueAt)
  // Whatever else is done, a joint that bubbles is made tight first.
  if (bubbles && !handed && !idle && !lost) return now('mendJoint')
  if (at === 'finished') return handedOver ? now('closeJob', 'handover') : now('proveIt', 'proof')
  if (at === 'ready') return now('beginWork')
  // Something may move, or carry nothing, that somebody counts on.
  if (lost) return { ...now('showAgain'), urgency: 'overdue' }
  if (handed || idle) return now('takeOver')
  if (paused) return now('goOn')
  if (awaiting) return now('agree')
  return at === 'filling' ? now('fillAir', 'recommission') : now('doWork')
}

/** What a job waits for that nobody works on and no watch runs on: from the finding to its paper. */
function deskStep({
  handedOver,
  decided,
  found,
  watch,
  needsNoNight,
  hasHeights,
  openedAt,
}: JobFacts): NextStep {
  const now = (phase: Phase, code: StepCode): NextStep => nowAt(phase, code, openedAt)
  if (handedOver) return now('handover', 'closeJob')
  if (decided !== null)
    return decided === 'leave' ? now('handover', 'handOver') : now('work', 'makePlan')
  // A corner is no part yet: what leaks there decides what is bought.
  if (found === 'corner') return now('checks', 'findLeak')
  if (found === 'fault') return now('decision', 'decide')
  if (!watch && !hasHeights) return now('heights', 'measureHeights')
  // A night that told no leak leaves the question open, and a hiss needs no night.
  return watch || needsNoNight ? now('checks', 'check') : now('watch', 'startWatch')
}

/**
 * What is due next on a job, from what is on record. Floor, rule, palette and the foot of every
 * phase show this one step.
 * @param nowMs the present, ms since 1970.
 */
export function nextStep(facts: JobFacts, nowMs: number): NextStep {
  if (facts.closed)
    return { phase: 'watch', code: 'none', urgency: 'closed', dueAt: Number.POSITIVE_INFINITY }
  // Work under way outranks what led to it; a plan that is only made waits for a watch that still
  // runs.
  const working =
    facts.work && !(facts.work.at === 'ready' && facts.watch?.state === 'running')
      ? workStep(facts.work, facts.handedOver, facts.openedAt)
      : null
  // A watch that runs or has run outranks what was asked and measured before it: its morning comes.
  const present = working ?? watchStep(facts, nowMs)
  if (present) return present
  return facts.hasComplaint || facts.found !== null
    ? deskStep(facts)
    : nowAt('intake', 'askComplaint', facts.openedAt)
}

const RANK: Record<Urgency, number> = { overdue: 0, now: 1, waiting: 2, closed: 3 }

/**
 * Orders steps by what is due next: late ones first, then what can be done now (longest waiting
 * first), then what waits.
 */
export const byDue = (a: NextStep, b: NextStep): number =>
  RANK[a.urgency] - RANK[b.urgency] || a.dueAt - b.dueAt
