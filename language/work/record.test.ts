import { describe, expect, test } from 'vitest'
import type { PlanStep } from '@anklet/core/work/procedure'
import { SHIPPED_PROCEDURES } from '@anklet/core/work/procedure'
import type { WorkRefusal } from '@anklet/core/work/record'
import { factSentence, gateSentence, refusalSentence, stepSentence } from './record.ts'

const book = SHIPPED_PROCEDURES
const steps = [{ key: 'strutOut.RL', words: 'Take the {place} strut out', place: 'RL' }] as const
const saidOf = (refusal: WorkRefusal): string =>
  refusalSentence(refusal, {
    book,
    steps: steps as unknown as readonly PlanStep[],
    nameOf: (id) => (id === 'ann' ? 'A. Nother' : 'Somebody'),
  })
const range = { minNm: 90, maxNm: 110 }

describe('facts, steps and gates', () => {
  test('a fact with its place; one the book does not know by its own name', () => {
    expect([
      factSentence(book, { fact: 'supplyOff', place: null }),
      factSentence(book, { fact: 'supplyOff', place: 'front' }),
      factSentence(book, { fact: 'unheardOf', place: 'RR' }),
    ]).toEqual([
      'the supply of the air suspension is off',
      'front axle: the supply of the air suspension is off',
      'rear right: unheardOf',
    ])
  })
  test('a step stands with its place in it, wherever that is', () => {
    expect([
      stepSentence({ words: 'The {place} one, {place}', place: 'FL' }),
      stepSentence({ words: 'Take the {place} out', place: 'rear' }),
      stepSentence({ words: 'Pull the fuse', place: null }),
    ]).toEqual(['The front left one, front left', 'Take the rear axle out', 'Pull the fuse'])
  })
  test('a gate names all it does not find', () => {
    const said = gateSentence({ gate: 'lower', missing: ['springsCarry', 'nobodyUnder'] })
    expect(said.split('; ')).toHaveLength(2)
    expect(
      saidOf({ code: 'gateShut', gate: 'lower', missing: ['springsCarry'], corner: null }),
    ).toBe(`Not yet, ${gateSentence({ gate: 'lower', missing: ['springsCarry'] })}.`)
  })
})

describe('why something is not taken into the record', () => {
  test.each<readonly [WorkRefusal, string]>([
    [{ code: 'notHands' }, 'Take the work over first: somebody else has it.'],
    [{ code: 'paused', by: 'ann' }, 'A. Nother paused this work. Go on with it first.'],
    [{ code: 'stepUnknown', key: 'x' }, 'This step is not in the plan any more.'],
    [{ code: 'stepDone', by: 'ann', at: '' }, 'A. Nother has confirmed this already.'],
    [{ code: 'awaitsLead' }, 'Not yet: a lead has to agree first to what was done otherwise.'],
    [
      { code: 'stepFirst', key: 'strutOut.RL', fact: null },
      'Not yet: first “Take the rear left strut out”.',
    ],
    [{ code: 'stepFirst', key: 'gone.RL', fact: null }, 'Not yet: first “gone.RL”.'],
    [
      {
        code: 'factFirst',
        missing: [
          { fact: 'supplyOff', place: null },
          { fact: 'unheardOf', place: 'FL' },
        ],
      },
      'Not yet. First it must be so: the supply of the air suspension is off; front left: unheardOf.',
    ],
    [
      { code: 'harm', harm: 'underUnheldCar' },
      'Not yet: as the car stands now, that would break something or hurt somebody. ' +
        'Look at what is open and what is live.',
    ],
    [
      { code: 'notPossible', act: 'putIn', corner: 'RL' },
      'Not yet: as the car stands now that cannot be done.',
    ],
    [
      { code: 'stillPressure', barG: 2.14, corner: 'RL' },
      'There are still 2.1 bar at the rear left: it is not empty.',
    ],
    [
      { code: 'stillPressure', barG: 0.45, corner: null },
      'There are still 0.5 bar: it is not empty.',
    ],
    [{ code: 'noTorqueHere' }, 'Nothing is torqued in this step.'],
    [{ code: 'torqueMissing', fastener: 'unheard' }, 'The torque is missing: unheard.'],
    [
      { code: 'torqueUnsourced', fastener: 'unheard' },
      'The shop’s sheet has no torque for this, unheard: say where yours is written.',
    ],
    [
      { code: 'torqueFar', nm: 400, range },
      '400.0 N.m is far from 90 to 110 N.m. Is the unit right?',
    ],
    [
      { code: 'torqueOutside', nm: 112.25, range },
      '112.3 N.m is outside 90 to 110 N.m: say why, and a lead agrees.',
    ],
    [{ code: 'photoMissing' }, 'This step wants a photo, or the reason why there is none.'],
    [{ code: 'secondMissing' }, 'Say who lent the second hand.'],
    [
      { code: 'cannotSkip' },
      'This step cannot be left out: a gate rests on it, it undoes a change, or something is tightened in it.',
    ],
    [{ code: 'notSo', fact: 'lifting' }, 'That does not stand on record now.'],
    [{ code: 'nothingToApprove' }, 'Nothing waits for that word any more.'],
    [{ code: 'ownApproval' }, 'Somebody else agrees to what you did otherwise.'],
    [
      {
        code: 'temporaryUnseen',
        missing: [
          { fact: 'supplyOff', place: null },
          { fact: 'unheardOf', place: 'RR' },
        ],
      },
      'Look at what was left changed first: the supply of the air suspension is off; rear right: unheardOf.',
    ],
  ])('$code', (refusal, words) => {
    expect(saidOf(refusal)).toBe(words)
  })
  test('what was not shown is named with its corner', () => {
    const [plain, there] = [
      saidOf({ code: 'notShown', condition: 'held', corner: null }),
      saidOf({ code: 'notShown', condition: 'held', corner: 'FR' }),
    ]
    expect(plain).toMatch(/^Say how it was shown: .+\.$/)
    expect(there).toBe(`${plain.slice(0, -1)}, front right.`)
  })
  test('a fastener of the book is called by its name', () => {
    const [[id, { words }]] = Object.entries(book.fasteners) as [
      [string, { readonly words: string }],
    ]
    expect(saidOf({ code: 'torqueMissing', fastener: id })).toBe(`The torque is missing: ${words}.`)
  })
})
