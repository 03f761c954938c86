import type { Place } from '../../base/vehicle/index.ts'
import { axlesOf, cornersOf } from '../../base/vehicle/index.ts'
import type { BookCause, BookCheck } from './book.ts'

/** A cause at its place on this vehicle. */
export interface PlacedCause {
  readonly id: string
  /** Its id in the book. */ readonly base: string
  readonly place: Place
  readonly weight: number
  readonly parts: readonly { readonly cause: BookCause; readonly place: Place }[]
  readonly because: string
}
/** A check at its place on this vehicle. */
export interface PlacedCheck {
  readonly id: string
  readonly place: Place
  readonly check: BookCheck
  /** The places a whole check answers for; null: it is done at its own place. */
  readonly whole: readonly Place[] | null
}

/** A cause or a check of the book at a place: `springLeak.RL`; of the whole car `fuse`. */
export const idAt = (id: string, place: Place): string => (place === null ? id : `${id}.${place}`)

/** The causes and places an id is made of: `springLeak.RL+pumpWorn`. */
export const partsOfId = (
  id: string,
): readonly { readonly base: string; readonly place: string | undefined }[] =>
  id.split('+').map((one) => {
    const [base = '', place] = one.split('.')
    return { base, place }
  })

/** Where a cause sits, seen from another one or from a check. */
export function relation(cause: Place, check: Place): 'same' | 'mate' | 'away' {
  const [from, at] = [cornersOf(cause), cornersOf(check)]
  if (from.some((corner) => at.includes(corner))) return 'same'
  return axlesOf(cause).some((axle) => axlesOf(check).includes(axle)) ? 'mate' : 'away'
}
