import { describe, expect, test } from 'vitest'
import type { Fault } from '../../physics/simulation/index.ts'
import { CORNERS, perCorner } from '../../base/vehicle/index.ts'
import type { Corner } from '../../base/vehicle/index.ts'
import type { Commanded } from './index.ts'
import { judgeLoad, judgeSweep, judgeWhichCorner } from './index.ts'
import { car, on, readings } from './test/checking.ts'

describe('which corner moves', () => {
  const commands = (faults: readonly Fault[]): Commanded[] =>
    CORNERS.map((corner) => {
      const { samples } = car(
        14,
        [on, { atS: 1, do: 'actuate', what: { kind: 'fill', corner }, forS: 8 }],
        { faults, deadBandMm: 500 },
      )
      return {
        corner,
        movedMm: perCorner((each) => samples.at(-1)!.heightMm[each] - samples[0]!.heightMm[each]),
      }
    })
  test('a sound car is straight', () =>
    expect(judgeWhichCorner(commands([]), CORNERS)).toMatchObject({
      verdict: 'straight',
      crossed: [],
      dead: [],
    }))
  test.each([
    ['crossedLines', 'FL', 'FR'],
    ['crossedPlugs', 'RL', 'RR'],
    ['crossedLines', 'FL', 'RR'],
  ] as const)('%s of %s and %s', (kind, a, b) => {
    expect(
      judgeWhichCorner(commands([{ kind, corners: [a as Corner, b as Corner] }]), CORNERS),
    ).toMatchObject({ verdict: 'crossed', crossed: [[a, b]] })
  })
  test('a stuck valve is dead, a test half done is unfinished', () => {
    expect(judgeWhichCorner(commands([{ kind: 'stuckShut', valve: 'RR' }]), CORNERS)).toMatchObject(
      { verdict: 'dead', dead: ['RR'] },
    )
    expect(judgeWhichCorner(commands([]).slice(0, 2), CORNERS).verdict).toBe('unfinished')
  })
})
describe('which corner moves, with an eye at the car', () => {
  const told = (
    corner: Corner,
    moved: Partial<Record<Corner, number>>,
    byEye?: Corner | null,
  ): Commanded => ({
    corner,
    movedMm: perCorner((each) => moved[each] ?? null),
    ...(byEye === undefined ? {} : { byEye }),
  })
  test('one sensor for both sides cannot tell: the eye must', () => {
    expect(judgeWhichCorner([told('FL', {})], ['FL', 'FR']).verdict).toBe('lookAtCar')
    expect(
      judgeWhichCorner([told('FL', {}, 'FL'), told('FR', {}, 'FR')], ['FL', 'FR']).verdict,
    ).toBe('straight')
    expect(
      judgeWhichCorner([told('FL', {}, 'FR'), told('FR', {}, 'FL')], ['FL', 'FR']).verdict,
    ).toBe('crossed')
  })
  test('a corner that sinks meanwhile was not told to: the module levels it', () => {
    const moved = [told('RR', { RR: 1, RL: 12 }), told('RL', { RL: -14, RR: 12 })]
    expect(judgeWhichCorner(moved, ['RL', 'RR'])).toMatchObject({
      verdict: 'crossed',
      crossed: [['RL', 'RR']],
    })
    expect(judgeWhichCorner([told('RL', { RL: -14, RR: 0 })], ['RL'])).toMatchObject({
      verdict: 'dead',
      dead: ['RL'],
    })
  })
  test('the right corner rises and the other’s sensor says so: sensor plugs', () => {
    const seen = [told('RL', { RL: 1, RR: 12 }, 'RL'), told('RR', { RL: 12, RR: 1 }, 'RR')]
    expect(judgeWhichCorner(seen, ['RL', 'RR']).verdict).toBe('sensorsCrossed')
    expect(
      judgeWhichCorner(
        seen.map(({ byEye: _eye, ...each }) => each),
        ['RL', 'RR'],
      ).verdict,
    ).toBe('crossed')
  })
})
describe('sensors swept through their travel', () => {
  const sweep = (faults: readonly Fault[]) => {
    const done = car(
      260,
      [on, { atS: 5, do: 'level', levelId: 'high' }, { atS: 150, do: 'level', levelId: 'road' }],
      { faults, sampleEveryS: 0.5 },
    )
    return Object.fromEntries(
      judgeSweep(
        CORNERS.map((id) => ({
          id,
          signal: readings(done, ({ signalPercent }) =>
            signalPercent[id] === 100 || signalPercent[id] === 0 ? null : signalPercent[id],
          ),
        })),
      ).map(({ id, verdict }) => [id, verdict]),
    )
  }
  test('all follow', () =>
    expect(sweep([])).toEqual({ FL: 'follows', FR: 'follows', RL: 'follows', RR: 'follows' }))
  test('a loose link is stuck, an open one has no signal', () => {
    expect(sweep([{ kind: 'sensorLoose', corner: 'RL' }])).toMatchObject({
      RL: 'stuck',
      RR: 'follows',
    })
    expect(sweep([{ kind: 'sensorOpen', corner: 'FR' }])).toMatchObject({
      FR: 'noSignal',
      FL: 'follows',
    })
  })
  test('a jump no body makes, and gaps', () => {
    const atS = Array.from({ length: 100 }, (_, i) => i)
    const ramp = atS.map((at) => 40 + at / 10)
    const verdicts = judgeSweep([
      { id: 'a', signal: { atS, values: ramp.map((at, i) => (i === 50 ? at + 20 : at)) } },
      { id: 'b', signal: { atS, values: ramp.map((at, i) => (i % 10 === 0 ? null : at)) } },
    ])
    expect(verdicts.map(({ verdict }) => verdict)).toEqual(['jumps', 'dropsOut'])
  })
})
describe('a known load in and out', () => {
  const load = (faults: readonly Fault[], deadBandMm = 6) => {
    const done = car(
      400,
      [
        on,
        { atS: 20, do: 'load', payloadN: { RL: 900, RR: 900 } },
        { atS: 200, do: 'load', payloadN: {} },
      ],
      { faults, deadBandMm, sampleEveryS: 0.5 },
    )
    return judgeLoad({
      height: readings(done, ({ heightMm }) => (heightMm.RL + heightMm.RR) / 2),
      loadedAtS: 20,
      unloadedAtS: 200,
      withinMm: 7,
    })
  }
  test('a sound axle levels and lets down again', () => {
    const verdict = load([])
    expect(verdict.verdict).toBe('levels')
    expect(verdict.sankMm).toBeGreaterThan(10)
    expect(verdict.upS).toBeGreaterThan(2)
  })
  test('a dead relay does nothing; a shut exhaust does not let down', () => {
    expect(load([{ kind: 'relayDead' }]).verdict).toBe('doesNothing')
    expect(load([{ kind: 'stuckShut', valve: 'exhaust' }]).verdict).toBe('doesNotLetDown')
  })
})
