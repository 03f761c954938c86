import type { FillStage, Run } from '@anklet/core/work/record'
import { expect, test } from 'vitest'
import { handStages, ticksCountFrom } from './handStages.ts'

const stage = (corner: 'RL' | 'RR', toBarG: number): FillStage => ({
  corner,
  fromBarG: 0,
  toBarG,
  airBarL: 4,
  seconds: null,
  restS: 60,
})
const BOTH = [stage('RL', 1.5), stage('RR', 1.5), stage('RL', 3), stage('RR', 3)]
const told = (hanging: boolean, closed: boolean) =>
  handStages({ stages: BOTH, hanging, closed }).map(
    ({ key, toBarG, part, parts }) => `${key}: ${toBarG} ${part}/${parts}`,
  )

test('wheels hanging: each side in turn, up to its pressure', () => {
  const each = ['RL 1: 1.5 1/2', 'RR 1: 1.5 1/2', 'RL 2: 3 2/2', 'RR 2: 3 2/2']
  expect(told(true, false)).toEqual(each)
  expect(told(true, true)).toEqual(each)
})

test('on its wheels: out of a reservoir each side in turn, by its own pump both at once', () => {
  expect(told(false, true)).toEqual([
    'RL 1: null 1/2',
    'RR 1: null 1/2',
    'RL 2: null 2/2',
    'RR 2: null 2/2',
  ])
  expect(told(false, false)).toEqual(['raise 1: null 1/2', 'raise 2: null 2/2'])
})

test('ticks count after everything done before the fill, and after their own springs were filled', () => {
  const at = (phase: string, minute: number | null, place = 'RL', gives: string[] = []) => ({
    step: { phase, place, gives },
    done: minute === null ? null : { at: new Date(minute * 60_000).toISOString() },
  })
  const run = (...steps: unknown[]) => ({ steps }) as unknown as Run
  const filled = (place: string, minute: number) => at('fill', minute, place, ['filled'])
  expect(ticksCountFrom(run(at('on', 3), at('close', 7), at('on', null)), ['RL'])).toBe(7 * 60_000)
  expect(ticksCountFrom(run(at('on', 3), at('fill', 9), filled('RR', 8)), ['RL'])).toBe(3 * 60_000)
  expect(ticksCountFrom(run(at('on', 3), filled('RL', 8)), ['RL'])).toBe(8 * 60_000)
  expect(ticksCountFrom(run(), ['RL'])).toBe(0)
})
