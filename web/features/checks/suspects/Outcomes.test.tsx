import type { PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import { checksAt, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { fireEvent, screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap } from '../../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { Outcomes } from './Outcomes.tsx'

const checks = checksAt(SHIPPED_BOOK, jobOf().vehicleType.architecture)
function put(id: string): { readonly found: string[]; readonly placed: PlacedCheck } {
  const placed = checks.get(id)!
  const found: string[] = []
  putForm(<Outcomes placed={placed} onFound={(outcome) => found.push(outcome)} />)
  return { found, placed }
}
const button = (name: string): HTMLElement => screen.getByRole('button', { name })

test('untouched, nothing looks chosen; the quiet answer is a tap of its own', () => {
  const { found } = put('watch')
  for (const each of screen.getAllByRole('button')) {
    expect(each.getAttribute('aria-pressed')).not.toBe('true')
    expect(each.className).not.toContain('btn-go')
  }
  expect(found).toEqual([])
  tap('All hold')
  expect(found).toHaveLength(1)
})

test('a corner that is tapped makes the answer; taken back, it is the quiet one again', () => {
  const { found } = put('watch')
  tap('Rear left')
  expect(button('Rear left').getAttribute('aria-pressed')).toBe('true')
  expect(button('That is what it showed').className).toContain('btn-go')
  tap('That is what it showed')
  expect(found).toEqual(['RL'])
  tap('Rear left')
  expect(screen.queryByRole('button', { name: 'That is what it showed' })).toBeNull()
  tap('All hold')
  expect(found).toHaveLength(2)
})

test('where each place has an answer of its own, the others are not answered by one of them', () => {
  const { found, placed } = put('sweep')
  const groups = screen.getAllByRole('group')
  expect(groups).toHaveLength(placed.whole!.length)
  const [first, ...others] = groups
  const [quiet, drops] = placed.check.outcomes
  const press = (group: HTMLElement, name: string): void => {
    fireEvent.click(within(group).getByRole('button', { name }))
  }
  press(first!, drops!.words)
  const whole = (): HTMLButtonElement => button('That is what it showed') as HTMLButtonElement
  expect(whole().disabled).toBe(true)
  expect(found).toEqual([])
  for (const each of others) press(each, quiet!.words)
  expect(whole().disabled).toBe(false)
  fireEvent.click(whole())
  expect(found).toHaveLength(1)
  expect(found[0]).toContain(drops!.id)
})
