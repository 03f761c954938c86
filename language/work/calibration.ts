import type { LevelTold } from '@anklet/core/measuring/calibration'

/** Which level tape and module say, where it is not the one to be visited. */
export function levelWords(levelId: string, { tape, module }: LevelTold): string {
  const by = [
    ...(tape ? [`by the tape it stands at ${tape.id}`] : []),
    ...(module ? [`by the module at ${module.id}`] : []),
  ]
  return (
    `This is the visit of ${levelId}, and ${by.join(', ')}. Bring it to ${levelId} and let it ` +
    'settle, or look at the readings again.'
  )
}
