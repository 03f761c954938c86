import { describe, expect, test } from 'vitest'
import { USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import { notYet, runOf } from './index.ts'
import { PAIR, AtTheCar, ANN } from './test/atWork.ts'

describe('work from its plan to a standing car', () => {
  test.each([
    ['a pair of struts with the pump', PAIR, {}],
    ['a car that came in flat', [{ job: 'strut', corners: ['RL'] }], { flat: ['RL', 'RR'] }],
    ['the rear to coils', [{ job: 'coils', corners: ['RL', 'RR'] }], {}],
    [
      'the only air to coils',
      [{ job: 'coils', corners: ['RL', 'RR'] }],
      {
        architecture: sampleArchitecture({
          air: { front: 'none', rear: 'airDamper' },
          liftingMode: 'none',
          reservoir: false,
        }),
      },
    ],
    [
      'block and line, filled hanging',
      [{ job: 'block' }, { job: 'line', corners: ['FL'] }],
      { way: { ...USUAL_WAY, fillAt: 'hanging', ventBy: 'fitting' } },
    ],
  ] as const)('%s', (_name, jobs, change) => {
    const car = new AtTheCar({ jobs: jobs, ...change })
    expect(car.until(null)).toBe(car.steps.length)
    const { car: at, temporary, finished, lost } = car.run()
    expect({
      body: at.body,
      lifting: at.lifting,
      under: at.under,
      temporary: temporary.map(({ fact }) => fact),
      finished,
      lost,
    }).toEqual({
      body: 'ground',
      lifting: false,
      under: false,
      temporary: [],
      finished: true,
      lost: [],
    })
    for (const corner of Object.values(at.corners))
      expect([corner.line, corner.spring === 'coil' || corner.air]).toEqual([
        'closed',
        corner.spring === 'coil' ? true : 'carrying',
      ])
  })

  test('lowering too early is refused with what it waits for', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('toStanding')
    expect(notYet(car.of(), car.run(), 'lowerLifting', car.now)).toMatchObject({
      code: 'stepFirst',
    })
    car.enter(car.done('toStanding'))
    car.until('fillStanding.RL')
    expect(car.enter(car.done('lowerLifting'))).toBe('stepFirst')
    // Even a plan that forgot to fill is stopped by the gate itself.
    const bare = {
      ...car.of(),
      steps: car.steps.map((step) =>
        step.key === 'lowerLifting' ? { ...step, after: [], needs: [] } : step,
      ),
    }
    expect(notYet(bare, runOf(bare), 'lowerLifting', car.now)).toMatchObject({
      code: 'gateShut',
      gate: 'lower',
      missing: ['springsCarry'],
    })
  })

  test('what is changed is listed with who and since when, until it is undone', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    expect(
      car
        .run()
        .temporary.map(({ fact, place, since, until }) => [fact, place, since.person, until?.key]),
    ).toEqual(
      expect.arrayContaining([
        ['supplyOff', null, ANN, 'supplyStanding'],
        ['lifting', null, ANN, 'liftingOffStanding'],
        ['raised', null, ANN, 'toStanding'],
        ['wheelOff', 'RL', ANN, 'wheelOn.RL'],
      ]),
    )
  })
})
