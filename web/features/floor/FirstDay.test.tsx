import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, RECORD_ID } from '../../test/form.tsx'
import { FirstDay } from './FirstDay.tsx'

test.each([
  ['mm', 'bar', 'Heights are in mm, pressures in bar.'],
  ['inch', 'psi', 'Heights are in inches, pressures in psi.'],
])('an empty shop in %s and %s says its units, and has three ways to begin', async (...of) => {
  const [length, pressure, words] = of
  const units = { length, pressure, temperature: 'degC' }
  putForm(<FirstDay />, { '/api/shop': { id: RECORD_ID, version: 1, name: 'Shop', units } })
  await screen.findByText(new RegExp(`^${words}`))
  expect(
    ['A car is here now', 'Practise first', 'Read in a shop’s file'].map((name) =>
      screen.getByRole('link', { name }).getAttribute('href'),
    ),
  ).toEqual(['/jobs/new', '/devices', '/shop'])
})
