import type { Shop } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import { afterEach, expect, test } from 'vitest'
import { useAccess } from '../../client/state/access.ts'
import type { Answering, Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { KeepingTimes } from './KeepingTimes.tsx'

const shop: Shop = {
  version: 4,
  name: 'Pasture Lane',
  units: { length: 'mm', pressure: 'bar', temperature: 'degC' },
  keeping: { ownerYears: null, doorMonths: 24 },
}
const past: Answering = (asked) => ({
  cars: asked.get('ownerYears') === '5' ? 2 : 0,
  entries: asked.get('doorMonths') === '24' ? 7 : 0,
})
const put = async (): Promise<Formed> => {
  const page = putForm(<KeepingTimes />, { '/api/shop': shop, '/api/keeping': past })
  await screen.findByText('Owners’ data: until somebody erases it. Sign-ins: 24 months')
  return page
}
const OWNER = /^Owners’ data, after/
afterEach(() => useAccess.setState({ accounts: false, me: null }))

test('how much would go is told before it is kept', async () => {
  const page = await put()
  type(OWNER, '5')
  await screen.findByText(/goes for good a day from now: the owners’ data of 2 cars; 7 sign-ins/)
  expect(page.commands).toEqual([])
  tap('Keep it so long')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    type: 'shop.change',
    baseVersion: 4,
    payload: { name: 'Pasture Lane', keeping: { ownerYears: 5, doorMonths: 24 } },
  })
})

test('an empty field is for good; half a year or a century is refused at its field', async () => {
  const page = await put()
  type(OWNER, '0.5')
  await screen.findByText('Whole years, from 1 to 50; empty: until somebody erases it.')
  tap('Keep it so long')
  expect(page.commands).toEqual([])
  type(OWNER, '')
  type(/^Sign-ins, and/, '')
  await waitFor(() =>
    expect(screen.getByText('Keep it so long').closest('button')?.disabled).toBe(false),
  )
  tap('Keep it so long')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    payload: { keeping: { ownerYears: null, doorMonths: null } },
  })
})

test('is for leads, where people sign in', () => {
  useAccess.setState({ accounts: true, me: { id: 'p', name: 'P.', role: 'technician' } })
  putForm(<KeepingTimes />, { '/api/shop': shop })
  expect(screen.queryByText('How long what is kept')).toBeNull()
})
