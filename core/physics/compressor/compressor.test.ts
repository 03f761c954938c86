import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { paperVehicle, rearLevelledVehicle } from '../../base/samples/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { FillRequest } from './index.ts'
import { airLedger, duty, fillTime, liftTime, lossBetween, pumpFlowLPerMin } from './index.ts'

const PUMP = { freeFlowLPerMin: 38, stallBarG: 17 }
const value = <Answer>(
  result: { ok: true; value: Answer } | { ok: false; error: { code: string } },
): Answer => {
  if (!result.ok) throw new Error(result.error.code)
  return result.value
}

describe('filling a volume', () => {
  const fill = (change: Partial<FillRequest> = {}) =>
    fillTime({ ...PUMP, volumeL: 5, fromBarG: 0, toBarG: 12, temperatureC: 20, ...change })
  test('takes what small steps of the same flow take', () => {
    const filled = (from: number, to: number) => {
      let [pressure, seconds] = [from, 0]
      while (pressure < to) {
        pressure += (pumpFlowLPerMin(PUMP, pressure) / 60 / 5) * 1e-3
        seconds += 1e-3
      }
      return seconds
    }
    expect(value(fill()).seconds).toBeCloseTo(filled(0, 12), 1)
    expect(value(fill({ fromBarG: 9, toBarG: 14 })).seconds).toBeCloseTo(filled(9, 14), 1)
  })
  test('in two parts takes as long as in one, and cold air more', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 15, noNaN: true }), (between) => {
        const whole = value(fill({ toBarG: 16 })).seconds
        expect(
          value(fill({ toBarG: between })).seconds +
            value(fill({ fromBarG: between, toBarG: 16 })).seconds,
        ).toBeCloseTo(whole, 6)
      }),
      { seed: 5 },
    )
    expect(value(fill({ temperatureC: -20 })).seconds).toBeGreaterThan(value(fill()).seconds)
  })
  test('where it is already takes nothing, beyond stall cannot be', () => {
    expect(value(fill({ fromBarG: 12 })).seconds).toBe(0)
    expect(fill({ toBarG: 17 })).toMatchObject({ ok: false, error: { code: 'pumpStalls' } })
  })
})

describe('lifting a car', () => {
  const vehicle = paperVehicle()
  test('one corner on paper: 6.15 bar over 0.7 x 130 cm2 x 30 mm', () => {
    const pressure = 5600 / (0.7 * 130 * 10)
    const amount = (pressure + 1.01325) * 130 * 0.7 * 30 * 1e-4
    const { airBarL, seconds } = value(
      liftTime({ ...PUMP, vehicle, liftMm: { FL: 30 }, temperatureC: 20 }),
    )
    expect(airBarL).toBeCloseTo(amount, 9)
    expect(seconds).toBeCloseTo((60 * amount) / (38 * (1 - pressure / 17)), 9)
  })
  test('four corners take four times as long, nothing takes nothing, a coil cannot be lifted', () => {
    const all = { FL: 30, FR: 30, RL: 30, RR: 30 }
    expect(
      value(liftTime({ ...PUMP, vehicle, liftMm: all, temperatureC: 20 })).seconds,
    ).toBeCloseTo(
      4 * value(liftTime({ ...PUMP, vehicle, liftMm: { FL: 30 }, temperatureC: 20 })).seconds,
      9,
    )
    expect(value(liftTime({ ...PUMP, vehicle, liftMm: {}, temperatureC: 20 }))).toEqual({
      airBarL: 0,
      seconds: 0,
    })
    expect(
      liftTime({ ...PUMP, vehicle: rearLevelledVehicle(), liftMm: { FL: 10 }, temperatureC: 20 }),
    ).toMatchObject({ ok: false, error: { code: 'noAirSpring', corner: 'FL' } })
    expect(
      liftTime({ ...PUMP, stallBarG: 6, vehicle, liftMm: all, temperatureC: 20 }),
    ).toMatchObject({ ok: false, error: { code: 'pumpStalls' } })
  })
})

describe('what a leak costs the pump', () => {
  const daily = { ...PUMP, leakBarLPerH: 6, meanBarG: 6.5, normalMinutesPerDay: 4, lifeHours: 300 }
  test('minutes in proportion to the leak, life in inverse proportion to the minutes', () => {
    const [one, two] = [value(duty(daily)), value(duty({ ...daily, leakBarLPerH: 12 }))]
    expect(two.leakMinutesPerDay).toBeCloseTo(2 * one.leakMinutesPerDay, 9)
    expect(one.lifeDays! * one.totalMinutesPerDay).toBeCloseTo(300 * 60, 6)
    expect(one.lifeDaysWithoutLeak).toBe(4500)
  })
  test('a pump that never runs lasts without end; a leak can outrun it; stall is stall', () => {
    expect(value(duty({ ...daily, leakBarLPerH: 0, normalMinutesPerDay: 0 }))).toMatchObject({
      lifeDays: null,
      lifeDaysWithoutLeak: null,
    })
    expect(duty({ ...daily, leakBarLPerH: 2000 })).toMatchObject({
      ok: false,
      error: { code: 'leakOutrunsPump' },
    })
    expect(duty({ ...daily, meanBarG: 17 })).toMatchObject({
      ok: false,
      error: { code: 'pumpStalls' },
    })
  })
})

