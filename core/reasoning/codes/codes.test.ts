import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  codeHistory,
  codeText,
  decode,
  meaningIn,
  readCode,
  readReport,
  readReportTable,
} from './index.ts'

const read = (text: string): string => {
  const code = readCode(text)
  return code.ok ? codeText(code.value) : code.error.code
}

describe('a code as it is written', () => {
  test.each([
    ['C3104', 'C3104'],
    ['c3104', 'C3104'],
    [' c 31 04 ', 'C3104'],
    ['C3104-13', 'C3104-13'],
    ['c3104:13', 'C3104-13'],
    ['C310413', 'C3104-13'],
    ['U0121 00', 'U0121-00'],
    ['C31O4', 'C3104'],
    ['CIl04', 'C1104'],
  ])('%s is %s', (written, meant) => expect(read(written)).toBe(meant))
  test.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['X3104', 'noLetter'],
    ['3104', 'noLetter'],
    ['C310', 'length'],
    ['C31041', 'failureType'],
    ['C3104133', 'length'],
    ['C31G4', 'figure'],
    ['C5104', 'firstDigit'],
  ])('“%s” is none: %s', (written, why) => expect(read(written)).toBe(why))
  test('any case, blanks and marks between mean the same', () => {
    const figure = fc.constantFrom(...'0123456789ABCDEF')
    fc.assert(
      fc.property(
        fc.constantFrom(...'PCBU'),
        fc.constantFrom(...'0123'),
        fc.array(figure, { minLength: 3, maxLength: 3 }),
        fc.option(fc.array(figure, { minLength: 2, maxLength: 2 })),
        fc.constantFrom('', ' ', '-', ':'),
        fc.boolean(),
        (letter, digit, figures, failure, mark, lower) => {
          const written = `${letter}${digit}${figures.join('')}${failure ? mark + failure.join('') : ''}`
          expect(read(lower ? written.toLowerCase() : written)).toBe(
            `${letter}${digit}${figures.join('')}${failure ? `-${failure.join('')}` : ''}`,
          )
        },
      ),
    )
  })
})

describe('what its structure says', () => {
  const decoded = (text: string) => {
    const code = readCode(text)
    if (!code.ok) throw new Error(text)
    return decode(code.value)
  }
  test('letter, whose list, subsystem and failure type', () => {
    expect(decoded('C3104-13')).toEqual({
      system: 'chassis',
      origin: 'unassigned',
      subsystem: null,
      failure: { kind: 'electrical', words: 'circuit open' },
    })
    expect(decoded('C1104')).toMatchObject({ origin: 'maker', failure: null })
    expect(decoded('U0121-87')).toMatchObject({
      system: 'network between modules',
      origin: 'standard',
      subsystem: 'messages lost',
      failure: { words: 'missing' },
    })
    // The powertrain's second and third hundred are shared out another way.
    expect(
      [decoded('P2100'), decoded('P3100'), decoded('P3400'), decoded('B2100')].map(
        ({ origin }) => origin,
      ),
    ).toEqual(['standard', 'maker', 'standard', 'maker'])
    // A byte the standard keeps for later says nothing; one whose second half it leaves open says its kind.
    expect([
      decoded('C0040-F0').failure,
      decoded('C0040-1D').failure?.words,
      decoded('C0040-10').failure,
    ]).toEqual([null, 'current out of range', { kind: 'electrical', words: null }])
  })
})

