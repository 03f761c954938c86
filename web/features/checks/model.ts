import type { Corner } from '@anklet/core/base/vehicle'
import type { LogHead, CheckKind } from '@anklet/contract'

/** Parts of the checks that are no guided test. */
export type Plain = 'suspects' | 'codes' | 'charge' | 'logs'

/** Whether it is no guided test. */
export const isPlain = (kind: CheckKind | Plain): kind is Plain =>
  kind === 'suspects' || kind === 'codes' || kind === 'charge' || kind === 'logs'

/** Whether a log can tell a habit. */
export const useful = ({ channels, endedAt, rows }: LogHead): boolean =>
  endedAt !== null && rows > 10 && channels.some(({ id }) => id === 'runs')

/** A corner of a log, and how far it rose, mm. */
export const risen = ({
  corner,
  fromMm,
  toMm,
}: {
  readonly corner: Corner
  readonly fromMm: number
  readonly toMm: number
}): [Corner, number] => [corner, toMm - fromMm]
