import { fireEvent, render, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { Spoken } from './Spoken.tsx'

test('a word of the field says what it is, drawn; the sentence reads as it is spoken', async () => {
  const { container } = render(<Spoken>Its own valve held open, gallery near zero</Spoken>)
  expect(container.textContent).toBe('Its own valve held open, gallery near zero')
  fireEvent.click(screen.getByRole('button', { name: 'gallery' }))
  const dialog = await screen.findByRole('dialog', { name: 'Gallery' })
  expect(dialog.textContent).toContain('Behind a shut valve')
  expect(await screen.findByRole('img', { name: /^Circuit/ })).toBeTruthy()
  fireEvent.click(screen.getByRole('button', { name: 'Close' }))
  expect(screen.queryByRole('dialog')).toBeNull()
})

test('a plain sentence has nothing to press', () => {
  render(<Spoken>Wheel off, rear left</Spoken>)
  expect(screen.queryByRole('button')).toBeNull()
})
