import { detailOf } from '../../../test/detail.ts'
import type { ProofRecord, Repair, Round, VehicleDetail } from '@anklet/contract'
import type { Drift } from '@anklet/core/measuring/history'
import { temperatureDrop } from '@anklet/core/physics/pneumatics'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import { completeGeometry, mapCorners } from '@anklet/core/base/vehicle'
import { sampleHandover } from '@anklet/core/base/samples'
import { describe, expect, test } from 'vitest'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { holdsWords, warningWords } from '@anklet/language/night/outlook'
import { warningOf } from '@anklet/core/measuring/history'
import { driftsOf, nightsOf, sinceHandover } from './outlook.ts'
import { trendOf } from './trend.ts'

const { vehicleType } = jobOf()
const at = (month: number, hour = 6): string =>
  new Date(Date.UTC(2026, month, 10, hour)).toISOString()

/** A night a month, the rear left losing more each time; the cold takes its own from all four. */
function nights(lossMm: (month: number) => number, months = [0, 1, 2, 3, 4, 5]): Round[] {
  return months.flatMap((month) => {
    const drop = temperatureDrop({
      vehicle: completeGeometry(vehicleType.geometry),
      fromC: 12,
      toC: 4,
    })
    if (!drop.ok) throw new Error(drop.error.code)
    const sunk = mapCorners(
      LEVEL,
      (mm, corner) => mm + drop.value.changeMm[corner] - (corner === 'RL' ? lossMm(month) : 0),
    )
    const jobId = `job ${month}`
    return [
      roundOf(LEVEL, at(month, 6), { purpose: 'evening', jobId, temperatureC: 12 }),
      roundOf(sunk, at(month, 18), { purpose: 'morning', jobId, temperatureC: 4 }),
    ]
  })
}
const repair = (part: Repair['part'], corners: Repair['corners'], month: number): Repair => ({
  id: 'r',
  vehicleId: 'v',
  jobId: 'j',
  at: at(month, 20),
  person: 'p',
  part,
  corners,
  words: '',
})

describe('what a history foretells', () => {
  test('a night’s loss is what the cold does not explain', () => {
    const detail = detailOf(nights((month) => 2 * month))
    expect(
      nightsOf(trendOf(detail)).map(({ beyondMm }) =>
        [beyondMm.FL, beyondMm.RL].map((mm) => Math.round(mm) + 0),
      ),
    ).toEqual([
      [0, 0],
      [0, -2],
      [0, -4],
      [0, -6],
      [0, -8],
      [0, -10],
    ])
  })
  test('the corner that loses more each month is named, with when and how sure; the others are not', () => {
    const detail = detailOf(
      nights((month) => 2 * month + [0.3, -0.4, 0.2, -0.3, 0.4, -0.2][month]!),
    )
    const warning = warningOf(driftsOf(detail, trendOf(detail)))!
    expect(warning).toMatchObject({ corner: 'RL', following: [] })
    expect(warningWords(warning, DEFAULT_UNITS, Date.UTC(2026, 5, 20))).toMatch(
      new RegExp(
        '^Rear left loses (1\\.9|2\\.0) mm more in a night each month than the cold explains ' +
          '\\(1\\.\\d to 2\\.\\d\\): expect a night to put it out of its heights by ' +
          '(August|September|October) 2026, \\w+ 2026 at the soonest, \\w+ 2026 at the latest\\.$',
      ),
    )
    expect(
      warningWords({ ...warning, following: ['RR', 'FL'] }, DEFAULT_UNITS, Date.UTC(2027, 5, 20)),
    ).toMatch(
      /a night puts it out of its heights already\. Rear right and front left go with it, because the body is stiff\.$/,
    )
    expect(warningOf({ FL: null, FR: null, RL: null, RR: null })).toBeNull()
  })
  test('of two corners that grow the steepest is told of, and the other is said to go with it', () => {
    const grows = (perMonthMm: number): Drift => ({
      perMonthMm,
      halfMm: 0.2,
      nowMm: 0,
      rounds: 6,
      reaches: { likelyMs: 2, soonestMs: 1, latestMs: null },
    })
    const still = { ...grows(-0.1), reaches: null }
    const warn = (RL: number, FR: number) =>
      warningOf({ FL: null, RR: still, RL: grows(RL), FR: grows(FR) })
    expect(warn(-1, -3)).toMatchObject({ corner: 'FR', following: ['RL'] })
    expect(warn(-3, -1)).toMatchObject({ corner: 'RL', following: ['FR'] })
  })
  test('a new spring begins a new history; another part, or another corner, does not', () => {
    const rounds = nights((month) => 2 * month)
    expect(
      driftsOf(
        detailOf(rounds, { repairs: [repair('airSpring', ['RL'], 3)] }),
        trendOf(detailOf(rounds)),
      ).RL,
    ).toBeNull()
    for (const other of [repair('relay', [], 3), repair('airSpring', ['FR'], 3)])
      expect(
        driftsOf(detailOf(rounds, { repairs: [other] }), trendOf(detailOf(rounds))).RL!.rounds,
      ).toBe(6)
  })
})

