import type { ChargeRecord, CommandPayload } from '@anklet/contract'
import { airBetween } from '@anklet/core/physics/compressor'

/** What was read of a charge. */
export interface ChargeRead {
  readonly gas: ChargeRecord['gas']
  readonly reservoirL: number
  readonly beforeBarG: number
  readonly afterBarG: number
  readonly temperatureC: number
}

/** Gas that went in, bar-litre ANR; negative: it was let out. */
export const addedBarL = ({
  beforeBarG,
  afterBarG,
  reservoirL,
  temperatureC,
}: ChargeRead): number => airBetween(beforeBarG, afterBarG, reservoirL, temperatureC)

type Charge = CommandPayload<'charge.record'>

/** What a charge is on record with, besides whose it is. */
const chargeOf = (read: ChargeRead): Omit<Charge, 'chargeId' | 'jobId' | 'words'> => {
  const { reservoirL: _, ...rest } = read
  return { ...rest, addedBarL: addedBarL(read) }
}

/** Records gas that was put in, or let out. */
export const recordCharge = (chargeId: string, jobId: string, read: ChargeRead): Charge => ({
  chargeId,
  jobId,
  ...chargeOf(read),
  words: '',
})

/** Puts a charge in the place of one that was written down wrong. */
export const correctCharge = (
  chargeId: string,
  jobId: string,
  read: ChargeRead,
  { corrects, reason }: { readonly corrects: string; readonly reason: string },
): Charge => ({
  chargeId,
  jobId,
  ...chargeOf(read),
  words: reason.trim(),
  corrects,
})
