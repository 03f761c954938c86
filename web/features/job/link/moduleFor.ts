import type { DeviceStatus, Job } from '@anklet/contract'

/** Whether a device may tell something of a job's car: a stand-in of a simulated one, a real one of a real one. */
export const belongsTo = (
  { vehicle }: Pick<Job, 'vehicle'>,
  { standIn }: Pick<DeviceStatus, 'standIn'>,
): boolean => standIn === (vehicle.simulated ?? false)

/**
 * The module to listen to for a job. A link that drops stays dropped: nothing takes its place.
 * @param dockedId the one that was listened to so far; null: none yet
 */
export function moduleFor(
  job: Pick<Job, 'vehicle' | 'vehicleType'>,
  devices: readonly DeviceStatus[],
  dockedId: string | null = null,
): DeviceStatus | null {
  const fitting = devices.filter(
    (device) =>
      belongsTo(job, device) &&
      device.identity.kind === 'module' &&
      (device.identity.vehicleTypeId === null ||
        device.identity.vehicleTypeId === job.vehicleType.id),
  )
  if (dockedId !== null) return fitting.find(({ identity }) => identity.id === dockedId) ?? null
  return fitting.find(({ attached }) => attached) ?? null
}