describe('since it was handed over', () => {
  const handed: ProofRecord = {
    id: 'h',
    jobId: 'j',
    at: at(2, 12),
    person: 'p',
    content: sampleHandover(),
  }
  const then = roundOf(LEVEL, at(2, 11), { temperatureC: 14 })
  const cold = temperatureDrop({
    vehicle: completeGeometry(vehicleType.geometry),
    fromC: 14,
    toC: -1,
  })
  if (!cold.ok) throw new Error(cold.error.code)
  const now = (lowMm: number, change: Partial<Round> = {}): Round =>
    roundOf(
      mapCorners(
        LEVEL,
        (mm, corner) => mm + cold.value.changeMm[corner] - (corner === 'FR' ? lowMm : 0),
      ),
      at(3),
      { jobId: 'later', temperatureC: -1, ...change },
    )
  const mended = { proof: [handed], repairs: [{ ...repair('airSpring', ['FR'], 2), jobId: 'j' }] }
  const since = (later: Round, change: Partial<VehicleDetail> = mended) =>
    sinceHandover(detailOf([then, later], change), 1.5)
  test('the cold is no leak, what is left beyond the tape is, and in between a night is asked for', () => {
    expect([0, 4, 12].map((low) => since(now(low))!.holds.verdict)).toEqual([
      'holds',
      'cannotTell',
      'sinks',
    ])
    expect(holdsWords(since(now(0))!, DEFAULT_UNITS)).toMatch(
      /^The repair holds: .* The cold explains up to \d+ mm\.$/,
    )
    expect(holdsWords(since(now(12))!, DEFAULT_UNITS)).toMatch(
      /^It sinks at front right: 12 mm more than the cold explains\./,
    )
    expect(holdsWords(since(now(4))!, DEFAULT_UNITS)).toContain('watch it a night')
  })
  test('a car nothing was done to has no repair that could hold', () => {
    const found = { proof: [handed] }
    expect(holdsWords(since(now(0), found)!, DEFAULT_UNITS)).toMatch(
      /^It has not sunk since it was handed over: /,
    )
    expect(holdsWords(since(now(12), found)!, DEFAULT_UNITS)).toMatch(
      /Something leaks\. The cold explains/,
    )
  })
  test('heights nobody showed after the work are those of the fault: nothing is held against them', () => {
    const worked = { jobs: [{ id: 'j', work: {} } as unknown as VehicleDetail['jobs'][number]] }
    const left = (missing: ('heights' | 'codes')[]): ProofRecord => ({
      ...handed,
      content: { ...handed.content, proved: false, missing } as ProofRecord['content'],
    })
    expect(since(now(0), { ...worked, proof: [left(['heights', 'codes'])] })).toBeNull()
    expect(since(now(0), { ...worked, proof: [left(['codes'])] })).toMatchObject({
      repaired: true,
      holds: { verdict: 'holds' },
    })
  })
  test('another level, another load, or nothing handed over is nothing to compare', () => {
    expect(since(now(0, { levelId: 'high' }))).toBeNull()
    expect(since(now(0, { load: 'laden' }))).toBeNull()
    expect(sinceHandover(detailOf([then, now(0)]), 1.5)).toBeNull()
  })
})
