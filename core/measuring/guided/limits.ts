/** What a channel of a kind can show at all, in its own unit. */
export const CHANNEL_LIMITS = {
  height: { least: 50, most: 2000 },
  signal: { least: 0, most: 100 },
  pressure: { least: -1, most: 40 },
  current: { least: -5, most: 200 },
  voltage: { least: 0, most: 32 },
  temperature: { least: -60, most: 250 },
  state: { least: 0, most: 1 },
} as const
