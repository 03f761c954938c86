import type { DeviceStatus, Job } from '@anklet/contract'
import { useLink } from '../../../client/state/link.ts'
import { useSession } from '../../../client/state/session.ts'
import { useModule } from '../link/useModule.ts'

/** The module a job is linked to; null without a job, while the link is not docked, or nothing fits. */
export function useLinked(job: Job | null): DeviceStatus | null {
  const docked = useSession((session) => session.docked)
  const found = useModule(docked ? job : null)
  const live = useLink((link) => (found ? link.statuses[found.identity.id] : undefined))
  return live ?? found
}

/** What to say where a test needs the link. */
export const LINK_FIRST = 'This test listens to the car. Dock the link first, at the top right.'
