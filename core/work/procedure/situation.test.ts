import { expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { LetDown } from '../../base/vehicle/index.ts'
import { ventsOf } from './index.ts'

test.each<readonly [readonly LetDown[], ReturnType<typeof ventsOf>]>([
  [['tool'], ['tool']],
  [['fitting', 'tankFitting'], ['fitting']],
  [['ventPlug', 'springValve'], ['valve']],
  [
    ['tankFitting', 'tool', 'ventPlug'],
    ['fitting', 'tool', 'valve'],
  ],
  [[], null],
])('a type with %o lets its air out by %o', (letDown, vents) => {
  expect(ventsOf(sampleArchitecture({ anatomy: { letDown } }))).toEqual(vents)
})

test('where nobody entered it, no way is one of its own', () => {
  expect(ventsOf(sampleArchitecture({}))).toBeNull()
})
