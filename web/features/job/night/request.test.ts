import { describe, expect, test } from 'vitest'
import type { Job, Watch } from '@anklet/contract'
import { inferLeak } from '@anklet/core/measuring/leakdown'
import { nightCsv, nightRows } from '../../watch/nightRows.ts'
import { questionOf } from './request.ts'
import { EVENING, evening, morning, watched } from '../../../test/night.ts'

const asked = (
  job: Job,
  watch: Pick<Watch, 'minutesSinceRun'>,
  first: typeof evening,
  last: typeof morning,
) => questionOf(job, watch, { evening: first, between: [], morning: last }, 1.5)
describe('the question a watch puts', () => {
  test('time, level, temperatures and how well they are known come from the rounds', () => {
    const { request } = asked(watched(), { minutesSinceRun: 20 }, evening, morning)
    expect(request).toMatchObject({
      hours: 12,
      startC: 10,
      endC: -2,
      levelOffsetMm: 30,
      temperatureSigmaK: 6,
      modelSigmaMm: 2,
    })
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, morning).request.temperatureSigmaK,
    ).toBe(1)
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, { ...morning, thermometer: 'elsewhere' })
        .request.temperatureSigmaK,
    ).toBe(5)
    expect(
      asked(watched(), { minutesSinceRun: null }, evening, morning).request.temperatureSigmaK,
    ).toBe(3)
    expect(
      asked(watched(), { minutesSinceRun: 180 }, evening, { ...morning, rolledAndBounced: false })
        .request.modelSigmaMm,
    ).toBe(3)
  })

  test('what the customer named is counted in, with the reason', () => {
    const job = {
      ...watched(),
      complaint: { where: ['FL' as const], when: [], signs: [], words: '' },
    }
    const { request, reasons } = asked(job, { minutesSinceRun: 180 }, evening, morning)
    expect(request.priors).toEqual({ FL: 0.2 })
    expect(reasons).toEqual([{ code: 'customerNamed', corners: ['FL'] }])
  })

  test('the night is drawn from the height that was measured, and saved as a table', () => {
    const inferred = inferLeak(asked(watched(), { minutesSinceRun: 180 }, evening, morning).request)
    if (!inferred.ok) throw new Error(inferred.error.code)
    const sample = (hour: number, mm: number) => ({
      hour,
      heightMm: { FL: mm, FR: mm, RL: mm, RR: mm },
    })
    const rows = nightRows(
      {
        answer: inferred.value,
        tight: [sample(0, 505), sample(12, 495)],
        leaking: [sample(0, 505), sample(12, 470)],
      },
      'FL',
      evening,
    )
    expect(rows.map(({ coldMm, leakMm, giveMm }) => [coldMm, leakMm, giveMm > 0])).toEqual([
      [510, 510, false],
      [500, 475, true],
    ])
    expect(nightCsv(rows).split('\r\n')).toEqual([
      'time,onlyColdMm,withLeakMm,uncertaintyMm',
      `${EVENING},510.00,510.00,0.00`,
      expect.stringMatching(/^2026-11-25T07:00:00\.000Z,500\.00,475\.00,\d+\.\d\d$/),
    ])
  })
})
