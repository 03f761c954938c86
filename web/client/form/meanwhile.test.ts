import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { meet } from './meanwhile.ts'

const BEFORE = { plate: 'TQ 102', note: 'Tows.', front: { pivot: '300', lever: '80' } }

describe('two who changed the same record', () => {
  test('each other field keeps who changed it, in parts of a field too', () => {
    const met = meet(
      BEFORE,
      { ...BEFORE, note: 'Tows a boat.', front: { pivot: '310', lever: '80' } },
      { ...BEFORE, plate: 'TQ 103', front: { pivot: '300', lever: '82' } },
    )
    const both = { plate: 'TQ 103', note: 'Tows a boat.', front: { pivot: '310', lever: '82' } }
    expect(met).toEqual({ mine: both, theirs: both, clashes: [] })
  })
  test('the same field in two ways is a choice, and only that field', () => {
    const met = meet(
      BEFORE,
      { ...BEFORE, front: { pivot: '310', lever: '80' } },
      { ...BEFORE, plate: 'TQ 103', front: { pivot: '320', lever: '80' } },
    )
    expect(met.clashes).toEqual([{ path: ['front', 'pivot'], mine: '310', theirs: '320' }])
    expect(met.mine).toEqual({ ...BEFORE, plate: 'TQ 103', front: { pivot: '310', lever: '80' } })
    expect(met.theirs).toEqual({ ...BEFORE, plate: 'TQ 103', front: { pivot: '320', lever: '80' } })
  })
  test('both wrote the same: there is nothing to choose', () => {
    const after = { ...BEFORE, note: 'Sold.' }
    expect(meet(BEFORE, after, { ...after })).toEqual({ mine: after, theirs: after, clashes: [] })
  })
  test('lists are taken whole', () => {
    const met = meet({ cars: ['a'] }, { cars: ['a', 'b'] }, { cars: [] as string[] })
    expect(met.clashes).toEqual([{ path: ['cars'], mine: ['a', 'b'], theirs: [] }])
  })

  const record = fc.record({ a: fc.constantFrom('1', '2'), b: fc.record({ c: fc.boolean() }) })
  test('whoever changed nothing has the other’s; what one changed is never lost', () => {
    fc.assert(
      fc.property(record, record, record, (before, mine, theirs) => {
        expect(meet(before, before, theirs).mine).toEqual(theirs)
        expect(meet(before, mine, before).theirs).toEqual(mine)
        const met = meet(before, mine, theirs)
        if (mine.a !== before.a) expect(met.mine.a).toBe(mine.a)
        if (theirs.a !== before.a) expect(met.theirs.a).toBe(theirs.a)
        if (mine.b.c !== before.b.c) expect(met.mine.b.c).toBe(mine.b.c)
      }),
    )
  })
})
