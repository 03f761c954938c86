import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { runs, seedOr } from '../../test/effort.ts'
import type { WantedJob } from '../procedure/index.ts'
import { USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { WorkContent } from './index.ts'
import { factKey, factOf } from './index.ts'
import { PAIR, AtTheCar } from './test/atWork.ts'

/** A link that says that the supply is on again. */
const supplyLost = (words: string): WorkContent => ({
  kind: 'lost',
  fact: 'supplyOff',
  place: null,
  by: 'link',
  words,
})

describe('proofs that turn false', () => {
  test(
    'supply that comes back opens everything it was proved with: vent, cut and ' +
      'show again, before any line is opened',
    () => {
      const car = new AtTheCar({ jobs: PAIR })
      car.until('openLine.RL')
      const before = car.entries.length
      expect(car.enter(supplyLost('The module answers.'))).toBeNull()
      expect(
        ['ventTool.RL', 'pullFuse', 'provePlant', 'proveValve.RL', 'openLine.RL'].map((key) =>
          car.state(key),
        ),
      ).toEqual(['again', 'again', 'again', 'again', 'open'])
      expect(car.run().lost.map(({ fact, place }) => factKey(fact, place))).toEqual(
        expect.arrayContaining(['supplyOff@null', 'empty@RL']),
      )
      expect(car.enter(car.done('openLine.RL'))).toBe('stepFirst')
      expect(car.enter(supplyLost('Told twice.'))).toBe('notSo')
      car.until('openLine.RL')
      expect(
        car.entries
          .slice(before + 1)
          .map(({ content }) => (content.kind === 'done' ? content.key : content.kind)),
      ).toEqual(expect.arrayContaining(['ventTool.RL', 'pullFuse', 'proveValve.RL']))
      expect(car.run().lost).toEqual([])
    },
  )
  test('a line that is open already needs no second proof, and the work comes to its end', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('strutIn.RL')
    car.enter({ kind: 'lost', fact: 'supplyOff', place: null, by: 'person', words: '' })
    expect(car.state('proveValve.RL')).toBe('done')
    // Nothing goes on under it before the supply is off again.
    expect(car.enter(car.done('strutIn.RL'))).toBe('harm')
    expect(car.run().ready.map(({ key }) => key)).toEqual(['pullFuse'])
    car.until(null)
    expect(car.run()).toMatchObject({ finished: true, temporary: [] })
  })
  test('a spring that lost its air on the ground: up again, folds seen, filled', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('rideTorque.RL')
    car.enter({ kind: 'lost', fact: 'filled', place: 'RL', by: 'person', words: 'It sank.' })
    expect(
      ['raiseLifting', 'seeFolds.RL', 'fillStanding.RL', 'lowerLifting'].map((key) =>
        car.state(key),
      ),
    ).toEqual(['again', 'again', 'again', 'again'])
    car.until(null)
    expect(car.run().car.corners.RL).toMatchObject({ air: 'carrying', spring: 'seated' })
  })
  test('whatever turns false at whatever time, the work can be finished, gate by gate', () => {
    const jobs: readonly (readonly WantedJob[])[] = [
      PAIR,
      [{ job: 'block' }, { job: 'bellows', corners: ['FL'] }],
      [
        { job: 'coils', corners: ['RL', 'RR'] },
        { job: 'sensor', corners: ['FL'] },
      ],
      [{ job: 'dryer' }],
    ]
    fc.assert(
      fc.property(
        fc.constantFrom(...jobs),
        fc.array(fc.record({ after: fc.nat(60), which: fc.nat(40) }), { maxLength: 4 }),
        fc.constantFrom('tool', 'fitting', 'valve'),
        fc.constantFrom('hanging', 'standing'),
        fc.boolean(),
        (wanted, losses, ventBy, fillAt, reservoir) => {
          const car = new AtTheCar({
            jobs: wanted,
            way: { ...USUAL_WAY, ventBy, fillAt },
            architecture: sampleArchitecture({ reservoir }),
          })
          const machine = [
            'supplyOff',
            'lifting',
            'held',
            'plantEmpty',
            'empty',
            'foldsSeen',
            'filled',
            'codesClear',
          ]
          for (const { after, which } of losses) {
            for (let n = 0; n < after && !car.run().finished; n += 1)
              car.enter(car.done(car.run().ready[0]!.key))
            const can = [...car.run().holds.keys()].filter((key) =>
              machine.includes(factOf(key).fact),
            )
            const key = can[which % Math.max(1, can.length)]
            if (key) car.enter({ kind: 'lost', ...factOf(key), by: 'person', words: '' })
          }
          car.until(null)
          const { finished, temporary, car: at } = car.run()
          expect({ finished, temporary: temporary.map(({ fact }) => fact), body: at.body }).toEqual(
            { finished: true, temporary: [], body: 'ground' },
          )
        },
      ),
      { numRuns: runs(12, 60), seed: seedOr(20_261_126) },
    )
  })
})
describe('what turns false takes with it', () => {
  test('air back in the gallery: springs behind shut lines are shown empty once more', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    car.enter({ kind: 'lost', fact: 'plantEmpty', place: null, by: 'link', words: '' })
    expect(car.run().lost.map(({ fact, place }) => factKey(fact, place))).toEqual(
      expect.arrayContaining(['plantEmpty@null', 'empty@RL']),
    )
    expect([car.state('provePlant'), car.state('proveValve.RL')]).toEqual(['again', 'again'])
  })
  test('an open line keeps its proof, whatever comes back behind it', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('strutOut.RL')
    car.enter({ kind: 'lost', fact: 'plantEmpty', place: null, by: 'link', words: '' })
    expect(car.run().lost.map(({ fact }) => fact)).not.toContain('empty')
  })
  test('air lost with the wheels off the ground leaves the folds seen', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('lowerLifting')
    expect(
      car.enter({ kind: 'lost', fact: 'filled', place: 'RL', by: 'person', words: '' }),
    ).toBeNull()
    expect([car.state('seeFolds.RL'), car.state('fillStanding.RL')]).toEqual(['done', 'again'])
  })
  test('what turned false and nobody waits for any more is not told', () => {
    const car = new AtTheCar({ jobs: [{ job: 'strut', corners: ['RL'] }] })
    car.until('whichMoves')
    expect(
      car.enter({ kind: 'lost', fact: 'foldsSeen', place: 'RL', by: 'person', words: '' }),
    ).toBeNull()
    expect(car.run().lost).toEqual([])
  })
  test('a fact and its place are read out of their key', () => {
    expect([factOf('empty@RL'), factOf('supplyOff@null'), factOf('')]).toEqual([
      { fact: 'empty', place: 'RL' },
      { fact: 'supplyOff', place: null },
      { fact: '', place: '' },
    ])
  })
})
