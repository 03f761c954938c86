import { describe, expect, test } from 'vitest'
import type { PumpDay, PumpDayRequest } from './index.ts'
import { pumpDay } from './index.ts'
import { machineOf } from './test/machines.ts'

const day = (leakBarLPerH: number, change: Partial<PumpDayRequest> = {}): PumpDay => {
  const answer = pumpDay({
    machine: machineOf({ reservoir: false }, { reservoirL: 0 }),
    levelId: 'road',
    corner: 'RL',
    leakBarLPerH,
    drives: [
      { fromH: 7, toH: 7.75 },
      { fromH: 16, toH: 16.75 },
    ],
    coldC: 3,
    warmC: 11,
    humidity: 0.8,
    ...change,
  })
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}

describe('a day of the pump', () => {
  test('a bigger leak means more minutes, a longer longest run, a hotter pump and a wetter dryer', () => {
    const days = [0, 0.3, 1, 4].map((rate) => day(rate))
    for (const [k, each] of days.entries()) {
      if (k === 0) continue
      expect(each.minutes).toBeGreaterThanOrEqual(days[k - 1]!.minutes)
      expect(each.longestS).toBeGreaterThanOrEqual(days[k - 1]!.longestS - 1)
    }
    const [tight, , , big] = days as [PumpDay, PumpDay, PumpDay, PumpDay]
    expect(big.hottestC).toBeGreaterThan(tight.hottestC + 5)
    expect(big.moistureG).toBeGreaterThan(tight.moistureG + 0.1)
  })
  test('its minutes are those of its runs, none outside a drive', () => {
    const { runs, minutes, longestS } = day(2)
    expect(runs.reduce((sum, { fromH, toH }) => sum + (toH - fromH) * 60, 0)).toBeCloseTo(
      minutes,
      9,
    )
    expect(Math.max(...runs.map(({ fromH, toH }) => (toH - fromH) * 3600))).toBeCloseTo(longestS, 9)
    for (const { fromH, toH } of runs)
      expect((fromH >= 7 && toH <= 7.75) || (fromH >= 16 && toH <= 16.75)).toBe(true)
  })
  test('what a day draws in is about what a day leaks', () => {
    // Below design pressure it leaks less, so a little under 24 h of it.
    const { drawnBarL } = day(1)
    expect(drawnBarL).toBeGreaterThan(12)
    expect(drawnBarL).toBeLessThan(26)
  })
  test('a closed system is not refilled: it loses its charge and draws nothing in', () => {
    const closed = day(1, { machine: machineOf({ layout: 'closed' }) })
    expect(closed.drawnBarL).toBe(0)
    expect(closed.lostBarL).toBeGreaterThan(10)
  })
  test('a pump that heats fast is stopped for heat on the morning after, and never without a leak', () => {
    const worn = machineOf({ reservoir: false }, { reservoirL: 0 })
    expect(
      day(60, { machine: { ...worn, pump: { ...worn.pump, heatKPerS: 8 } } }).heatStops,
    ).toBeGreaterThan(0)
    expect(day(0).heatStops).toBe(0)
  })
})
