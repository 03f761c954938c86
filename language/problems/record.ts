import type { Axle } from '@anklet/core/base/vehicle'

/** Why something is not taken into the proof of a repair, or a car not handed over. */
export const PROOF_STOPS = {
  levelStrange: (levelId: string) => `This vehicle type has no level "${levelId}".`,
  sensorStrange: (sensor: string) => `This vehicle type has no height sensor "${sensor}".`,
  lowered: () =>
    'It is low all round and its sensors agree with the tape: lowered on purpose. ' +
    'That is written down, not calibrated away.',
  heightsMissing: () =>
    'The heights this vehicle is made to stand at are not entered, so nothing can be taught to ' +
    'its sensors. Enter them with its type, then teach it.',
  swapped: (axle: Axle) =>
    `The ${axle} sensors fit the tape of the other side better: left and right ` +
    'are swapped. Put the plugs right and visit the levels again.',
  handedOver: () => 'It is handed over already. Look at its paper again.',
  notProved: () =>
    'Not everything is shown, so it cannot be handed over as proved. It can be ' +
    'handed over as not proved, with the reason.',
  reasonMissing: () => 'Say why it goes although not everything is shown.',
  changed: () => 'What is shown has changed meanwhile. Look at it again before the paper is made.',
  returnPast: () => 'The day to come back lies in the past.',
  declinedWithoutWords: () => 'Say why it is declined.',
  cannotDecline: () => 'This cannot be declined: it is shown, or it is not.',
  jointClosed: () => 'This joint was not opened.',
} as const

/** Times that cannot follow each other. */
export const TIME_STOPS = {
  morningPlannedBefore: () =>
    'The morning round is planned before the evening round. Choose a later time.',
  morningBefore: () =>
    'The morning round lies before the evening round. Is the clock of this device right?',
  endsBefore: () => 'The round ends before it starts. Is the clock of this device right?',
} as const

/** Why a plan is not taken, or a job not closed. */
export const WORK_STOPS = {
  flatAfterwards: () => 'What it came in on is no question any more once work has begun.',
  cannotFinish: (why: string) => `As the car stands now this plan cannot be finished. ${why}`,
  handOverFirst: () =>
    'This car was worked on. Hand it over first: proved, or not proved with the reason.',
} as const

/** An entry of the shop’s knowledge is kept under another name than its own. */
export const MISNAMED_ENTRY = 'An entry is kept under another name than its own.'

/** What a job says that was begun for rounds out of a file. */
export const takenOverFrom = (file: string): string => `Rounds taken over from ${file}`
