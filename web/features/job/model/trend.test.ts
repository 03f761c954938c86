import { detailOf } from '../../../test/detail.ts'
import { describe, expect, test } from 'vitest'
import type { Round } from '@anklet/contract'
import { temperatureDrop } from '@anklet/core/physics/pneumatics'
import { completeGeometry } from '@anklet/core/base/vehicle'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { barePlate } from '@anklet/language/plain/plates'
import { trendCsv, trendOf, usualLoad } from './trend.ts'

const { vehicleType } = jobOf()
const raised = (mm: number) => ({ FL: mm, FR: mm, RL: mm, RR: mm })
const evening = roundOf(raised(512), '2026-11-24T19:00:00.000Z', {
  purpose: 'evening',
  levelId: 'high',
  levelOffsetMm: 30,
  temperatureC: 12,
})

describe('a vehicle’s history', () => {
  test('rounds at different levels are told as heights over the design of their level', () => {
    const points = trendOf(
      detailOf([roundOf({ ...LEVEL, RL: 466 }, '2026-10-01T08:00:00.000Z'), evening]),
    )
    expect(points.map(({ offMm }) => [offMm.FL, offMm.RL])).toEqual([
      [0, -14],
      [2, 2],
    ])
    expect(points.map(({ coldMm }) => coldMm)).toEqual([null, null])
  })

  test('a morning gets back what the cold took since its evening, so that a tight car shows level', () => {
    const drop = temperatureDrop({
      vehicle: completeGeometry(vehicleType.geometry),
      fromC: 12,
      toC: -3,
    })
    if (!drop.ok) throw new Error(drop.error.code)
    const sunk = roundOf(
      {
        FL: 512 + drop.value.changeMm.FL,
        FR: 512 + drop.value.changeMm.FR,
        RL: 512 + drop.value.changeMm.RL,
        RR: 512 + drop.value.changeMm.RR,
      },
      '2026-11-25T07:00:00.000Z',
      { purpose: 'morning', levelId: 'high', levelOffsetMm: 30, temperatureC: -3 },
    )
    const [, morning] = trendOf(detailOf([evening, sunk]))
    expect(morning!.coldMm!.FL).toBeLessThan(-8)
    expect(morning!.offMm.FL).toBeCloseTo(2, 6)
  })

  test('a morning without its evening, or of another job, is left as it was read', () => {
    const morning = roundOf(raised(500), '2026-11-25T07:00:00.000Z', {
      purpose: 'morning',
      levelId: 'high',
      levelOffsetMm: 30,
      temperatureC: -3,
    })
    expect(trendOf(detailOf([morning]))[0]).toMatchObject({ coldMm: null, offMm: { FL: -10 } })
    expect(trendOf(detailOf([{ ...evening, jobId: 'other' }, morning]))[1]!.coldMm).toBeNull()
  })

  test('like is held with like: the load most rounds were walked at, the newest where none prevails', () => {
    const at = (day: number, load: Round['load']): Round =>
      roundOf(LEVEL, `2026-10-0${day}T08:00:00.000Z`, { load })
    const usual = (...loads: Round['load'][]) =>
      usualLoad(trendOf(detailOf([...loads.map((load, i) => at(i + 1, load))])))
    expect([
      usual('empty', 'laden', 'empty'),
      usual('laden', 'laden', 'empty'),
      usual('empty', 'laden'),
      usual(),
    ]).toEqual(['empty', 'laden', 'laden', null])
  })

  test('it goes out as a table with a line for each round', () => {
    const lines = trendCsv(trendOf(detailOf([evening]))).split('\r\n')
    expect(lines).toHaveLength(2)
    expect(lines[0]!.split(',')).toHaveLength(lines[1]!.split(',').length)
    expect(lines[1]).toBe(
      '2026-11-24T19:00:00.000Z,evening,high,12.0,512.00,2.00,512.00,2.00,512.00,2.00,512.00,2.00,no',
    )
  })

  test('plates are compared without spaces, dashes and case', () => {
    expect(barePlate(' tq-418 ')).toBe(barePlate('TQ 418'))
    expect(barePlate('Ö·12')).toBe('Ö12')
  })
})
