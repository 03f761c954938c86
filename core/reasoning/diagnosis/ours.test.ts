import { usualArchitecture } from '../../base/vehicle/index.ts'
import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../base/vehicle/index.ts'
import type { BookChanges } from './index.ts'
import { bookWith, changesOf, knowledgeOf, lintBook, NO_CHANGES, SHIPPED_BOOK } from './index.ts'

const [spring, pump] = ['springLeak', 'pumpWorn'].map((id) =>
  SHIPPED_BOOK.causes.find((cause) => cause.id === id)!,
) as [(typeof SHIPPED_BOOK.causes)[number], (typeof SHIPPED_BOOK.causes)[number]]
const changes: BookChanges = {
  ...NO_CHANGES,
  causes: {
    springLeak: { ...spring, minutes: 95, price: 430 },
    ownFault: { ...pump, id: 'ownFault' },
  },
  compounds: { [SHIPPED_BOOK.compounds[0]!.id]: null },
}
const rear: Architecture = usualArchitecture({
  air: { front: 'none', rear: 'bellows' },
  sensors: { front: 'none', rear: 'each' },
})

describe('a shop’s knowledge over what ships', () => {
  test('nothing changed is what ships, and what ships is no change', () => {
    expect(bookWith(NO_CHANGES)).toEqual(SHIPPED_BOOK)
    expect(changesOf(SHIPPED_BOOK)).toEqual(NO_CHANGES)
  })
  test('entries are changed, added and left out, and found again in the book', () => {
    const book = bookWith(changes)
    expect([book.causes.length, book.compounds.length]).toEqual([
      SHIPPED_BOOK.causes.length + 1,
      SHIPPED_BOOK.compounds.length - 1,
    ])
    expect(changesOf(book)).toEqual(changes)
    // The order in which fields are written is no change.
    expect(
      changesOf({
        ...SHIPPED_BOOK,
        causes: SHIPPED_BOOK.causes.map(
          (cause) => Object.fromEntries(Object.entries(cause).reverse()) as unknown as typeof cause,
        ),
      }),
    ).toEqual(NO_CHANGES)
  })
  test('what no check finds is a fault', () =>
    expect(lintBook(bookWith(changes)).map(({ code, what }) => [code, what])).toEqual([
      ['neverFound', 'ownFault'],
    ]))
})

describe('what a repair costs', () => {
  const cost = (circumstances: Parameters<typeof knowledgeOf>[2]): number =>
    knowledgeOf(bookWith(changes), rear, circumstances).causes.find(
      ({ id }) => id === 'springLeak.RL',
    )!.repairCost
  test('a price counts by what an hour costs; without that the parts’ rough worth does', () => {
    const work = 95 + 45
    expect(cost({})).toBe(work + spring.parts)
    expect(cost({ perHour: 86 })).toBeCloseTo(work + (430 / 86) * 60, 9)
  })
  test('closed jobs make a cause likelier, shared among its places', () => {
    const weight = (counts: Record<string, number>): number =>
      knowledgeOf(SHIPPED_BOOK, rear, { counts }).causes.find(({ id }) => id === 'springLeak.RL')!
        .weight
    expect(weight({ springLeak: 7 }) - weight({})).toBeCloseTo(3.5, 9)
  })
})
