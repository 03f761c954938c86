import type { CodeReading, CodeText, DeviceStatus, Frame, Job } from '@anklet/contract'
import { checksAt, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { knownOf } from '@anklet/core/reasoning/evidence'
import { perCorner } from '@anklet/core/base/vehicle'
import { describe, expect, test } from 'vitest'
import { jobOf, roundOf } from '@anklet/language/test/records'
import { decodedWords, meaningWords } from '@anklet/language/causes/codes'
import { codesToKeep, liveEvidence } from '../../dock/fromLink.ts'
import { readIn } from './readIn.ts'

const plain = jobOf()
const checks = checksAt(SHIPPED_BOOK, plain.vehicleType.architecture)
const text = (
  number: string,
  points: string | null,
  place: CodeText['place'] = null,
): CodeText => ({
  id: number,
  version: 1,
  typeId: 't',
  number,
  words: `Means ${number}`,
  points,
  place,
})
const TEXTS = [
  text('C3104', 'goal'),
  text('C3121', 'sensor', 'RL'),
  text('C3122', 'sensor'),
  text('C3130', 'supply'),
  text('C3199', null),
]
const code = (
  number: string,
  status: 'present' | 'stored' | 'pending' = 'present',
): CodeReading['codes'][number] => ({ number, failureType: null, status, words: '', freeze: [] })
const reading = (codes: CodeReading['codes'], jobId = 'j'): CodeReading => ({
  id: crypto.randomUUID(),
  jobId,
  at: '2026-11-24T09:00:00.000Z',
  person: 'p',
  from: 'report',
  tool: '',
  codes,
})
const found = (...codeReadings: CodeReading[]): string =>
  knownOf(jobOf({ codeReadings, codeTexts: TEXTS }), checks)
    .pieces.map(({ check, outcome }) => `${check} ${outcome}`)
    .join(', ')

describe('codes as evidence', () => {
  test('each thing they point to counts, present ones before stored; a sensor’s code names it', () => {
    expect(found()).toBe('')
    expect(found(reading([]))).toBe('codes none, codeSensor none')
    expect(found(reading([code('C3104'), code('C3121')]))).toBe(
      'codes goal, codes sensor, codeSensor RL',
    )
    expect(found(reading([code('C3104'), code('C3121', 'stored')]))).toBe(
      'codes goal, codeSensor RL',
    )
    expect(found(reading([code('C3130', 'stored')]))).toBe('codes supply, codeSensor none')
  })
  test('one that names no place leaves open which sensor; one of no known text says nothing', () => {
    expect(found(reading([code('C3122')]))).toBe('codes sensor')
    expect(found(reading([code('C31A4'), code('C3199')]))).toBe('')
    expect(found(reading([code('C31A4'), code('C3104')]))).toBe('codes goal, codeSensor none')
  })
  test('a code whose text names a corner names it; one of an axle both of its corners', () => {
    const texts = [...TEXTS, text('C3140', 'leak', 'FL'), text('C3141', 'goal', 'rear')]
    const of = (...codes: CodeReading['codes']): string =>
      knownOf(jobOf({ codeReadings: [reading(codes)], codeTexts: texts }), checks)
        .pieces.map(({ check, outcome }) => `${check} ${outcome}`)
        .join(', ')
    expect(of(code('C3140'))).toBe('codes leak, codeSensor none, codeCorner FL')
    expect(of(code('C3140'), code('C3141'))).toBe(
      'codes goal, codes leak, codeSensor none, codeCorner FL+RL+RR',
    )
  })
  test('of a code nobody has a text of, the words of the tool speak', () => {
    const said = (words: string): string => found(reading([{ ...code('C31B0'), words }]))
    expect(said('Air spring left front, leakage')).toBe(
      'codes leak, codeSensor none, codeCorner FL',
    )
    expect(said('Height sensor RR implausible')).toBe('codes sensor, codeSensor RR')
    expect(said('Whatever')).toBe('')
    // A text that says it is no evidence stands above them.
    expect(found(reading([{ ...code('C3199'), words: 'Leak VL' }]))).toBe('')
  })
  test('the newest reading of this very job counts, and is evidence of the job by itself', () => {
    expect(found(reading([code('C3104')]), reading([]), reading([code('C3130')], 'other'))).toBe(
      'codes none, codeSensor none',
    )
    expect(
      knownOf(jobOf({ codeReadings: [reading([code('C3104')])], codeTexts: TEXTS }), checks).pieces,
    ).toMatchObject([
      { check: 'codes', outcome: 'goal', source: { kind: 'codes' }, doubted: null },
      { check: 'codeSensor', outcome: 'none' },
    ])
  })
})

describe('what the link tells', () => {
  const told = (codes: DeviceStatus['codes']) =>
    codesToKeep({ id: 'j', codeReadings: [reading([code('C3104', 'stored')])] }, { codes })
  const stored = (present: boolean): NonNullable<DeviceStatus['codes']>[number] => ({
    number: 'C3104',
    words: 'Height',
    present,
    seen: { atS: 4, offMm: perCorner(() => -12), galleryBarG: 6.24, pumpC: null },
  })
  test('codes are kept when they are others than those read last, with what the module saw', () => {
    expect(told(null)).toBeNull()
    expect(told([stored(false)])).toBeNull()
    expect(told([])).toEqual([])
    expect(told([stored(true)])).toMatchObject([
      {
        number: 'C3104',
        status: 'present',
        freeze: [
          { name: 'FL over the level', value: '-12 mm' },
          {},
          {},
          {},
          { name: 'gallery', value: '6.2 bar' },
        ],
      },
    ])
  })

  const design = perCorner((corner) => plain.vehicleType.geometry.corners[corner].designHeightMm)
  const channels = (['FL', 'FR', 'RL', 'RR'] as const).map((corner) => ({
    id: `height.${corner}`,
    place: corner,
    kind: 'height' as const,
    unit: 'mm' as const,
    corner,
    least: 0,
    most: 2000,
  }))
  const frame = (change: Partial<Frame['module'] & object>, lowered = 0): Frame => ({
    kind: 'frame',
    atS: 1,
    values: Object.fromEntries(
      channels.map(({ id, corner }) => [id, design[corner] - (corner === 'RL' ? lowered : 0)]),
    ),
    module: {
      mode: 'awake',
      levelId: 'road',
      pumpOn: false,
      open: [],
      lifting: false,
      ignition: true,
      supply: true,
      doorOpen: false,
      ...change,
    },
  })
  const clamp = (amps: number): Frame[] =>
    Array.from({ length: 24 }, () => ({ kind: 'frame', atS: 1, values: { current: amps } }))
  const now = Date.parse('2026-11-24T08:40:00.000Z')
  const live = (job: Job, frames: readonly Frame[], amps = 0, at = now): string =>
    liveEvidence(job, checks, channels, frames, clamp(amps), at)
      .map(({ check, outcome }) => `${check} ${outcome}`)
      .join()
  const many = (each: Frame): Frame[] => Array.from({ length: 24 }, () => each)
  test('a pump that draws its current unasked is evidence; one that was told to run is not', () => {
    expect(live(plain, many(frame({})), 14)).toBe('pumpRunsOn yes')
    expect([
      live(plain, many(frame({ pumpOn: true })), 14),
      live(plain, many(frame({})), 0.2),
      live(plain, [frame({})], 14),
    ]).toEqual(['', '', ''])
  })
  test('heights just taped are held against the module’s, while the car stands where it was taped', () => {
    const taped = jobOf({ rounds: [roundOf(design, '2026-11-24T08:30:00.000Z')] })
    expect(live(taped, [frame({}, 9)])).toBe('agrees RL')
    expect(live(taped, [frame({}, 2)])).toBe('agrees agree')
    expect([
      live(taped, [frame({}, 9)], 0, now + 3_600_000),
      live(taped, [frame({ open: ['RL'] }, 9)]),
      live(taped, [frame({ levelId: 'high' }, 9)]),
    ]).toEqual(['', '', ''])
  })
})

test('a report is read as a table where it is one, as text where it is not', () => {
  expect(
    readIn('\uFEFFFault code;Text;Status\r\nc3104;"Height; goal";active\r\n').codes,
  ).toMatchObject([{ number: 'C3104', words: 'Height; goal', status: 'present' }])
  expect(
    readIn('C3104, present, height\nC3107, stored, pressure').codes.map(
      ({ number, status }) => `${number} ${status}`,
    ),
  ).toEqual(['C3104 present', 'C3107 stored'])
  expect(readIn('nothing to see').codes).toEqual([])
})

test('a code in words', () => {
  expect(decodedWords({ number: 'C3104', failureType: '13' })).toBe(
    'chassis, a number the standard leaves unassigned; failure type 13: electrical, circuit open',
  )
  expect(decodedWords({ number: 'U0121', failureType: 'F0' })).toBe(
    'network between modules, a number of the standard, messages lost; failure ' +
      'type F0, which the standard keeps for later',
  )
  expect([
    meaningWords(text('C3121', 'sensor', 'RL')),
    meaningWords({ ...text('C1', null, 'RL'), words: 'The rear left sensor' }),
  ]).toEqual(['Means C3121, rear left', 'The rear left sensor'])
})
