import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { evening, watchOf } from '../../test/night.ts'
import { Running } from './Running.tsx'

let page: Formed
let walked: string[]
const put = (plannedEndAt: string): void => {
  walked = []
  page = putForm(
    <Running
      job={jobOf()}
      watch={watchOf({ plannedEndAt })}
      evening={evening}
      between={[]}
      onMorning={() => walked.push('morning')}
      onLook={() => walked.push('look')}
    />,
  )
}

describe('a watch that is given up', () => {
  beforeEach(() => {
    put('2099-01-01T07:00:00.000Z')
    tap('Give the watch up')
  })
  const inSheet = () => screen.getAllByRole('button', { name: 'Give the watch up' }).at(-1)!
  test('says why, as it was looked at, once', async () => {
    expect(inSheet().hasAttribute('disabled')).toBe(true)
    type('Why?', ' It has to go home. ')
    inSheet().click()
    inSheet().click()
    await waitFor(() => expect(page.commands).toHaveLength(1))
    expect(page.commands[0]).toMatchObject({
      type: 'watch.giveUp',
      baseVersion: 3,
      payload: { watchId: 'w', reason: 'It has to go home.' },
    })
    await waitFor(() => expect(screen.queryByLabelText('Why?')).toBeNull())
  })
  test('or says what is refused', async () => {
    page.refuse('The morning round is taken already.')
    type('Why?', 'It has to go home.')
    inSheet().click()
    await screen.findByText('The morning round is taken already.')
  })
})

test('before it is due a look in between is offered; then only the morning', () => {
  put('2099-01-01T07:00:00.000Z')
  tap('Walk a round in between')
  tap('Walk the morning round early')
  expect(walked).toEqual(['look', 'morning'])
  put('2026-11-25T07:00:00.000Z')
  expect(screen.getAllByRole('button', { name: 'Walk the morning round' })).toHaveLength(1)
})
