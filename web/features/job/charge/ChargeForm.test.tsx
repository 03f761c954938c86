import type { Job } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap, type } from '../../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { ChargeForm } from './ChargeForm.tsx'

type Anatomy = NonNullable<Job['vehicleType']['architecture']['anatomy']>

function jobWith(anatomy: Anatomy): Job {
  const job = jobOf()
  const { architecture } = job.vehicleType
  return {
    ...job,
    vehicleType: {
      ...job.vehicleType,
      architecture: { ...architecture, anatomy },
    },
  }
}
function enter(after: string): void {
  for (const [label, value] of [
    ['Reservoir, L', '5'],
    [/^It holds now/, '9'],
    [/^It should hold/, '14'],
    [/^It holds after/, after],
  ] as const)
    type(label, value)
}
const doubt = () => screen.queryByRole('alert')?.textContent ?? null

test('a second tap is no second charge: the same is recorded once, another again', async () => {
  const { commands } = putForm(<ChargeForm job={jobWith({})} />)
  enter('13.5')
  tap('Record the charge')
  await screen.findByText(/^On record\./)
  const record = screen.getByRole('button', { name: 'Record the charge' })
  expect(record.hasAttribute('disabled')).toBe(true)
  tap('Record the charge')
  expect(commands).toHaveLength(1)
  expect(commands[0]).toMatchObject({
    type: 'charge.record',
    payload: { jobId: 'j', gas: 'nitrogen', beforeBarG: 9, afterBarG: 13.5 },
  })
  type(/^It holds now/, '13.5')
  type(/^It holds after/, '14')
  tap('Record the charge')
  await waitFor(() => expect(commands).toHaveLength(2))
  const ids = commands.map(({ payload }) => (payload as { chargeId: string }).chargeId)
  expect(new Set(ids).size).toBe(2)
})

test.each<readonly [string, Anatomy, string, RegExp | null]>([
  ['far above the target that was typed', {}, '20', /^It should hold 14/],
  ['near the target', {}, '14.5', null],
  ['above what its type allows', { chargeLimitBarG: 14.2 }, '14.5', /never above 14\.2/],
  ['within what its type allows', { chargeLimitBarG: 30 }, '20', null],
])('a figure %s', (_, anatomy, after, words) => {
  putForm(<ChargeForm job={jobWith(anatomy)} />)
  enter(after)
  if (words) expect(doubt()).toMatch(words)
  else expect(doubt()).toBeNull()
})
