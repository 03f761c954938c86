import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, expect, test } from 'vitest'
import { Field, Input } from './Field.tsx'
import { Refusal } from './Notice.tsx'

afterEach(cleanup)

const at = (name: string): HTMLElement => screen.getByRole('textbox', { name })

test('a field is refused while something is said against it, and by nothing a condition left out', () => {
  for (const [label, refusal] of [
    ['said', 'Whole kilometres, figures only.'],
    ['left out', false],
    ['empty', ''],
    ['none', null],
  ] as const)
    render(
      <Field label={label} refusal={refusal}>
        <Input />
      </Field>,
    )
  expect(at('said').getAttribute('aria-invalid')).toBe('true')
  expect(document.getElementById(at('said').getAttribute('aria-describedby')!)?.textContent).toBe(
    'Whole kilometres, figures only.',
  )
  for (const label of ['left out', 'empty', 'none']) {
    expect(at(label).hasAttribute('aria-invalid'), label).toBe(false)
    expect(at(label).hasAttribute('aria-describedby'), label).toBe(false)
  }
  expect(screen.getAllByRole('alert')).toHaveLength(1)
})

test('a refusal that says nothing is not there', () => {
  render(<Refusal>{null}</Refusal>)
  expect(screen.queryByRole('alert')).toBeNull()
})
