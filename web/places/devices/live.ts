import type { Channel, Frame } from '@anklet/contract'
import type { Corner } from '@anklet/core/vehicle'

const axleOf = (corner: Corner): 'front' | 'rear' => (corner.startsWith('F') ? 'front' : 'rear')

/** The channel of a kind that speaks for a corner: its own, or the one sensor of its axle; null without any. */
export function channelAt(channels: readonly Channel[], kind: Channel['kind'], corner: Corner): Channel | null {
  return channels.find((channel) => channel.kind === kind && channel.corner === corner) ?? channels.find((channel) => channel.kind === kind && channel.id === `${kind}.${axleOf(corner)}`) ?? null
}

/** What a corner's channel of a kind shows; null where it has none or no plausible value. */
export function valueAt(channels: readonly Channel[], frame: Frame | undefined, kind: Channel['kind'], corner: Corner): number | null {
  const channel = channelAt(channels, kind, corner)
  const value = channel && frame?.values[channel.id]
  return value !== null && value !== undefined && channel && value >= channel.least && value <= channel.most ? value : null
}
