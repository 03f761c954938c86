import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { BLANK_TYPE, fieldsOfAxle, formOf, geometryOf } from './typeForm.ts'

describe('a vehicle type being entered', () => {
  test('what is missing is asked for by name, nothing is filled in', () => {
    expect(geometryOf(BLANK_TYPE)).toEqual({
      ok: false,
      sentence: 'Wheelbase is not entered: look it up.',
    })
    const form = formOf(jobOf().vehicleType)!
    expect(
      geometryOf({
        ...form,
        axles: { ...form.axles, rear: { ...form.axles.rear, designLoadN: '56oo' } },
      }),
    ).toEqual({ ok: false, sentence: 'Sprung load per wheel, rear: "56oo" is not a number.' })
  })

  test('what is known comes back as it was', () => {
    const { vehicleType } = jobOf()
    expect(geometryOf(formOf(vehicleType)!)).toEqual({ ok: true, geometry: vehicleType.geometry })
    const { corners } = vehicleType.geometry
    expect(
      formOf({
        ...vehicleType,
        geometry: {
          ...vehicleType.geometry,
          corners: { ...corners, FL: { ...corners.FL, designLoadN: 5610 } },
        },
      }),
    ).toBeNull()
  })

  test('an axle without air is not asked for air, and its coil carries the load', () => {
    const form = {
      ...formOf(jobOf().vehicleType)!,
      architecture: {
        ...jobOf().vehicleType.architecture,
        air: { front: 'none' as const, rear: 'bellows' as const },
      },
    }
    expect(fieldsOfAxle(form.architecture, 'front')).not.toContain('effectiveAreaCm2')
    const made = geometryOf(form)
    expect(made.ok && made.geometry.corners.FL).toMatchObject({
      effectiveAreaCm2: 0,
      coilForceAtDesignN: 5600,
      designLoadN: 5600,
    })
  })
})
