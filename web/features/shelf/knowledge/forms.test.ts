import { bookWith, lintBook, NO_CHANGES, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { describe, expect, test } from 'vitest'
import { causeForm, causeOf, checkForm, checkOf, idFrom, newCause, withEntry } from './forms.ts'
import { jsonFault, lineOf } from './lines.ts'

const spring = SHIPPED_BOOK.causes[0]!

describe('entries as they are typed', () => {
  test('what nobody touched comes out as it went in', () => {
    for (const cause of SHIPPED_BOOK.causes)
      expect(causeOf(cause, causeForm(cause))).toEqual({ ok: true, entry: cause })
    for (const check of SHIPPED_BOOK.checks)
      expect(checkOf(check, checkForm(check))).toEqual({ ok: true, entry: check })
  })
  test.each([
    [{ minutes: 'ten' }, /minutes of work must be a number/],
    [{ weight: '0' }, /How often it is met must be a number above 0/],
    [{ parts: '-4' }, /worth of the parts must be a number from 0/],
    [{ price: '1e9' }, /price is a figure/],
    [{ words: '  ' }, /Say what is wrong/],
  ] as const)('%o is refused with its sentence', (change, sentence) => {
    const formed = causeOf(spring, { ...causeForm(spring), ...change })
    expect(formed.ok ? '' : formed.sentence).toMatch(sentence)
  })
  test('a decimal comma is one, and a price left empty is none', () => {
    expect(causeOf(spring, { ...causeForm(spring), weight: '2,5', price: '410,50' })).toMatchObject(
      { entry: { weight: 2.5, price: 410.5 } },
    )
    expect(causeOf({ ...spring, price: 12 }, { ...causeForm(spring), price: ' ' })).toEqual({
      ok: true,
      entry: spring,
    })
  })
  test('steps of a check stand a line each; none is too few', () => {
    const check = SHIPPED_BOOK.checks.find(({ id }) => id === 'shopAir')!
    expect(
      checkOf(check, {
        ...checkForm(check),
        how: 'Close it.\n\n  Watch. ',
        needs: 'gauge,  , hose',
        caution: '',
      }),
    ).toMatchObject({ entry: { how: ['Close it.', 'Watch.'], needs: ['gauge', 'hose'] } })
    expect(checkOf(check, { ...checkForm(check), how: ' \n ' }).ok).toBe(false)
    expect(checkOf(check, { ...checkForm(check), caution: '' })).not.toHaveProperty('entry.caution')
  })
})

describe('a cause of one’s own', () => {
  test('comes with the check that finds it, under a name nobody has', () => {
    const { id: _id, ...rest } = spring
    const made = newCause(
      SHIPPED_BOOK,
      { ...rest, words: 'The {place} boot is cut' },
      { check: 'codes', outcome: 'other', often: 'mostly' },
    )
    expect(made.cause.id).toBe('bootIsCut')
    const book = bookWith(
      withEntry(
        withEntry(NO_CHANGES, 'causes', made.cause.id, made.cause),
        'checks',
        made.check.id,
        made.check,
      ),
    )
    expect(lintBook(book)).toEqual([])
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
