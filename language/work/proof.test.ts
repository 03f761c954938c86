import type { ProofItem } from '@anklet/core/work/proof'
import { describe, expect, test } from 'vitest'
import { proofItem } from '../test/records.ts'
import { itemSentence, proofHeadline } from './proof.ts'

describe('what is to be shown, in words', () => {
  test.each<[Partial<ProofItem>, string]>([
    [{ state: 'shown' }, 'In, all four.'],
    [
      { why: 'noRound' },
      'Walk a round levelled with the engine on, standing as it will be driven.',
    ],
    [{ state: 'against', places: ['RL', 'FR'] }, 'Out: rear left and front right.'],
    [
      { places: ['RR'], why: 'undecided' },
      'Rear right. Too near the limit for this tape: more readings decide.',
    ],
    [{ id: 'leftRight', state: 'against', places: ['front'] }, 'It leans: front axle.'],
    [{ id: 'soap', joints: ['FL', 'pump'] }, 'Not shown yet: front left and pump.'],
    [{ id: 'soap', state: 'against', joints: ['block'] }, 'It bubbles: valve block.'],
    [
      { id: 'trim', places: ['rear'], why: 'soapFirst' },
      'Still off: rear axle. It stays off until every joint is shown tight.',
    ],
    [
      { id: 'sensors', state: 'against', places: ['FL'], why: 'apart' },
      'Front left. Tape and sensor lie apart.',
    ],
    [{ id: 'codes', state: 'against' }, 'Codes are present.'],
    [{ id: 'roadTest' }, 'Not shown yet.'],
    [
      { id: 'roadTest', state: 'against', words: 'It knocks.' },
      'Something was heard or felt. It knocks.',
    ],
    [
      { id: 'alignment', state: 'shown', words: 'Booked for 2026-12-01.' },
      'Booked for 2026-12-01.',
    ],
    [{ id: 'temporary', places: [null] }, 'Not all is back yet: the car itself.'],
  ])('%j', (change, sentence) => expect(itemSentence(proofItem(change))).toBe(sentence))
  test('the headline counts what is wrong before what is wanting', () => {
    const of = (...states: ProofItem['state'][]): string =>
      proofHeadline(states.map((state) => proofItem({ state })))
    expect([
      of('shown'),
      of('missing', 'shown'),
      of('missing', 'missing'),
      of('against', 'missing'),
      of('against', 'against'),
    ]).toEqual([
      'It is proved.',
      'One thing is not shown yet.',
      '2 things are not shown yet.',
      'One thing is not right, 1 not shown yet.',
      '2 things are not right.',
    ])
  })
})
