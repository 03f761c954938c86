import type { Vehicle } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import { afterEach, expect, test } from 'vitest'
import { useAccess } from '../../client/state/access.ts'
import { putForm, RECORD_ID, tap, type } from '../../test/form.tsx'
import { OwnerData } from './OwnerData.tsx'

const vehicle: Vehicle = {
  id: RECORD_ID,
  version: 3,
  typeId: RECORD_ID,
  plate: 'TQ 102',
  vin: '',
  note: '',
  lesson: null,
}
afterEach(() => useAccess.setState({ accounts: false, me: null }))

test('is erased after a reason and a second word, which says what goes and what stays', async () => {
  const page = putForm(<OwnerData vehicle={vehicle} />)
  expect(screen.getByText('Erase it').closest('button')?.disabled).toBe(true)
  type('Why it is erased', '  Asked by letter ')
  tap('Erase it')
  expect(screen.getByRole('alert').textContent).toContain('Readings, findings and work stay.')
  tap('Leave it')
  expect(page.commands).toHaveLength(0)
  tap('Erase it')
  tap('Erase it for good')
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({
    type: 'vehicle.erase',
    baseVersion: 3,
    payload: { vehicleId: RECORD_ID, reason: 'Asked by letter' },
  })
})

test('says when it was done, and then there is nothing more to do', () => {
  putForm(<OwnerData vehicle={{ ...vehicle, erasedAt: '2026-11-20T08:00:00Z' }} />)
  expect(screen.getByText(/What told whose this car is was erased/)).toBeTruthy()
  expect(screen.queryByText('Erase it')).toBeNull()
})

test('is nothing for whoever is no lead', () => {
  useAccess.setState({ accounts: true, me: { id: RECORD_ID, name: 'T', role: 'technician' } })
  putForm(<OwnerData vehicle={vehicle} />)
  expect(screen.queryByText('The owner’s data')).toBeNull()
})
