import { fireEvent, screen, waitFor } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { putForm } from '../test/form.tsx'
import { Button } from './Button.tsx'
import { Sheet } from './Sheet.tsx'

function Page() {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button onClick={() => setOpen(true)}>Open it</Button>
      <Sheet title="A sheet" open={open} onClose={() => setOpen(false)}>
        <Button>Inside</Button>
      </Sheet>
    </>
  )
}

test('what had the focus before a sheet has it again when the sheet is gone', async () => {
  putForm(<Page />)
  const opener = screen.getByRole('button', { name: 'Open it' })
  opener.focus()
  fireEvent.click(opener)
  const dialog = await screen.findByRole('dialog', { name: 'A sheet' })
  await waitFor(() => expect(dialog.contains(document.activeElement)).toBe(true))
  fireEvent.keyDown(dialog, { key: 'Escape' })
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  await waitFor(() => expect(document.activeElement).toBe(opener))
})
