import { fireEvent, render, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { Few } from './Few.tsx'

const list = (items: readonly string[]) =>
  render(
    <Few items={items} few={2} of="codes">
      {(item) => <li key={item}>{item}</li>}
    </Few>,
  )
const shown = (): (string | null)[] =>
  screen.getAllByRole('listitem').map(({ textContent }) => textContent)

test('a long list shows its first few, and the rest on a key', () => {
  list(['a', 'b', 'c', 'd'])
  expect(shown()).toEqual(['a', 'b'])
  fireEvent.click(screen.getByRole('button', { name: 'Show 2 more codes' }))
  expect(shown()).toEqual(['a', 'b', 'c', 'd'])
  expect(screen.queryByRole('button')).toBeNull()
})

test('for a single one more there is no key', () => {
  list(['a', 'b', 'c'])
  expect(shown()).toEqual(['a', 'b', 'c'])
  expect(screen.queryByRole('button')).toBeNull()
})