describe('a report of any tool', () => {
  test('pasted: codes with their words, status and what was kept with them', () => {
    const { codes, remarks } = readReport(
      [
        'Air suspension, 3 faults',
        '',
        'c3104-77  Height asked for not reached (active)',
        '   Battery voltage: 12.6 V',
        '   Gallery = 6.1 bar',
        '2. C3121 Rear sensor; not present',
        'C 3107 pending',
        'C3121 - current',
        'C31G4 what is this',
        '   Speed: 0 km/h',
        'Odometer: 88 120 km',
      ].join('\r\n'),
    )
    expect(codes).toEqual([
      {
        number: 'C3104',
        failureType: '77',
        status: 'present',
        words: 'Height asked for not reached',
        freeze: [
          { name: 'Battery voltage', value: '12.6 V' },
          { name: 'Gallery', value: '6.1 bar' },
        ],
      },
      { number: 'C3121', failureType: null, status: 'present', words: 'Rear sensor', freeze: [] },
      { number: 'C3107', failureType: null, status: 'pending', words: '', freeze: [] },
    ])
    // What stands below a line that is no code was not kept with the code before it.
    expect(remarks).toEqual([
      { line: 8, kind: 'twice', text: 'C3121' },
      { line: 9, kind: 'notACode', text: 'C31G4' },
    ])
  })
  test('as a table: columns by their headings, the rest kept with each code', () => {
    const report = readReportTable([
      ['DTC', 'Description', 'Status', 'Odometer'],
      ['c3104', 'Height', 'History', '88120'],
      ['', '', '', ''],
      ['C31', 'x', '', ''],
      ['C3107', 'Pressure', 'confirmed', ''],
    ])
    expect(report).toEqual({
      codes: [
        {
          number: 'C3104',
          failureType: null,
          status: 'stored',
          words: 'Height',
          freeze: [{ name: 'Odometer', value: '88120' }],
        },
        { number: 'C3107', failureType: null, status: 'present', words: 'Pressure', freeze: [] },
      ],
      remarks: [{ line: 4, kind: 'notACode', text: 'C31' }],
    })
    expect(
      readReportTable([
        ['time', 'height'],
        ['1', '2'],
      ]),
    ).toBeNull()
    expect(
      readReportTable([
        ['Code', 'Failure type'],
        ['C3104', '13'],
        ['C3107', 'n/a'],
      ])?.codes.map(codeText),
    ).toEqual(['C3104-13', 'C3107'])
  })
  test('no report breaks it, and no more codes come out than a module stores', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (text) => {
        expect(readReport(text).codes.length).toBeLessThanOrEqual(60)
      }),
    )
    const many = Array.from({ length: 70 }, (_, i) => `C31${i.toString(16).padStart(2, '0')}`).join(
      '\n',
    )
    expect([
      readReport(many).codes.length,
      readReport(many).remarks.filter(({ kind }) => kind === 'tooMany').length,
    ]).toEqual([60, 10])
  })
})

test('the history of a vehicle: first and last seen, how often, and whether it is still there', () => {
  const code = (number: string, status: 'present' | 'stored') => ({
    number,
    failureType: null,
    status,
    words: '',
    freeze: [],
  })
  const history = codeHistory([
    { at: '2026-09-01T08:00:00Z', codes: [code('C3121', 'present')] },
    { at: '2026-03-01T08:00:00Z', codes: [code('C3104', 'present'), code('C3121', 'present')] },
    { at: '2026-11-01T08:00:00Z', codes: [code('C3104', 'stored')] },
  ])
  expect(
    history.map(({ number, firstAt, lastAt, times, of, now }) => [
      number,
      firstAt.slice(5, 7),
      lastAt.slice(5, 7),
      `${times} of ${of}`,
      now?.status ?? null,
    ]),
  ).toEqual([
    ['C3104', '03', '11', '2 of 3', 'stored'],
    ['C3121', '03', '09', '2 of 3', null],
  ])
  expect(codeHistory([])).toEqual([])
})

describe('a report of any length', () => {
  test('a run of marks between words is passed over once, not once for each of them', () => {
    const report = readReport(`C1234 pressure ${'- '.repeat(100_000)}too low - ; |\n`)
    expect(report.codes).toHaveLength(1)
    expect(report.codes[0]!.words).toMatch(/^pressure - - /)
    expect(readReport('C1234 : - pressure too low - ; |').codes[0]!.words).toBe('pressure too low')
  })
})

describe('what the words of a code say', () => {
  test.each<[string, string | null, string | null]>([
    ['Left front air spring: leak', 'leak', 'FL'],
    ['Fitting, line VL', 'leak', 'FL'],
    ['RR: height not reached', 'goal', 'RR'],
    ['Rear axle, control time too long', 'goal', 'rear'],
    ['Spring rear left: height not reached', 'goal', 'RL'],
    ['System pressure too low', 'pressure', null],
    ['Pressure sensor implausible', 'other', null],
    ['Compressor temperature too high', 'hot', null],
    ['Supply voltage too low', 'supply', null],
    ['Level sensor front right, open circuit', 'sensor', 'FR'],
    ['Compressor relay, stuck', 'relay', null],
    ['Module not coded', 'coding', null],
    ['Damper HL, open circuit', 'damper', 'RL'],
    ['Vorne rechts', null, 'FR'],
    // Two small letters are part of a word, no corner.
    ['Carl, hr department', null, null],
    ['', null, null],
  ])('%s', (words, points, place) => expect(meaningIn(words)).toEqual({ points, place }))
  test('any text is read', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 160 }), (words) => {
        const { points, place } = meaningIn(words)
        expect(points === null || typeof points === 'string').toBe(true)
        expect([null, 'FL', 'FR', 'RL', 'RR', 'front', 'rear']).toContain(place)
      }),
    )
  })
})
