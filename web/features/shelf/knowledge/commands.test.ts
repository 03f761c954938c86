import { bookWith, lintBook, NO_CHANGES, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { describe, expect, test } from 'vitest'
import {
  addCause,
  causeOf,
  checkOf,
  idFrom,
  newCause,
  typedCause,
  typedCheck,
  typedNewCause,
  withEntry,
} from './commands.ts'
import { jsonFault, lineOf } from './lines.ts'

const spring = SHIPPED_BOOK.causes[0]!

describe('entries as they are typed', () => {
  test('what nobody touched comes out as it went in', () => {
    for (const cause of SHIPPED_BOOK.causes)
      expect(causeOf(cause, typedCause(cause))).toEqual(cause)
    for (const check of SHIPPED_BOOK.checks)
      expect(checkOf(check, typedCheck(check))).toEqual(check)
  })
  test('a decimal comma is one, and a price left empty is none', () => {
    expect(
      causeOf(spring, { ...typedCause(spring), weight: '2,5', price: '410,50' }),
    ).toMatchObject({ weight: 2.5, price: 410.5 })
    expect(causeOf({ ...spring, price: 12 }, { ...typedCause(spring), price: ' ' })).toEqual(spring)
  })
  test('steps of a check stand a line each', () => {
    const check = SHIPPED_BOOK.checks.find(({ id }) => id === 'shopAir')!
    const typed = typedCheck(check)
    expect(
      checkOf(check, { ...typed, how: 'Close it.\n\n  Watch. ', needs: 'gauge,  , hose' }),
    ).toMatchObject({ how: ['Close it.', 'Watch.'], needs: ['gauge', 'hose'] })
    expect(checkOf(check, { ...typed, caution: '' })).not.toHaveProperty('caution')
  })
})

describe('a cause of one’s own', () => {
  const typed = {
    ...typedNewCause(SHIPPED_BOOK.checks),
    words: 'The {place} boot is cut',
    because: 'It rubs.',
    check: 'codes',
    outcome: 'other',
    often: 'mostly' as const,
  }
  test('comes with the check that finds it, under a name nobody has', () => {
    const made = newCause(SHIPPED_BOOK, typed)
    expect(made.cause.id).toBe('bootIsCut')
    const { changes } = addCause({ book: SHIPPED_BOOK, changes: NO_CHANGES }, typed)
    expect(changes.causes).toEqual({ bootIsCut: made.cause })
    expect(lintBook(bookWith(changes))).toEqual([])
    expect(idFrom('The {place} boot is cut', new Set(['bootIsCut']))).toBe('bootIsCut2')
    expect(idFrom('???', new Set())).toBe('own')
  })
  test('an entry put back is as it ships', () =>
    expect(
      withEntry(
        withEntry(NO_CHANGES, 'causes', 'springLeak', spring),
        'causes',
        'springLeak',
        undefined,
      ),
    ).toEqual(NO_CHANGES))
})

test('a fault of a file is told by its line', () => {
  const text = '{\n "checks": [\n  { "id": "a" },\n  { "id": "b",\n    "minutes": "ten" }\n ]\n}'
  expect([
    lineOf(text, '/checks/1/minutes'),
    lineOf(text, '/checks/1/name'),
    lineOf(text, '/checks/0'),
    lineOf(text, '/causes/3'),
  ]).toEqual([5, 4, 3, 1])
  expect(jsonFault(text)).toBeNull()
  expect(jsonFault('{\n "a": 1\n "b": 2\n}')).toEqual({ line: 3, reason: 'comma expected' })
  expect(jsonFault('')?.line).toBe(1)
})
