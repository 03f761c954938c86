import { DEFAULT_UNITS } from '@anklet/core/base/units'
import { singleFaults } from '@anklet/core/reasoning/diagnosis'
import type { Lives, Part, VehicleDetail } from '@anklet/contract'
import {
  buildOptions,
  axleOf,
  cornerOf,
  failedBy,
  leakMinutesOf,
  USUALLY_ASSUMED,
} from '@anklet/core/reasoning/strategy'
import { fitCoils, mostFailed, wantedCoil } from '@anklet/core/reasoning/conversion'
import { SAMPLE_COIL_CORNER, sampleVehicle } from '@anklet/core/base/samples'
import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { wantedWords } from '@anklet/language/repair/coils'
import { consequences, lineWords, optionTitle } from '@anklet/language/repair/decision'
import { amountWords, moneyWords } from '@anklet/language/plain/money'
import { coilsCsv, readCoils } from '../shelf/coilsCsv.ts'
import { totalsOf } from '../job/papers/estimate.ts'
import { wholeAxleKg } from './model.ts'
import { agesOf, partsFor, repairCaseOf } from '../job/model/repairCase.ts'

const job = jobOf()
const NOW = Date.parse('2026-11-24T08:00:00Z')
const part = (kind: Part['kind'], change: Partial<Part> = {}): Part => ({
  id: kind,
  version: 1,
  typeId: 't',
  kind,
  axle: null,
  name: kind,
  number: '',
  cost: 500,
  hours: 2,
  pairHours: null,
  leadDays: 3,
  life: null,
  ...change,
})
const NO_LIVES: Lives = {
  spring: { failedAtYears: [], aliveAtYears: [] },
  pump: { failedAtYears: [], aliveAtYears: [] },
}
const detail = {
  vehicle: { ...job.vehicle, firstUsed: '2018-11-24' },
  repairs: [
    {
      id: 'r',
      vehicleId: 'v',
      jobId: 'j',
      at: '2024-11-24T08:00:00.000Z',
      person: 'p',
      part: 'airSpring',
      corners: ['RR'],
      words: '',
    },
  ],
} as unknown as VehicleDetail

describe('what a finding leaves to decide', () => {
  test('springs, pump, or both at their corner; anything else is simply mended', () => {
    expect([
      failedBy('springLeak.RL', job),
      failedBy('leakAndPump.FR', job),
      failedBy('pumpWorn', job),
      failedBy('fuse', job),
    ]).toEqual([
      { springs: ['RL'], pump: false },
      { springs: ['FR'], pump: true },
      { springs: [], pump: true },
      null,
    ])
  })
  test('of several faults each is told: both springs of an axle, one beside a fitting, one with the pump', () => {
    expect([
      failedBy('springLeak.RL+springLeak.RR', job),
      failedBy('springTorn.FL+fittingLeak.RR', job),
      failedBy('fittingLeak.RR+pumpWorn', job),
      failedBy('dustAndValve.RL', job),
    ]).toEqual([
      { springs: ['RL', 'RR'], pump: false },
      { springs: ['FL'], pump: false },
      { springs: [], pump: true },
      null,
    ])
    expect(singleFaults('leakAndPump.RR+fittingLeak.FL')).toEqual([
      { base: 'springLeak', place: 'RR' },
      { base: 'pumpWorn', place: 'RR' },
      { base: 'fittingLeak', place: 'FL' },
    ])
  })
  test('it is about the axle of what failed, filed under a corner of it', () => {
    expect(axleOf({ springs: ['RR'], pump: false }, job)).toBe('rear')
    expect(cornerOf({ springs: ['RR', 'RL'], pump: false }, job)).toBe('RL')
    expect(axleOf({ springs: ['RR', 'FL'], pump: false }, job)).toBe('front')
    expect(cornerOf({ springs: [], pump: true }, job)).toBe('FL')
  })
  test('ages come from what was fitted when, and since when the car is on the road', () => {
    const ages = agesOf(detail, 'RL', NOW)
    expect([ages.other, ages.pump].map((age) => Math.round(age!))).toEqual([2, 8])
    expect(
      agesOf(
        { ...detail, vehicle: { ...detail.vehicle, firstUsed: null }, repairs: [] },
        'RL',
        NOW,
      ),
    ).toEqual({ other: null, pump: null })
  })
  test('what a person says goes before the records; the price of another axle is none of this one', () => {
    const parts = [
      part('spring', { axle: 'rear', cost: 400 }),
      part('spring', { id: 'f', axle: 'front', cost: 900 }),
      part('pump', { typeId: 'other' }),
    ]
    expect(partsFor(parts, 't', 'rear')).toEqual({ spring: parts[0] })
    const known = {
      detail,
      parts,
      lives: NO_LIVES,
      rate: { currency: 'EUR', perHour: 80 },
      leak: null,
    }
    const { repair } = repairCaseOf(
      job,
      { springs: ['RL'], pump: false },
      known,
      { ...USUALLY_ASSUMED, otherYears: 3.5 },
      NOW,
    )
    expect([repair.ages.otherYears, Math.round(repair.ages.pumpYears)]).toEqual([3.5, 8])
    expect(buildOptions(repair).options.find(({ id }) => id === 'withPump')?.missing).toEqual([
      'pump',
    ])
  })
})

