import type { Job } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { PUMP_WARM } from '@anklet/core/work/record'
import { Hourglass } from 'lucide-react'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { steadyNow } from '../../client/state/steadyClock.ts'
import { useWaits } from '../../client/state/waits.ts'
import { countdownWords } from '@anklet/language/plain/times'
import { Notice } from '../../kit/Notice.tsx'

/** The rest of a job’s pump between two runs: how much of it is left, and beginning one. */
export function usePumpRest({ id, vehicle: { plate } }: Job): {
  /** Rest left, ms; null: none. */ readonly restMs: number | null
  rest(seconds: number): void
} {
  const start = useWaits((all) => all.start)
  const waits = useWaits((all) => all.waits)
  const of = `rest ${id}`
  const now = steadyNow()
  const running = waits.find((wait) => wait.id.startsWith(of) && wait.dueMs > now)
  return {
    restMs: running ? running.dueMs - now : null,
    rest: (seconds) => {
      const nowMs = steadyNow()
      start({
        id: `${of} ${Math.round(nowMs / 1000)}`,
        jobId: id,
        plate,
        words: 'the rest of the pump',
        dueMs: nowMs + seconds * 1000,
      })
    },
  }
}

/** Why the pump rests, and how much longer. */
export function PumpRest({
  warm = false,
  restMs,
}: {
  /** Too warm to run on. */ readonly warm?: boolean
  /** Rest left, ms; null: none. */ readonly restMs: number | null
}): ReactNode {
  const units = useUnits()
  if (warm)
    return (
      <Notice kind="wait">
        The pump is warm: it rests until {formatQuantity(PUMP_WARM.onC, 'temperature', units)}{' '}
        {UNIT_LABEL[units.temperature]}. A first fill is the hardest hour of its life.
      </Notice>
    )
  return (
    restMs !== null && (
      <Notice kind="wait" className="flex items-center gap-2">
        <Hourglass size={18} aria-hidden />
        The pump rests: <b className="num">{countdownWords(restMs)}</b>
      </Notice>
    )
  )
}
