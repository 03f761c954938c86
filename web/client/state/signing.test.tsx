import { act, screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, RECORD_ID, tap } from '../../test/form.tsx'
import { Button } from '../../kit/Button.tsx'
import { useCommand } from '../queries.ts'
import { RefusalOf } from '../RefusalOf.tsx'
import { useSession } from './session.ts'
import { useSigning } from './signing.ts'

function Closing() {
  const close = useCommand('job.close')
  return (
    <>
      <Button
        onClick={() =>
          close.submit({ payload: { jobId: RECORD_ID, reason: 'done' }, baseVersion: 1 })
        }
      >
        Close it
      </Button>
      <RefusalOf asked={close} />
    </>
  )
}

test('the name is asked for at the first thing that is written, which then goes out under it', async () => {
  const page = putForm(<Closing />)
  useSession.setState({ personId: null })
  expect(useSigning.getState().asking).toBe(false)
  tap('Close it')
  await waitFor(() => expect(useSigning.getState().asking).toBe(true))
  expect(page.commands).toHaveLength(0)
  act(() => {
    useSession.getState().choosePerson(RECORD_ID)
    useSigning.getState().close()
  })
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({ type: 'job.close', person: RECORD_ID })
  expect(useSigning.getState().asking).toBe(false)
})

test('without a name nothing is written, and that is said', async () => {
  const page = putForm(<Closing />)
  useSession.setState({ personId: null })
  tap('Close it')
  await waitFor(() => expect(useSigning.getState().asking).toBe(true))
  act(() => useSigning.getState().close())
  await screen.findByText(/^Nothing is written yet/)
  expect(page.commands).toHaveLength(0)
  // Asked again the next time.
  tap('Close it')
  await waitFor(() => expect(useSigning.getState().asking).toBe(true))
  act(() => useSigning.getState().close())
})
