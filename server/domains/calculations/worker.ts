import { parentPort } from 'node:worker_threads'
import type { CalculationName } from '@anklet/contract'
import { runCalculation } from './run.ts'

// One calculation at a time; the pool waits for the answer before it sends the next.
parentPort?.on('message', ({ name, request }: { name: CalculationName; request: unknown }) => {
  parentPort?.postMessage(runCalculation(name, request))
})
