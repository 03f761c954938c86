import { RefusalOf } from '../../client/RefusalOf.tsx'
import { factorWords } from '@anklet/language/night/watch'
import type { Job, Watch } from '@anklet/contract'
import type { VolumeLesson } from '@anklet/core/measuring/leakdown'
import type { ReactNode } from 'react'
import { useCommand } from '../../client/queries.ts'
import { teachVehicle } from './commands.ts'
import { Button } from '../../kit/Button.tsx'

interface LessonProps {
  readonly job: Job
  readonly watch: Watch
  readonly lesson: VolumeLesson
}

/** What a night teaches about this one car, and the tap that keeps it. */
export function Lesson({ job, watch, lesson }: LessonProps): ReactNode {
  const learn = useCommand('vehicle.learn')
  const kept = job.vehicle.lesson?.watchId === watch.id
  return (
    <section aria-label="What this night teaches" className="border-t border-edge pt-2">
      <p className="text-small text-ink-2">
        {kept
          ? 'In use for this car: its springs hold '
          : 'Where it did not leak, the cold shows how much air its springs hold: '}
        {factorWords(kept ? job.vehicle.lesson : lesson)}.
      </p>
      <RefusalOf asked={learn} />
      <Button
        look="bare"
        className="min-h-touch text-left text-ink-2 underline"
        disabled={learn.isPending}
        onClick={() =>
          learn.submit(
            teachVehicle(
              job.vehicle,
              kept ? null : { ...lesson, watchId: watch.id, at: new Date().toISOString() },
            ),
          )
        }
      >
        {kept ? 'Forget it again' : 'Use it for this car from now on'}
      </Button>
    </section>
  )
}
