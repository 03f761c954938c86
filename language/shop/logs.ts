import type { OwnLogFault } from '@anklet/core/measuring/exchange'

/** Why a log that was written out here cannot be read in again. */
export function ownLogSentence(fault: OwnLogFault): string {
  switch (fault.code) {
    case 'otherVersion':
      return (
        'This log was written by another release of Anklet (its format is number ' +
        `${fault.version}); this one reads number 1.`
      )
    case 'headDamaged':
      return (
        'The first line of this log is damaged, so that nobody knows what its columns are. Take ' +
        'that line out to read the rest as any table.'
      )
    case 'rowDamaged':
      return `Line ${fault.line} of this log is damaged. Nothing was read.`
  }
}

/** Why a simulated log is not kept with a real car. */
export const simulatedLogSentence = (plate: string): string =>
  `A simulated car told this log. It cannot stand with ${plate}, which is a real one.`

/** A log that was written out here and holds no row. */
export const EMPTY_LOG = 'This log holds no row: nothing was recorded in it.'
