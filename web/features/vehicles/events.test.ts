import type { ProofRecord, Repair } from '@anklet/contract'
import { sampleHandover } from '@anklet/core/base/samples'
import { expect, test } from 'vitest'
import type { CarEvent } from './events.ts'
import { eventsOf, lanesOf, partsWithAge } from './events.ts'

const DAY = 86_400_000
const at = (day: number): string => new Date(Date.UTC(2026, 0, 1) + day * DAY).toISOString()
const repair = (day: number, part: Repair['part'], corners: Repair['corners'] = []): Repair => ({
  id: `r${day}`,
  vehicleId: 'v',
  jobId: 'j',
  at: at(day),
  person: 'p',
  part,
  corners,
  words: '',
})
const proof = (day: number, content: ProofRecord['content']): ProofRecord => ({
  id: `p${day}`,
  jobId: 'j',
  at: at(day),
  person: 'p',
  content,
})

test(
  'what happened to a car stands in the order of time; codes only where there ' +
    'were any, a planned return not at all',
  () => {
    const events = eventsOf(
      {
        repairs: [repair(40, 'airSpring', ['RL'])],
        codeReadings: [
          {
            id: 'c',
            jobId: 'j',
            at: at(10),
            person: 'p',
            from: 'typed',
            tool: '',
            codes: [
              { number: 'C3121', failureType: null, status: 'stored', words: '', freeze: [] },
            ],
          },
          { id: 'd', jobId: 'j', at: at(50), person: 'p', from: 'typed', tool: '', codes: [] },
        ],
        charges: [
          {
            id: 'g',
            vehicleId: 'v',
            jobId: 'j',
            at: at(20),
            person: 'p',
            gas: 'nitrogen',
            beforeBarG: 9,
            afterBarG: 13.5,
            temperatureC: 15,
            addedBarL: 20,
            words: '',
          },
        ],
        pumpDays: [{ at: at(12), minutesPerDay: 14.2, startsPerDay: 22 }],
        proof: [
          proof(41, {
            kind: 'calibrated',
            why: 'sensor',
            visits: [],
            taught: 'link',
            typedMm: [],
            note: '',
          }),
          proof(42, { kind: 'return', dueAt: at(60), words: '' }),
          proof(43, sampleHandover({ proved: false, reason: 'no time' })),
        ],
      },
      { length: 'mm', pressure: 'kPa', temperature: 'degC' },
    )
    expect(events.map(({ kind, words }) => `${kind}: ${words}`)).toEqual([
      'codes: C3121 stored',
      'pump: Pump ran 14 min a day, 22 starts',
      'charge: Gas put in, to 1350 kPa',
      'part: Air spring, rear left',
      'calibration: Sensors taught',
      'handover: Handed over, not proved: no time',
    ])
  },
)

test('of parts changed twice at one place the newer is in the car', () => {
  const parts = partsWithAge(
    {
      repairs: [
        repair(0, 'airSpring', ['RL']),
        repair(5, 'airSpring', ['RR']),
        repair(30, 'airSpring', ['RL']),
        repair(31, 'compressor'),
      ],
    },
    Date.parse(at(33)),
  )
  expect(parts.map(({ words, age }) => `${words}: ${age}`)).toEqual([
    'Air spring, rear left: 3 days',
    'Air spring, rear right: 28 days',
    'Compressor: 2 days',
  ])
})

test('a lane for each kind that happened, in one order whatever came first', () => {
  const event = (kind: CarEvent['kind']): CarEvent => ({ atMs: 0, kind, words: '' })
  expect(lanesOf((['handover', 'part', 'codes', 'part'] as const).map(event))).toEqual([
    'part',
    'codes',
    'handover',
  ])
  expect(lanesOf([])).toEqual([])
})
