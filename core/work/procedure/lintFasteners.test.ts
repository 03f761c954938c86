import { describe, expect, test } from 'vitest'
import type { PlanFastener } from './index.ts'
import { fastenerFaults } from './lintFasteners.ts'

const book = {
  fasteners: {
    nut: { words: 'nut' },
    bush: { words: 'bush bolt', bushed: true },
    clip: { words: 'clip', end: 'clip' as const },
  },
}
type Steps = Parameters<typeof fastenerFaults>[1]
type Step = Steps[number]
const finish = (fastener: string, at: PlanFastener['at'] = 'hanging'): PlanFastener => ({
  fastener,
  end: 'torque',
  count: null,
  renewed: null,
  at,
})
const step = (id: string, change: Partial<Step> = {}): Step => ({
  step: id,
  place: 'RL',
  loosens: [],
  tightens: [],
  snugs: [],
  retires: [],
  gives: [],
  takes: [],
  ...change,
})
const faults = (...steps: Steps) =>
  fastenerFaults(book, steps).map(({ code, step: at, fastener }) => `${code} ${at} ${fastener}`)

describe('every fastener from loose to tight', () => {
  test('what is loosened and tightened is in order', () => {
    expect(
      faults(step('off', { loosens: ['nut'] }), step('on', { tightens: [finish('nut')] })),
    ).toEqual([])
  })
  test('what is never tightened is told by the step that loosened it last', () => {
    expect(
      faults(
        step('off', { loosens: ['nut', 'clip'] }),
        step('hand', { snugs: ['nut'] }),
        step('on', { tightens: [finish('clip')] }),
      ),
    ).toEqual(['neverTightened hand nut'])
  })
  test('the other side’s nut does not tighten this one', () => {
    expect(
      faults(
        step('off', { loosens: ['nut'] }),
        step('offR', { loosens: ['nut'], place: 'RR' }),
        step('on', { tightens: [finish('nut')], place: 'RR' }),
      ),
    ).toEqual(['neverTightened off nut'])
  })
  test('what is left off for good needs no tightening', () => {
    expect(faults(step('off', { loosens: ['nut'] }), step('cap', { retires: ['nut'] }))).toEqual([])
  })
  test('a torque for what nobody touched belongs to nothing', () => {
    expect(faults(step('on', { tightens: [finish('nut')] }))).toEqual(['neverLoosened on nut'])
  })
  test('a bush is finished on the ground; hanging, it is wound up for life', () => {
    const up = step('up', { gives: ['raised'], loosens: ['bush'] })
    const down = step('down', { takes: ['raised'] })
    const on = step('on', { tightens: [finish('bush')] })
    expect(faults(up, on, down)).toEqual(['finishedHanging on bush'])
    expect(faults(up, down, on)).toEqual([])
    expect(faults(up, step('low', { gives: ['lowered'] }), on)).toEqual([])
  })
  test('so is any fastener its type finishes at ride height', () => {
    const up = step('up', { gives: ['raised'], loosens: ['nut'] })
    expect(faults(up, step('on', { tightens: [finish('nut', 'rideHeight')] }))).toEqual([
      'finishedHanging on nut',
    ])
  })
  test('one step, one torque; a clip beside it is none', () => {
    const off = step('off', { loosens: ['nut', 'bush', 'clip'] })
    expect(
      faults(off, step('on', { tightens: [finish('nut'), finish('bush'), finish('clip')] })),
    ).toEqual(['severalTorques on bush'])
    expect(
      faults(
        off,
        step('on', { tightens: [finish('clip'), finish('nut')] }),
        step('more', { tightens: [finish('bush')] }),
      ),
    ).toEqual([])
  })
})