describe('the air of a system', () => {
  const request = {
    vehicle: paperVehicle(),
    reservoirL: 5,
    reservoirBarG: 9,
    temperatureC: 20,
    levelOffsetMm: 0,
    targetReservoirBarG: 14,
    bottle: { volumeL: 10, barG: 180 },
  }
  test('on paper at 20 degC', () => {
    const ledger = value(airLedger(request))
    const pressure = 5600 / (0.7 * 130 * 10)
    for (const corner of CORNERS)
      expect(ledger.corners[corner]).toEqual({
        airBarL: expect.closeTo((pressure + 1.01325) * 2.4, 9) as number,
        gaugeBarL: expect.closeTo(pressure * 2.4, 9) as number,
      })
    expect(ledger.reservoir).toEqual({ airBarL: 10.01325 * 5, gaugeBarL: 45 })
    expect(ledger).toMatchObject({ topUpBarL: 25, bottleFills: (166 * 10) / 25, regulatorBarG: 14 })
    expect(ledger.totalBarL).toBeCloseTo(4 * (pressure + 1.01325) * 2.4 + 10.01325 * 5, 9)
  })
  test('the reservoir stands where the regulator is set: nothing is missing, at any temperature', () => {
    for (const temperatureC of [-25, -10, 0, 20, 38]) {
      const { regulatorBarG } = value(airLedger({ ...request, temperatureC }))
      const there = value(airLedger({ ...request, temperatureC, reservoirBarG: regulatorBarG }))
      expect(there.topUpBarL).toBeCloseTo(0, 9)
      const cold = value(airLedger({ ...request, temperatureC, reservoirBarG: 9 }))
      const filled = (cold.topUpBarL / request.reservoirL) * ((temperatureC + 273.15) / 293.15)
      expect(9 + filled).toBeCloseTo(regulatorBarG, 9)
    }
    // 13.5 bar in the cold is more than 14 bar at 20 degC.
    expect(
      value(airLedger({ ...request, temperatureC: -10, reservoirBarG: 13.5 })).topUpBarL,
    ).toBeLessThan(0)
  })
  test('the regulator is set lower in the cold, nothing is charged into a full or missing reservoir', () => {
    expect(value(airLedger({ ...request, temperatureC: 0 })).regulatorBarG).toBeLessThan(14)
    expect(value(airLedger({ ...request, reservoirBarG: 15 }))).toMatchObject({
      topUpBarL: -5,
      bottleFills: null,
    })
    expect(value(airLedger({ ...request, reservoirL: 0 }))).toMatchObject({
      reservoir: { airBarL: 0, gaugeBarL: 0 },
      topUpBarL: 0,
      bottleFills: null,
    })
    expect(value(airLedger({ ...request, bottle: null })).bottleFills).toBeNull()
    expect(value(airLedger({ ...request, bottle: { volumeL: 10, barG: 12 } })).bottleFills).toBe(0)
  })
  test('a raised car holds more, a corner on a coil nothing', () => {
    expect(value(airLedger({ ...request, levelOffsetMm: 30 })).corners.FL.airBarL).toBeGreaterThan(
      value(airLedger(request)).corners.FL.airBarL,
    )
    expect(value(airLedger({ ...request, vehicle: rearLevelledVehicle() })).corners.FL).toEqual({
      airBarL: 0,
      gaugeBarL: 0,
    })
  })
})

describe('charges over the years', () => {
  const charge = (month: number, addedBarL: number) => ({
    atMs: month * 30.44 * 86_400_000,
    addedBarL,
    beforeBarG: 9,
    afterBarG: 14,
  })
  test('what was put in after the first, over the time since, in any order', () => {
    expect(lossBetween([charge(6, 12), charge(0, 40), charge(10, 8)])).toEqual({
      barLPerMonth: expect.closeTo(2, 9) as number,
      months: expect.closeTo(10, 9) as number,
    })
  })
  test('one charge, or two of the same day, say nothing', () => {
    expect(lossBetween([charge(0, 40)])).toBeNull()
    expect(lossBetween([charge(0, 40), charge(0.1, 3)])).toBeNull()
  })
})
