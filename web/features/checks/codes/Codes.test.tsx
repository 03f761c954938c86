import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import type { Formed } from '../../../test/form.tsx'
import { putForm, tap, type } from '../../../test/form.tsx'
import { Codes } from './Codes.tsx'

let page: Formed
beforeEach(() => {
  page = putForm(<Codes job={jobOf()} />)
})
const payload = async (): Promise<Record<string, unknown>> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]!.type).toBe('codes.record')
  return page.commands[0]!.payload
}

test('a module without codes is a reading as well', async () => {
  tap('The module has none')
  tap('The module has none')
  expect(await payload()).toMatchObject({ jobId: 'j', from: 'typed', tool: '', codes: [] })
})

test('a code is typed, said to be stored, and kept; twice the same is refused', async () => {
  type('Or type one', 'c1a20')
  tap('Add it')
  type('Or type one', 'C1A20')
  tap('Add it')
  expect(screen.getByText('C1A20 is there already.')).toBeDefined()
  type('Or type one', 'Q12')
  tap('Add it')
  expect(screen.getAllByRole('alert').length).toBeGreaterThan(0)
  tap('stored')
  tap('Keep this code')
  const { codes, from } = await payload()
  expect(from).toBe('typed')
  expect(codes).toMatchObject([{ number: 'C1A20', status: 'stored', words: '', freeze: [] }])
  // What was kept is off the page, for the next reading.
  await screen.findByRole('button', { name: 'The module has none' })
})

test('a report that is pasted gives its codes; one is left out before they are kept', async () => {
  type('A tool’s report, pasted', 'C1A20 Height sensor rear left\nU0416 No answer')
  tap('Find the codes in it')
  tap('Leave U0416 out')
  tap('Keep this code')
  const { codes, from } = await payload()
  expect(from).toBe('report')
  expect(codes).toHaveLength(1)
})

test('text without a code is said to have none, and what is refused stays', async () => {
  type('A tool’s report, pasted', 'nothing here')
  tap('Find the codes in it')
  expect(
    screen.getByText('There is no code in it: a letter P, C, B or U and four figures.'),
  ).toBeDefined()
  page.refuse('This job is closed.')
  tap('The module has none')
  await screen.findByText('This job is closed.')
})
