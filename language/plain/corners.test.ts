import { describe, expect, test } from 'vitest'
import { architecture } from '../test/records.ts'
import { cornersInWords, hypothesisWords, list } from './corners.ts'

describe('corners', () => {
  test('several are said in as few words as possible', () => {
    expect(
      [
        ['FL'],
        ['FL', 'FR'],
        ['RR', 'RL'],
        ['RL', 'FL'],
        ['FL', 'RR'],
        ['FL', 'FR', 'RL'],
        ['FL', 'FR', 'RL', 'RR'],
      ].map((corners) => cornersInWords(corners as never)),
    ).toEqual([
      'front left',
      'the front',
      'the rear',
      'the left side',
      'front left and rear right',
      'front left, front right and rear left',
      'all round',
    ])
    expect(list([])).toBe('')
  })

  test('an axle alike is put down to what it shares', () => {
    expect(hypothesisWords('rearPair', architecture)).toContain('shared valve block')
    expect(hypothesisWords('rearPair', { ...architecture, valves: 'perAxle' })).toContain(
      'their valve block',
    )
    expect(hypothesisWords('rearPair', { ...architecture, valves: 'perSpring' })).toBe(
      'both rear springs, alike',
    )
    expect(
      hypothesisWords('frontPair', { ...architecture, crossValve: { front: true, rear: false } }),
    ).toContain('open cross valve')
    expect(hypothesisWords('diagonalFR', architecture)).toBe(hypothesisWords('all', architecture))
  })
})
