import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyKey } from '../../kit/Keypad.tsx'
import { spreadLabels } from '../../kit/spread.ts'
import { parseInches, parseNumber, readTyped } from '../../kit/typed.ts'
import type { Taken } from './walk.ts'
import { firstLapDone, nextStop, readingAt, STOPS, take } from './walk.ts'

const mm = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const inch = { length: 'inch', pressure: 'psi', temperature: 'degF' } as const
const at = '2026-11-24T18:00:00Z'
const sentence = (
  text: string,
  quantity: 'height' | 'temperature',
  units: typeof mm | typeof inch = mm,
) => {
  const typed = readTyped(text, quantity, units)
  return typed.ok ? typed.value : typed.sentence
}

describe('what is typed', () => {
  test.each([
    ['480', 480],
    ['480,5', 480.5],
    [' 481. ', 481],
    ['.5', 0.5],
    ['−3', -3],
    ['-3', -3],
    ['48O', null],
    ['', null],
    ['4 80', null],
    ['1e3', null],
    ['--3', null],
    ['Infinity', null],
  ])('%j is read as %j', (text, value) => {
    expect(parseNumber(text)).toBe(value)
  })

  test.each([
    ['18 1/4', 18.25],
    ['18-1/4', 18.25],
    ['18¼', 18.25],
    ['18 ⅞', 18.875],
    ['1/2', 0.5],
    ['18.25', 18.25],
    ['18,25', 18.25],
    ['18 1/0', null],
    ['18 1', null],
    ['18 1/4 1/4', null],
  ])('%j inches are read as %j', (text, value) => {
    expect(parseInches(text)).toBe(value)
  })

  test('a fraction is taken as it stands on an inch tape, and on no other', () => {
    expect(sentence('18 1/4', 'height', inch)).toBeCloseTo(18.25 * 25.4, 9)
    expect(sentence('480 1/2', 'height')).toBe(
      '"480 1/2" is not a number. Type it in mm, as a figure.',
    )
    expect(sentence('18 1/4', 'temperature', inch)).toContain('is not a number')
  })

  test('a height must be one a car can have', () => {
    expect(sentence('480,5', 'height')).toBe(480.5)
    expect(sentence('47', 'height')).toBe(
      'A height of 47 mm cannot be: it lies between 50 and 2000 mm. Was a figure missed?',
    )
    expect(sentence('4800', 'height')).toContain('between 50 and 2000 mm')
    expect(sentence('', 'height')).toBe('Type the height in mm first.')
    expect(sentence('low', 'height')).toBe('"low" is not a number. Type it in mm, as a figure.')
  })

  test('the shop’s unit is what is typed, the stored unit is what is kept', () => {
    expect(sentence('18.9', 'height', inch)).toBeCloseTo(480.06, 6)
    expect(sentence('480', 'height', inch)).toContain('between 1.97 and 78.74 in')
    expect(sentence('14', 'temperature', inch)).toBeCloseTo(-10, 9)
    expect(sentence('-61', 'temperature')).toContain('between −60 and 120 °C')
  })
})

describe('the keypad', () => {
  const type = (...keys: string[]) =>
    keys.reduce((text, key) => applyKey(text, key, keys.includes('.') ? 'point' : 'half'), '')
  test('writes what a person means', () => {
    expect(type('4', '8', '0')).toBe('480')
    expect(type('4', '8', '0', 'half')).toBe('480.5')
    expect(type('4', '8', 'half', 'half', 'back', 'back')).toBe('48')
    expect(type('4', '8', 'half', '5')).toBe('48.5')
    expect(type('1', '8', '.', '9', '0', '4')).toBe('18.90')
    expect(type('half')).toBe('')
    expect(type('.', '5')).toBe('0.5')
    expect(type('1', '.', '.', '5')).toBe('1.5')
    expect(type('back')).toBe('')
  })
  test('writes inches with the eighths of a tape, one fraction at a time', () => {
    const inches = (...keys: string[]) =>
      keys.reduce((text, key) => applyKey(text, key, 'point'), '')
    expect(inches('1', '8', '5/8')).toBe('18 5/8')
    expect(inches('1', '8', '5/8', '3/4')).toBe('18 3/4')
    expect(inches('1', '8', '5/8', '7')).toBe('18 5/8')
    expect(inches('1', '8', '5/8', 'back')).toBe('18')
    expect(inches('1', '8', '.', '5', '1/2')).toBe('18 1/2')
    expect(inches('3/8')).toBe('3/8')
  })

  test('never writes more than a height has room for', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('1', '9', '.', 'half', 'back'), { maxLength: 40 }),
        (keys) => {
          const text = type(...keys)
          expect(text.length).toBeLessThanOrEqual(9)
          expect(text === '' || parseNumber(text) !== null).toBe(true)
        },
      ),
      { seed: 12 },
    )
  })
})

describe('the walk', () => {
  const walked = (count: number): Taken[] =>
    STOPS.slice(0, count).map((stop, i) => ({ ...stop, heightMm: 480 + i, at }))

  test('goes once round and back the other way', () => {
    expect(STOPS.map(({ corner, lap }) => `${corner}${lap}`)).toEqual([
      'FL1',
      'FR1',
      'RR1',
      'RL1',
      'RL2',
      'RR2',
      'FR2',
      'FL2',
    ])
  })

  test('moves on by itself and knows when it is done', () => {
    expect(nextStop([])).toEqual({ corner: 'FL', lap: 1 })
    expect(nextStop(walked(4))).toEqual({ corner: 'RL', lap: 2 })
    expect(nextStop(walked(8))).toBeNull()
    expect([3, 4].map((count) => firstLapDone(walked(count)))).toEqual([false, true])
  })

  test('a stop read again replaces its first reading and leaves the rest', () => {
    const again = take(walked(4), { corner: 'FR', lap: 1, heightMm: 471, at })
    expect(again).toHaveLength(4)
    expect(readingAt(again, { corner: 'FR', lap: 1 })?.heightMm).toBe(471)
    expect(readingAt(again, { corner: 'FL', lap: 1 })?.heightMm).toBe(480)
  })

  test('a gap left out of order is where it goes next', () => {
    expect(nextStop(walked(6).filter(({ corner }) => corner !== 'FR'))).toEqual({
      corner: 'FR',
      lap: 1,
    })
  })
})

describe('labels beside a scale', () => {
  test('never lie on one another, and stay on the scale where there is room', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { minLength: 1, maxLength: 6 }),
        (wanted) => {
          const placed = spreadLabels(wanted, 20, [0, 300])
          const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!)
          for (const [k, i] of order.entries())
            if (k > 0) expect(placed[i]! - placed[order[k - 1]!]!).toBeGreaterThan(20 - 1e-9)
          expect(Math.min(...placed)).toBeGreaterThanOrEqual(-1e-9)
          expect(Math.max(...placed)).toBeLessThanOrEqual(300 + 1e-9)
        },
      ),
      { seed: 13 },
    )
  })

  test('labels with room stay where they belong', () => {
    expect(spreadLabels([10, 100, 200], 20, [0, 300])).toEqual([10, 100, 200])
  })
})
