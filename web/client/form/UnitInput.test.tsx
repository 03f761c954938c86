import { screen } from '@testing-library/react'
import fc from 'fast-check'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { putForm, RECORD_ID, type } from '../../test/form.tsx'
import { Button } from '../../kit/Button.tsx'
import { Field } from '../../kit/Field.tsx'
import { shownAs } from '../../kit/typed.ts'
import { storedAs, UnitInput } from './UnitInput.tsx'

const shopIn = (length: 'mm' | 'inch') => ({
  '/api/shop': {
    id: RECORD_ID,
    version: 1,
    name: 'Shop',
    units: { length, pressure: 'bar', temperature: 'degC' },
  },
})

function Height() {
  const [stored, setStored] = useState('480')
  return (
    <>
      <Field label="Height">
        <UnitInput unit="mm" value={stored} onText={setStored} />
      </Field>
      <p>stored {stored}</p>
      <Button onClick={() => setStored('508')}>Another</Button>
    </>
  )
}
const shown = () => screen.getByLabelText<HTMLInputElement>('Height').value

test('an inch shop types a tape’s fractions; what is stored is in mm', async () => {
  putForm(<Height />, shopIn('inch'))
  await screen.findByDisplayValue('18.898')
  type('Height', '18 5/8')
  expect(screen.getByText('stored 473.075')).toBeDefined()
  // It stands as it was typed, until something else is stored there.
  expect(shown()).toBe('18 5/8')
  screen.getByRole('button', { name: 'Another' }).click()
  await screen.findByDisplayValue('20')
})

test('what is no figure stays as it is typed, to be refused; mm are typed as they are stored', async () => {
  putForm(<Height />, shopIn('inch'))
  await screen.findByDisplayValue('18.898')
  type('Height', 'tall')
  expect(screen.getByText('stored tall')).toBeDefined()
  expect(storedAs('18 5/8', 1, true)).toBe('18 5/8')
  expect(shownAs('480', 1)).toBe('480')
  expect(shownAs('', 0.04)).toBe('')
})

test('a figure that is typed and shown again is the same', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 99_999 }),
      fc.constantFrom(1 / 25.4, 0.2248, 61.02),
      (typed, perStored) => {
        expect(Number(shownAs(storedAs(String(typed), perStored, false), perStored))).toBe(typed)
      },
    ),
  )
})
