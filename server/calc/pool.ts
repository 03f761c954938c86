import type { Worker } from 'node:worker_threads'
import type { CalculationName } from '@anklet/contract'
import { AppError } from '../problems/appError.ts'
import type { CalculationOutcome } from './outcome.ts'

/** More than this many waiting calculations, and the next one is told to come back later. */
const LONGEST_QUEUE = 200

interface Task {
  readonly name: CalculationName
  readonly request: unknown
  done(outcome: CalculationOutcome): void
  failed(error: Error): void
}

/** Threads that calculate, so that the server's own loop never waits for arithmetic. */
export interface CalculationPool {
  /** @throws {AppError} `busy` when too many are waiting, `internal` when a thread broke. */
  run(name: CalculationName, request: unknown): Promise<CalculationOutcome>
  close(): Promise<void>
}

/**
 * Starts threads when the first calculations come.
 * @param makeWorker makes one thread. @param size how many at most.
 */
export function createPool(makeWorker: () => Worker, size: number): CalculationPool {
  const idle: Worker[] = []
  const all = new Set<Worker>()
  const queue: Task[] = []

  function dispatch(): void {
    const task = queue[0]
    if (!task) return
    const worker = idle.pop() ?? (all.size < size ? start() : null)
    if (!worker) return
    queue.shift()
    const finish = (settle: () => void): void => {
      worker.off('message', answered)
      worker.off('error', broke)
      settle()
      dispatch()
    }
    const answered = (outcome: CalculationOutcome): void => {
      idle.push(worker)
      finish(() => task.done(outcome))
    }
    const broke = (error: Error): void => {
      all.delete(worker)
      finish(() => task.failed(error))
    }
    worker.on('message', answered)
    worker.on('error', broke)
    worker.postMessage({ name: task.name, request: task.request })
  }

  function start(): Worker {
    const worker = makeWorker()
    worker.unref()
    all.add(worker)
    return worker
  }

  return {
    run: (name, request) =>
      new Promise((resolve, reject) => {
        if (queue.length >= LONGEST_QUEUE) return reject(new AppError('busy'))
        queue.push({ name, request, done: resolve, failed: reject })
        dispatch()
      }),
    close: async () => {
      await Promise.all([...all].map((worker) => worker.terminate()))
    },
  }
}
