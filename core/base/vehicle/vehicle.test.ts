import { describe, expect, test } from 'vitest'
import { paperVehicle, rearLevelledVehicle, sampleVehicle } from '../samples/index.ts'
import {
  axleMate,
  checkGeometry,
  CORNERS,
  completeGeometry,
  heightAtLevelMm,
  highestLevel,
  WALK,
} from './index.ts'
import type { Architecture, GeometryInput } from './index.ts'

const levels = (...offsets: number[]): Architecture =>
  ({
    levels: offsets.map((offsetMm, i) => ({ id: `level ${i}`, offsetMm })),
  }) as unknown as Architecture

describe('vehicle', () => {
  test('the walk goes round the car: each stop shares an axle or a side with the next', () => {
    for (const [i, corner] of WALK.entries()) {
      const next = WALK[(i + 1) % 4]!
      expect(corner[0] === next[0] || corner[1] === next[1]).toBe(true)
    }
    expect([...WALK].sort()).toEqual([...CORNERS].sort())
    expect(CORNERS.map((corner) => axleMate(axleMate(corner)))).toEqual([...CORNERS])
  })

  test('the samples can stand', () => {
    for (const vehicle of [sampleVehicle(), paperVehicle(), rearLevelledVehicle()])
      expect(checkGeometry(vehicle)).toMatchObject({ ok: true })
  })

  test('impossible figures are refused by name, at the corner', () => {
    expect(checkGeometry(sampleVehicle({ front: { bumpHeightMm: 480 } }))).toMatchObject({
      ok: false,
      error: { code: 'stopOrder', corner: 'FL' },
    })
    expect(checkGeometry(sampleVehicle({ rear: { droopHeightMm: 470 } }))).toMatchObject({
      ok: false,
      error: { code: 'stopOrder', corner: 'RL' },
    })
    expect(checkGeometry(sampleVehicle({ rear: { coilForceAtDesignN: 6000 } }))).toMatchObject({
      ok: false,
      error: { code: 'springWouldPull', surplusN: 400 },
    })
    expect(checkGeometry(sampleVehicle({ front: { volumeAtDesignL: 0 } }))).toMatchObject({
      ok: false,
      error: { code: 'springWithoutVolume' },
    })
    expect(
      checkGeometry(sampleVehicle({ front: { effectiveAreaCm2: 0, coilForceAtDesignN: 5500 } })),
    ).toMatchObject({ ok: false, error: { code: 'coilDoesNotCarry', differenceN: 100 } })
  })

  test('a coil within a newton of its load is let pass, one beyond is not', () => {
    const off = (newton: number) =>
      checkGeometry(
        sampleVehicle({ front: { effectiveAreaCm2: 0, coilForceAtDesignN: 5600 - newton } }),
      ).ok
    expect([off(1), off(-1), off(1.01)]).toEqual([true, true, false])
  })

  test('coil and anti-roll figures may be left out', () => {
    const whole = sampleVehicle()
    const bare = JSON.parse(
      JSON.stringify(whole, (key, value: unknown) =>
        /^(antiRoll|coil)/.test(key) ? undefined : value,
      ),
    ) as GeometryInput
    expect(bare.corners.FL).not.toHaveProperty('coilRateNPerMm')
    expect(completeGeometry(bare)).toEqual({
      ...whole,
      antiRollFrontNPerMm: 0,
      antiRollRearNPerMm: 0,
    })
  })

  test('a level lifts corners with air, not those on coils alone', () => {
    const { corners } = rearLevelledVehicle()
    expect(heightAtLevelMm(corners.FL, 40)).toBe(480)
    expect(heightAtLevelMm(corners.RL, 40)).toBe(520)
  })

  test('the highest level is found wherever it stands in the list', () => {
    expect(highestLevel(levels(-40, 35, 0))).toMatchObject({ offsetMm: 35 })
    expect(highestLevel(levels())).toBeNull()
  })
})
