import { constants, setPriority } from 'node:os'
import { parentPort } from 'node:worker_threads'
import type { CalculationName } from '@anklet/contract'
import { runCalculation } from './run.ts'

// This thread alone: who writes a reading comes before who reckons.
setPriority(0, constants.priority.PRIORITY_BELOW_NORMAL)
// One calculation at a time; the pool waits for the answer before it sends the next.
parentPort?.on('message', ({ name, request }: { name: CalculationName; request: unknown }) => {
  parentPort?.postMessage(runCalculation(name, request))
})
