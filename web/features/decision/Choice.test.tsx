import type { BuiltOption } from '@anklet/core/reasoning/strategy'
import { screen, waitFor } from '@testing-library/react'
import { useState } from 'react'
import { expect, test, vi } from 'vitest'
import { putForm, tap, type } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { Choice } from './Choice.tsx'
import { USUALLY_ASSUMED } from '@anklet/core/reasoning/strategy'

const picked: BuiltOption = {
  id: 'this',
  option: { id: 'this', now: { cost: 0, restarts: [] }, later: {} },
  lines: [
    { kind: 'spring', hours: 2.5, cost: 640, count: 1 },
    { kind: 'coil', hours: 0, cost: 90, count: 1 },
  ] as unknown as BuiltOption['lines'],
  hours: 2.5,
  leadDays: 0,
  isPriced: true,
  missing: [],
  missingLater: [],
}

function Chosen({ onDecided }: { readonly onDecided: () => void }) {
  const [words, setWords] = useState({ reason: '', validUntil: '' })
  return (
    <Choice
      job={jobOf()}
      failed={{ springs: ['RL'], pump: false }}
      picked={picked}
      cost={undefined}
      rate={{ perHour: 100, currency: 'EUR', taxPercent: 20 }}
      assumed={USUALLY_ASSUMED}
      coil={null}
      words={words}
      onType={setWords}
      onDecided={onDecided}
    />
  )
}

test('a choice asks for its reason, and is sent once with its lines, hours and tax', async () => {
  const decided = vi.fn()
  const { commands } = putForm(<Chosen onDecided={decided} />)
  expect(screen.getByRole('button', { name: 'Decide so' }).hasAttribute('disabled')).toBe(true)
  type('Why this one', '   ')
  expect(screen.getByRole('button', { name: 'Decide so' }).hasAttribute('disabled')).toBe(true)
  type('Why this one', ' The other side is younger. ')
  type('The offer holds until', '2026-12-24')
  tap('Decide so')
  tap('Decide so')
  await waitFor(() => expect(decided).toHaveBeenCalledTimes(1))
  expect(commands).toHaveLength(1)
  expect(commands[0]).toMatchObject({
    type: 'decision.take',
    payload: {
      jobId: 'j',
      option: 'this',
      corner: 'RL',
      reason: 'The other side is younger.',
      validUntil: '2026-12-24',
      currency: 'EUR',
      taxPercent: 20,
      coils: {},
      over: null,
      lines: [
        { hours: 2.5, amount: 890 },
        { hours: 0, amount: 90 },
      ],
    },
  })
})

test('what the server refuses is said, and what was typed stays', async () => {
  const decided = vi.fn()
  const { commands, refuse } = putForm(<Chosen onDecided={decided} />)
  refuse('This job is closed.')
  type('Why this one', 'Cheapest')
  tap('Decide so')
  expect((await screen.findByRole('alert')).textContent).toBe('This job is closed.')
  expect(screen.getByLabelText<HTMLInputElement>('Why this one').value).toBe('Cheapest')
  expect(commands[0]).toMatchObject({ payload: { validUntil: null } })
  expect(decided).not.toHaveBeenCalled()
})
