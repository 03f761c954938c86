import type { Channel, Frame } from '@anklet/contract'
import type { ChannelDoubt } from '@anklet/core/measuring/guided'
import { doubtOf } from '@anklet/core/measuring/guided'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLE_OF, axleMate } from '@anklet/core/base/vehicle'

/**
 * The channel of a kind that speaks for a corner: its own, or the one sensor of its axle; null
 * without any.
 */
export function channelAt(
  channels: readonly Channel[],
  kind: Channel['kind'],
  corner: Corner,
): Channel | null {
  return (
    channels.find((channel) => channel.kind === kind && channel.corner === corner) ??
    channels.find(
      (channel) => channel.kind === kind && channel.id === `${kind}.${AXLE_OF[corner]}`,
    ) ??
    null
  )
}

/** What a corner's channel of a kind shows; null where it has none or no plausible value. */
export function valueAt(
  channels: readonly Channel[],
  frame: Frame | undefined,
  kind: Channel['kind'],
  corner: Corner,
): number | null {
  const channel = channelAt(channels, kind, corner)
  const value = channel && frame?.values[channel.id]
  return value !== null &&
    value !== undefined &&
    channel &&
    value >= channel.least &&
    value <= channel.most
    ? value
    : null
}

/** As many frames back as a doubt looks: a minute. */
const LOOK_BACK = 240
/** About what a gallery shows, bar: enough to tell another unit by. */
const USUAL_BAR = 7

/**
 * A height that never changes while the other one of its axle moves so far is stuck, mm: through
 * body and bar it would follow a little.
 */
const MATE_MOVED_MM = 15

const spanOf = (values: readonly (number | null)[]): number => {
  const known = values.filter((value) => value !== null)
  return known.length === 0 ? 0 : Math.max(...known) - Math.min(...known)
}

/**
 * What is wrong with what a device tells, channel by channel.
 * @param usualMm about what a height should be; null: not known.
 */
export function doubtsOf(
  channels: readonly Channel[],
  frames: readonly Frame[],
  usualMm: number | null,
): { readonly place: string; readonly doubt: ChannelDoubt }[] {
  const recent = frames.slice(-LOOK_BACK)
  return channels.flatMap(({ id, kind, corner, place, least, most }) => {
    const mate =
      kind === 'height' && corner
        ? channels.find(
            (channel) => channel.kind === 'height' && channel.corner === axleMate(corner),
          )
        : undefined
    const values = {
      atS: recent.map(({ atS }) => atS),
      values: recent.map((frame) => frame.values[id] ?? null),
    }
    const doubt = doubtOf(values, {
      kind,
      least,
      most,
      usual: kind === 'height' ? usualMm : kind === 'pressure' ? USUAL_BAR : null,
      othersMove:
        mate !== undefined &&
        spanOf(recent.map((frame) => frame.values[mate.id] ?? null)) >= MATE_MOVED_MM,
    })
    return doubt ? [{ place, doubt }] : []
  })
}