describe('what the pump runs with the leak', () => {
  const leak = { barLPerH: 1.2, meanBarG: 8, at: '2026-11-20T18:00:00Z' }
  test('comes from the leak that was measured, and grows with it', () => {
    const minutes = leakMinutesOf(USUALLY_ASSUMED, leak)
    // A pump of 38 L/min that stalls at 17 bar delivers 38 * (1 - 8 / 17) against 8 bar.
    expect(minutes).toBeCloseTo(6 + (1.2 * 24) / (38 * (1 - 8 / 17)), 6)
    expect(leakMinutesOf(USUALLY_ASSUMED, { ...leak, barLPerH: 12 })).toBeGreaterThan(minutes)
    expect(leakMinutesOf(USUALLY_ASSUMED, { ...leak, barLPerH: 5000 })).toBe(1440)
  })
  test('is what a person says, before any measurement; our guess without either', () => {
    expect(leakMinutesOf({ ...USUALLY_ASSUMED, leakMinutes: 40 }, leak)).toBe(40)
    expect(leakMinutesOf(USUALLY_ASSUMED, null)).toBe(25)
  })
})

describe('an estimate', () => {
  test('lines are rounded before they are added, tax on the sum', () => {
    expect(
      totalsOf({
        lines: [
          { words: 'a', hours: 1, amount: 10.004 },
          { words: 'b', hours: 0, amount: 20.006 },
        ],
        taxPercent: 19,
      }),
    ).toEqual({ net: 30.01, tax: 5.7, total: 35.71 })
    expect(totalsOf({ lines: [{ words: 'a', hours: 1, amount: 100 }], taxPercent: 0 })).toEqual({
      net: 100,
      tax: 0,
      total: 100,
    })
  })
  test('money is told in the shop’s currency, and not at all without a rate', () => {
    expect([
      amountWords(1457.4, 'EUR'),
      moneyWords(90, { currency: 'GBP', perHour: 60 }),
      moneyWords(90, null),
    ]).toEqual(['€1,457', ' (about £90, an estimate)', ''])
  })
  test('options and lines in words; coils say what they take away', () => {
    expect([
      optionTitle('both', 'rear'),
      lineWords({ kind: 'spring', count: 2, cost: 1, hours: 1 }, 'rear'),
      lineWords({ kind: 'pump', count: 1, cost: 1, hours: 1 }, 'rear'),
    ]).toEqual(['Both sides of the rear axle', '2 × air spring, rear', 'pump'])
    const lost = consequences('axleCoils', job.vehicleType.architecture, 'rear').join(' ')
    for (const said of [
      'No levelling at the rear',
      'levels are gone',
      'Towing',
      'bypass module',
      'local rules decide',
      'The other axle stays on air',
    ])
      expect(lost).toContain(said)
    expect(consequences('this', job.vehicleType.architecture, 'rear').join(' ')).not.toContain(
      'coil',
    )
  })
})

describe('coils as they are read', () => {
  const coil = {
    id: 'a',
    name: 'R; 62',
    rateNPerMm: 62.5,
    freeLengthMm: 448,
    solidLengthMm: 205,
    cost: 132,
    leadDays: 4,
  }
  test('a list of coils goes out as a table and comes back the same', () =>
    expect(readCoils(coilsCsv([coil]), [coil])).toEqual({ coils: [coil], faults: [] }))
  test('lines that cannot be are named, the others taken', () => {
    const { coils, faults } = readCoils(
      'name;rate_N_per_mm;free_length_mm;solid_length_mm\n' +
        'A;62,5;448;205\nB;x;1;1\nC;60;200;210\nA;60;448;205\n;60;448;205',
      [],
    )
    expect(coils.map(({ name, rateNPerMm, cost }) => [name, rateNPerMm, cost])).toEqual([
      ['A', 62.5, 0],
    ])
    expect(faults).toEqual([
      'Line 3: rate and lengths of B must be figures above 0.',
      'Line 4: C would be longer solid than free.',
      'Line 5: A is there twice.',
      'Line 6: a coil needs a name of at most 40 letters.',
    ])
    expect(readCoils('a;b\n1;2', []).faults[0]).toContain('no column name, rate_N_per_mm')
  })
  test('where none fits it is said which bound fails most and what would do', () => {
    const { airRateNPerMm: _, ...corner } = SAMPLE_COIL_CORNER
    const fitted = fitCoils(corner, [
      { id: 'a', rateNPerMm: 60, freeLengthMm: 380, solidLengthMm: 200 },
    ])
    const most = fitted.ok ? mostFailed(fitted.value) : null
    expect(wantedWords(wantedCoil(corner), most!, DEFAULT_UNITS)).toMatch(
      /^Most of the list stand wrong\. One of 57 to 121 N\/mm would fit, at 89 N\/mm with a free length of 393 mm/,
    )
    expect(
      wantedWords(wantedCoil({ ...corner, ladenLoadN: 16_000 }), 'sag', DEFAULT_UNITS),
    ).toMatch(/^No coil can do it: laden it needs at least/)
  })
})

test('the weight of a whole axle typed as what is added to it is doubted', () => {
  const vehicle = sampleVehicle({ rear: { designLoadN: 4903.325 } })
  expect(wholeAxleKg(vehicle, 'rear', 1000)).toBeCloseTo(1000, 6)
  expect(wholeAxleKg(vehicle, 'rear', 590)).toBeNull()
  expect(wholeAxleKg(vehicle, 'rear', -200)).toBeNull()
  expect(wholeAxleKg(vehicle, 'rear', null)).toBeNull()
})
