import type { WorkRefusal } from './allow.ts'
import { notYet } from './allow.ts'
import type { WorkEntry } from './entries.ts'
import { doneByRecord } from './entries.ts'
import type { WorkOf } from './runState.ts'
import { runOf } from './run.ts'

/** Where work would come to a stop however careful somebody is, and why; null where it can be finished. */
export function stuck(of: WorkOf): { readonly step: string; readonly refusal: WorkRefusal } | null {
  const entries: WorkEntry[] = [...of.entries]
  // Every round does a step; a step is done at most once more for each thing that turned false before.
  for (let left = of.steps.length * 3; left > 0; left -= 1) {
    const now = { ...of, entries }
    const run = runOf(now)
    if (run.finished) return null
    const next = run.ready[0] ?? run.steps.find(({ state }) => state === 'held')?.step
    if (!next) break
    entries.push({
      id: `trial ${left}`,
      at: '1970-01-01T00:00:00.000Z',
      person: '',
      content: doneByRecord(next),
    })
  }
  const run = runOf({ ...of, entries })
  const first = run.steps.find(({ state }) => state === 'open' || state === 'again')?.step.key ?? ''
  return {
    step: first,
    refusal: notYet({ ...of, entries }, run, first, Number.POSITIVE_INFINITY) ?? {
      code: 'stepUnknown',
      key: first,
    },
  }
}
