import type { Watch } from '@anklet/contract'
import type { PriorReason, VolumeLesson } from '@anklet/core/measuring/leakdown'
import { cornersInWords } from '../plain/corners.ts'

/** How much air the springs of a car hold, against the record. */
export function factorWords({ factor, share }: VolumeLesson): string {
  const percent = Math.round((factor - 1) * 100)
  const known = `known to ${Math.max(1, Math.round(share * 100))}\u00a0%`
  return Math.abs(percent) < 2
    ? `as much air as on record, ${known}`
    : `${Math.abs(percent)}\u00a0% ${percent > 0 ? 'more' : 'less'} air than on record, ${known}`
}

/** Why a corner was suspected before the tape spoke. */
export function reasonWords(reason: PriorReason): string {
  switch (reason.code) {
    case 'noSharedBlock':
      return (
        `Each ${reason.axle} spring has a valve of its own, so there is no shared ` +
        'block to blame: two equal leaks there would be chance.'
      )
    case 'crossValve':
      return `A cross valve joins the ${reason.axle} springs: if it is open, one leak takes both down.`
    case 'customerNamed':
      return `The customer named ${cornersInWords(reason.corners)}: that counts double before the tape speaks.`
  }
}

/** How the supply was taken away for a watch. */
export const SUPPLY_WORDS: Readonly<Record<Watch['supplyCut'], string>> = {
  fuse: 'fuse out',
  battery: 'battery off',
  cutOffSwitch: 'cut-off switch off',
  leftOn: 'supply left on, on purpose',
}
