import type { Worker } from 'node:worker_threads'
import type { CalculationName } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { CalculationOutcome } from './outcome.ts'

/** More than this many of one kind waiting, and the next one is told to come back later. */
const LONGEST_QUEUE = 200
/** Longer than this nothing is reckoned, ms. */
const LONGEST_MS = 5000
/** A thread that had nothing to do for so long is ended, ms. */
const IDLE_MS = 30_000

interface Task {
  readonly name: CalculationName
  readonly request: unknown
  done(outcome: CalculationOutcome): void
  failed(error: Error): void
}

/** Threads that calculate, so that the server's own loop never waits for arithmetic. */
export interface CalculationPool {
  /**
   * @throws {AppError} `busy` when too many of this kind are waiting, `tooMuch` when it took too
   * long, `internal` when a thread broke.
   */
  run(name: CalculationName, request: unknown): Promise<CalculationOutcome>
  close(): Promise<void>
}

/** How a pool works. */
export interface PoolSettings {
  /** How many threads each kind of calculation may have at most. */
  readonly size: number
  readonly longestMs?: number
  readonly idleMs?: number
}

/** The calculations of one kind: a queue and threads of its own. */
class Lane {
  private readonly idle = new Map<Worker, NodeJS.Timeout>()
  private readonly all = new Set<Worker>()
  private readonly queue: Task[] = []

  constructor(
    private readonly makeWorker: () => Worker,
    private readonly settings: Required<PoolSettings>,
  ) {}

  take(task: Task): void {
    if (this.queue.length >= LONGEST_QUEUE) return task.failed(new AppError('busy'))
    this.queue.push(task)
    this.dispatch()
  }

  private dispatch(): void {
    const task = this.queue[0]
    const worker = task && this.freeWorker()
    if (!worker) return
    this.queue.shift()
    this.reckon(worker, task)
  }

  private freeWorker(): Worker | null {
    const [free] = this.idle.keys()
    if (free) {
      clearTimeout(this.idle.get(free))
      this.idle.delete(free)
      return free
    }
    if (this.all.size >= this.settings.size) return null
    const worker = this.makeWorker()
    worker.unref()
    this.all.add(worker)
    return worker
  }

  private reckon(worker: Worker, task: Task): void {
    const { longestMs } = this.settings
    const finish = (settle: () => void): void => {
      clearTimeout(limit)
      worker.off('message', answered)
      worker.off('error', broke)
      settle()
      this.dispatch()
    }
    const answered = (outcome: CalculationOutcome): void => {
      this.rest(worker)
      finish(() => task.done(outcome))
    }
    const broke = (error: Error): void => {
      this.all.delete(worker)
      finish(() => task.failed(error))
    }
    const limit = setTimeout(() => {
      // A thread that reckons hears nothing: only its end stops it.
      void worker.terminate()
      broke(new AppError('tooMuch', { seconds: longestMs / 1000 }))
    }, longestMs)
    worker.on('message', answered)
    worker.on('error', broke)
    worker.postMessage({ name: task.name, request: task.request })
  }

  private rest(worker: Worker): void {
    const end = setTimeout(() => {
      this.idle.delete(worker)
      this.all.delete(worker)
      void worker.terminate()
    }, this.settings.idleMs)
    end.unref()
    this.idle.set(worker, end)
  }

  async close(): Promise<void> {
    for (const end of this.idle.values()) clearTimeout(end)
    await Promise.all([...this.all].map((worker) => worker.terminate()))
  }
}

/**
 * Starts threads when the first calculations come. Each kind has its own, so that a long one of
 * another kind delays none.
 * @param makeWorker makes one thread.
 */
export function createPool(
  makeWorker: () => Worker,
  { size, longestMs = LONGEST_MS, idleMs = IDLE_MS }: PoolSettings,
): CalculationPool {
  const lanes = new Map<CalculationName, Lane>()
  const laneOf = (name: CalculationName): Lane => {
    const known = lanes.get(name)
    if (known) return known
    const made = new Lane(makeWorker, { size, longestMs, idleMs })
    lanes.set(name, made)
    return made
  }
  return {
    run: (name, request) =>
      new Promise((done, failed) => laneOf(name).take({ name, request, done, failed })),
    close: async () => {
      await Promise.all([...lanes.values()].map((lane) => lane.close()))
    },
  }
}
