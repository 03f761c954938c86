import type { Job } from '@anklet/contract'
import { formatQuantity } from '@anklet/core/base/units'
import { perCorner, WALK } from '@anklet/core/base/vehicle'
import { Cable } from 'lucide-react'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import type { Draft } from '../../client/state/drafts.ts'
import { valueAt } from '../job/link/signals.ts'
import { useModule } from '../job/link/useModule.ts'
import { useCarLive } from '../job/link/carLive.ts'
import { Button } from '../../kit/Button.tsx'

/** What the module reports at this moment, taken into a round. */
export function ReportedNow({
  job,
  onTake,
}: {
  readonly job: Job
  onTake(reported: Draft['reported'], deviceId: string): void
}): ReactNode {
  const units = useUnits()
  const module = useModule(job)
  const car = useCarLive(module?.identity.id ?? null, job.vehicleType, 'heights')
  if (!car?.live.heard) return null
  const now = perCorner((corner) =>
    valueAt(car.status.identity.channels, car.frame, 'height', corner),
  )
  const told = WALK.filter((corner) => now[corner] !== null)
  if (told.length === 0) return null
  return (
    <Button
      className="w-fit"
      onClick={() =>
        onTake(
          perCorner((corner) =>
            now[corner] === null ? '' : formatQuantity(now[corner], 'height', units, 1),
          ),
          car.status.identity.id,
        )
      }
    >
      <Cable size={18} aria-hidden />
      Take what the module reports:{' '}
      {told
        .map((corner) => `${corner} ${formatQuantity(now[corner]!, 'height', units)}`)
        .join(', ')}
    </Button>
  )
}
