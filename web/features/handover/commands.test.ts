import type { ProofItem } from '@anklet/core/work/proof'
import { describe, expect, test } from 'vitest'
import type { Written } from '../../client/state/handovers.ts'
import { NOTHING_WRITTEN } from '../../client/state/handovers.ts'
import { proofItem } from '@anklet/language/test/records'
import { handOver } from './commands.ts'

const content = (items: readonly ProofItem[] | null, words: Written) =>
  handOver('e', 'j', items, words).content
const written = { ...NOTHING_WRITTEN, reason: ' The owner waits. ', watchFor: ' Listen. ' }

describe('a handover', () => {
  test('names exactly what is not shown, and its reason', () => {
    const items = [
      proofItem({ id: 'torque', state: 'shown' }),
      proofItem({ id: 'soap', state: 'missing' }),
      proofItem({ id: 'levels', state: 'against' }),
    ]
    expect(content(items, written)).toMatchObject({
      kind: 'handedOver',
      proved: false,
      missing: ['soap', 'levels'],
      reason: 'The owner waits.',
      watchFor: 'Listen.',
    })
  })
  test('with everything shown it is proved, and needs no reason', () => {
    expect(
      content(
        [proofItem({ id: 'torque', state: 'shown' }), proofItem({ id: 'soap', state: 'shown' })],
        written,
      ),
    ).toMatchObject({
      proved: true,
      missing: [],
      reason: '',
    })
  })
  test('where nothing was repaired nothing is proved', () => {
    expect(content(null, written)).toMatchObject({
      proved: false,
      missing: [],
      reason: 'The owner waits.',
    })
  })
  test('what was written goes along as it stands', () => {
    expect(
      content(null, { ...written, withTorques: true, photoIds: ['a', 'b'], notDone: 'Bar.' }),
    ).toMatchObject({ withTorques: true, photoIds: ['a', 'b'], notDone: 'Bar.', conditions: '' })
  })
})
