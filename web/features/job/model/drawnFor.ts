import type { Job } from '@anklet/contract'
import type { DrawnFor, Support } from '@anklet/core/work/procedure'

/**
 * What of a job drawings depend on: its car, what holds it up, and how it is measured: as it was
 * last in this job, else as its type is specified, else wheel centre to arch.
 */
export const drawnFor = (
  { vehicleType, rounds }: Pick<Job, 'vehicleType' | 'rounds'>,
  support: Support,
): DrawnFor => ({
  architecture: vehicleType.architecture,
  support,
  method: rounds.at(-1)?.method ?? vehicleType.specifications[0]?.method ?? 'wheelCentreToArch',
})
