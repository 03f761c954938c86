import type { Job, Part } from '@anklet/contract'
import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { warrantyLines } from './shelfParts.ts'

const part = (change: Partial<Part>): Part => ({
  id: crypto.randomUUID(),
  version: 1,
  typeId: 't',
  kind: 'spring',
  axle: 'rear',
  name: 'Rear bellows',
  number: 'R 1',
  cost: 1,
  hours: 1,
  pairHours: null,
  leadDays: 0,
  life: null,
  warranty: 'Two years, dry air',
  ...change,
})
const done = (jobs: Job['plans'][number]['jobs'], work = [{}] as unknown as Job['work']) =>
  jobOf({ plans: [{ jobs } as unknown as Job['plans'][number]], work })

describe('what the makers of fitted parts stand for', () => {
  test('of each part of the work, once, for its own axle', () => {
    const parts = [
      part({}),
      part({ axle: 'front', name: 'Front bellows', number: '', warranty: 'One year' }),
      part({ kind: 'pump', axle: null, name: 'Pump', number: 'P 1', warranty: '' }),
      part({ typeId: 'another', axle: 'front' }),
    ]
    expect(
      warrantyLines(done([{ job: 'bellows', corners: ['RL', 'RR'] }, { job: 'pump' }]), parts),
    ).toEqual(['Rear bellows, R 1: Two years, dry air'])
    expect(warrantyLines(done([{ job: 'spring', corners: ['FL', 'RR'] }]), parts)).toEqual([
      'Front bellows: One year',
      'Rear bellows, R 1: Two years, dry air',
    ])
  })
  test('one for this axle goes before one for any; of two that could be it, neither is told', () => {
    const any = part({ axle: null, name: 'Bellows', warranty: 'Any axle' })
    expect(warrantyLines(done([{ job: 'spring', corners: ['RL'] }]), [any])).toEqual([
      'Bellows, R 1: Any axle',
    ])
    expect(warrantyLines(done([{ job: 'spring', corners: ['RL'] }]), [any, part({})])).toEqual([
      'Rear bellows, R 1: Two years, dry air',
    ])
    expect(
      warrantyLines(done([{ job: 'spring', corners: ['RL'] }]), [
        part({}),
        part({ name: 'Another maker’s' }),
      ]),
    ).toEqual([])
  })
  test('nothing was worked on: nothing was fitted', () =>
    expect(warrantyLines(done([{ job: 'spring', corners: ['RL'] }], []), [part({})])).toEqual([]))
})
