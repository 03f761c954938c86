import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { useSession } from '../../client/state/session.ts'
import { putForm, tap, type } from '../../test/form.tsx'
import { AddPerson } from './People.tsx'

const field = () => screen.getByLabelText<HTMLInputElement>('Add a name')

test('in an empty shop the first name signs itself, once however often it is tapped', async () => {
  const added: string[] = []
  const { commands } = putForm(<AddPerson onAdded={(id) => added.push(id)} />)
  useSession.setState({ personId: null })
  expect(screen.getByRole('button', { name: 'Add' }).hasAttribute('disabled')).toBe(true)
  type('Add a name', ' A. Person ')
  tap('Add')
  tap('Add')
  await waitFor(() => expect(added).toHaveLength(1))
  expect(commands).toHaveLength(1)
  expect(commands[0]).toMatchObject({
    type: 'person.add',
    person: added[0],
    payload: { personId: added[0], name: 'A. Person' },
  })
  expect(field().value).toBe('')
})

test('the next one is signed by who works here, and is another person', async () => {
  const added: string[] = []
  const { commands } = putForm(<AddPerson onAdded={(id) => added.push(id)} />)
  for (const name of ['B. Person', 'C. Person']) {
    type('Add a name', name)
    tap('Add')
    await waitFor(() => expect(field().value).toBe(''))
  }
  expect(commands.map(({ person }) => person)).toEqual([
    '00000000-0000-4000-8000-000000000001',
    '00000000-0000-4000-8000-000000000001',
  ])
  expect(new Set(added).size).toBe(2)
})

test('what the server refuses is said at the field, and the name stays', async () => {
  const { refuse } = putForm(<AddPerson onAdded={() => expect.unreachable()} />)
  refuse('There is a person of this name.')
  type('Add a name', 'A. Person')
  tap('Add')
  await screen.findByText('There is a person of this name.')
  expect(field().getAttribute('aria-invalid')).toBe('true')
  expect(field().value).toBe('A. Person')
})
