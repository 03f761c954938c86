import { expect, test } from 'vitest'
import { SHIPPED_PROCEDURES, workedBy } from './index.ts'

const stepOf = (id: string, book = SHIPPED_PROCEDURES) => book.steps.find((step) => step.id === id)!

test('a shop without procedures of its own works by those that ship', () => {
  expect(workedBy(null)).toBe(SHIPPED_PROCEDURES)
})

test('a book kept before is given how a step is done alone and what shows it, and keeps its own words', () => {
  const steps = SHIPPED_PROCEDURES.steps.map(({ alone: _, shownBy: __, ...step }) =>
    step.id === 'strutOut' ? { ...step, words: 'Out with it, {place}' } : step,
  )
  const own = workedBy({ ...SHIPPED_PROCEDURES, steps: [...steps, { ...steps[0]!, id: 'ours' }] })
  expect(stepOf('strutOut', own)).toMatchObject({
    words: 'Out with it, {place}',
    alone: stepOf('strutOut').alone,
  })
  expect(stepOf('soap', own).shownBy).toEqual(['soap'])
  expect(stepOf('ours', own)).not.toHaveProperty('shownBy')
  expect(stepOf('wheelOff', own)).toEqual(stepOf('wheelOff'))
})

test('the same book is completed once', () => {
  const own = { ...SHIPPED_PROCEDURES }
  expect(workedBy(own)).toBe(workedBy(own))
})

test('what a shop says itself of a step stands', () => {
  const steps = SHIPPED_PROCEDURES.steps.map((step) =>
    step.id === 'strutOut' ? { ...step, alone: 'With our own frame' } : step,
  )
  expect(stepOf('strutOut', workedBy({ ...SHIPPED_PROCEDURES, steps })).alone).toBe(
    'With our own frame',
  )
})
