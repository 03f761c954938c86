import type { ProofItem } from '@anklet/core/work/proof'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { NOTHING_WRITTEN, useHandovers } from '../../client/state/handovers.ts'
import { putForm, tap, type } from '../../test/form.tsx'
import { jobOf, proofItem } from '@anklet/language/test/records'
import { ForThePaper } from './ForThePaper.tsx'

function Paper({ items }: { readonly items: readonly ProofItem[] | null }) {
  const draft = useHandovers((state) => state.byKey['j']) ?? NOTHING_WRITTEN
  return <ForThePaper job={jobOf()} items={items} draft={draft} />
}

test('what is not shown goes along by name with the reason, and what was written is let go', async () => {
  const { commands, refuse } = putForm(
    <Paper
      items={[
        proofItem({ id: 'torque', state: 'shown' }),
        proofItem({ id: 'soap', state: 'missing' }),
      ]}
    />,
  )
  expect(screen.queryByRole('button', { name: 'Hand it over, proved' })).toBeNull()
  refuse('Say why it goes although not everything is shown.')
  tap('Hand it over, not proved')
  expect((await screen.findByRole('alert')).textContent).toMatch(/^Say why it goes/)
  refuse(null)
  type(/^It goes although not all is shown/, 'Its owner waits')
  type(/^What to watch/, 'Low in the morning')
  tap('With the torques')
  tap('Hand it over, not proved')
  await waitFor(() => expect(useHandovers.getState().byKey['j']).toBeUndefined())
  expect(commands.at(-1)).toMatchObject({
    type: 'proof.record',
    payload: {
      content: {
        kind: 'handedOver',
        proved: false,
        missing: ['soap'],
        reason: 'Its owner waits',
        watchFor: 'Low in the morning',
        withTorques: true,
      },
    },
  })
})

test('with everything shown no reason is asked for, and it goes as proved', async () => {
  const { commands } = putForm(<Paper items={[proofItem({ id: 'torque', state: 'shown' })]} />)
  expect(screen.queryByLabelText(/because$/)).toBeNull()
  tap('Hand it over, proved')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({ payload: { content: { proved: true, missing: [] } } })
})

test('where nothing was repaired it never goes as proved', () => {
  putForm(<Paper items={null} />)
  expect(screen.getByText(/^Nothing was repaired: this paper says what was found\./)).toBeTruthy()
  expect(screen.queryByRole('button', { name: 'With the torques' })).toBeNull()
  expect(screen.getByRole('button', { name: 'Hand it over, not proved' })).toBeTruthy()
})
