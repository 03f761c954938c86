import type { DeviceStatus, Job } from '@anklet/contract'

/** The module to listen to for a job: a real one before a stand-in; none of another kind of vehicle. */
export function moduleFor(job: Job, devices: readonly DeviceStatus[]): DeviceStatus | null {
  const fitting = devices.filter(
    ({ identity }) =>
      identity.kind === 'module' &&
      (identity.vehicleTypeId === null || identity.vehicleTypeId === job.vehicleType.id),
  )
  return (
    fitting.find(({ standIn, attached }) => !standIn && attached) ??
    fitting.find(({ standIn }) => standIn) ??
    null
  )
}
