import type { Place } from '../vehicle/index.ts'
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
