import type { Job } from '@anklet/contract'
import { screen, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import { Refused } from '../../client/api.ts'
import { putForm, tap, type } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { dayOf } from '@anklet/language/plain/times'
import { Intake } from './Intake.tsx'
import { NotKept } from './NotKept.tsx'

const answerOf = (name: string): string => {
  const button = screen.getByRole('button', { name })
  return `${String(button.getAttribute('aria-pressed'))} ${button.textContent}`
}

test('a tap is yes, a second one no, a third one not asked', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  expect(answerOf('Hissing heard')).toContain('false')
  tap('Hissing heard')
  expect(answerOf('Hissing heard')).toContain('true')
  tap('Hissing heard')
  expect(answerOf('Hissing heard: no')).toContain('false')
  tap('Hissing heard: no')
  expect(answerOf('Hissing heard')).toContain('false')
  // One of each is kept; what was tapped back is not among them.
  tap('Pump runs often')
  tap('Down overnight')
  tap('Down overnight')
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.complaint',
    payload: {
      complaint: {
        where: [],
        when: [],
        signs: ['pumpOften'],
        denied: ['overnight'],
        words: '',
      },
    },
  })
})

test('a denial alone is something they said', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  const keep = screen.getByRole('button', { name: 'Keep what they said' })
  expect(keep.hasAttribute('disabled')).toBe(true)
  tap('Warning message')
  tap('Warning message')
  expect(keep.hasAttribute('disabled')).toBe(false)
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({ payload: { complaint: { denied: ['message'], signs: [] } } })
})

test('what was looked at on arrival and is not so is another answer than nobody looked', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  tap(/^On arrival/)
  tap('Air can be heard')
  tap('Air can be heard')
  tap('Pump runs on')
  expect(answerOf('Air can be heard: no')).toContain('false')
  tap('Keep what was seen')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'job.arrive',
    payload: {
      arrival: { audible: false, pumpRunsOn: true, tyreTouches: null, speedLimited: null },
    },
  })
})

test('what is on the job stands there as it was said', () => {
  const complaint = {
    where: [],
    when: [],
    signs: ['hiss' as const],
    denied: ['slowRise' as const],
    words: '',
  }
  putForm(<Intake job={jobOf({ complaint })} />)
  expect(answerOf('Hissing heard')).toContain('true')
  expect(answerOf('Slow to rise: no')).toContain('false')
})

/** The intake of a job that moves on while it is answered: the fresh state comes with a tap. */
function MovesOn({ from, to }: { readonly from: Job; readonly to: Job }): ReactNode {
  const [job, setJob] = useState(from)
  return (
    <>
      <button type="button" onClick={() => setJob(to)}>
        Fresh from the server
      </button>
      <Intake job={job} />
    </>
  )
}

test('what is written elsewhere on the job does not stop an arrival under way', async () => {
  const from = jobOf({ version: 4 })
  const to = jobOf({ version: 5, complaint: { ...from.complaint, signs: ['hiss'] } })
  const { commands } = putForm(<MovesOn from={from} to={to} />)
  tap(/^On arrival/)
  tap('One corner')
  tap('Fresh from the server')
  expect(answerOf('One corner')).toContain('true')
  tap('Keep what was seen')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    baseVersion: 5,
    payload: { arrival: { onStops: 'corner' } },
  })
})

test('a complaint somebody else changed meanwhile is left to the server, and can be shown', async () => {
  const from = jobOf({ version: 4 })
  const to = jobOf({ version: 5, complaint: { ...from.complaint, signs: ['hiss'] } })
  const { commands, refuse } = putForm(<MovesOn from={from} to={to} />)
  refuse('Somebody changed this.')
  tap('Down overnight')
  tap('Fresh from the server')
  expect(answerOf('Hissing heard')).toContain('false')
  tap('Keep what they said')
  await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('Somebody changed'))
  expect(commands[0]).toMatchObject({ baseVersion: 4 })
  tap('Show what is on the job now')
  expect(answerOf('Hissing heard')).toContain('true')
  expect(answerOf('Down overnight')).toContain('false')
  expect(screen.queryByRole('alert')).toBeNull()
})

test('nobody is said to have changed an answer where only the job moved on', () => {
  const error = new Refused(409, 'stale', 'Somebody changed this.', '/baseVersion')
  const ignore = (): void => undefined
  putForm(
    <NotKept
      draft={{ moved: false, take: ignore }}
      keep={{ complaint: error.message, error, reset: ignore }}
    />,
  )
  expect(screen.getByRole('alert').textContent).toContain('stands here still: keep it again')
  expect(screen.queryByRole('button')).toBeNull()
})

test('when it is wanted back goes on the job with the day it was said on; a second tap takes it back', async () => {
  const { commands } = putForm(
    <Intake job={jobOf({ complaint: { where: ['RL'], when: [], signs: [], words: '' } })} />,
  )
  tap('Tomorrow')
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    payload: {
      complaint: {
        wantedBack: { said: 'tomorrow', on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string },
      },
    },
  })
  tap('Tomorrow')
  tap('Keep what they said')
  await waitFor(() => expect(commands).toHaveLength(2))
  expect(commands[1]).toMatchObject({ payload: { complaint: { wantedBack: null } } })
})

test('what was kept is kept, in whatever order its keys come back', async () => {
  function Shown(): ReactNode {
    const [job, setJob] = useState(
      jobOf({ complaint: { where: ['RL'], when: [], signs: [], words: '' } }),
    )
    const stored = (wantedBack: NonNullable<Job['complaint']['wantedBack']>): void =>
      setJob({
        ...job,
        version: 2,
        // As the record has it: keys by their length, then by name.
        complaint: {
          when: [],
          signs: [],
          where: ['RL'],
          words: '',
          wantedBack: { on: wantedBack.on, said: wantedBack.said },
        },
      })
    return (
      <>
        <Intake job={job} />
        <button type="button" onClick={() => stored({ said: 'tomorrow', on: dayOf(new Date()) })}>
          Stored
        </button>
      </>
    )
  }
  putForm(<Shown />)
  tap('Tomorrow')
  expect(screen.queryByRole('button', { name: 'Keep what they said' })).not.toBeNull()
  tap('Stored')
  await waitFor(() =>
    expect(screen.queryByRole('button', { name: 'Keep what they said' })).toBeNull(),
  )
})

test('an odometer that is no whole number is refused at its field, and nothing goes out', async () => {
  const { commands } = putForm(<Intake job={jobOf()} />)
  tap(/^On arrival/)
  tap('Air can be heard')
  type('Odometer, km', '120 000 km')
  await screen.findByText('Whole figures only, as the odometer shows them.')
  tap('Keep what was seen')
  await waitFor(() =>
    expect(screen.getByLabelText('Odometer, km').getAttribute('aria-invalid')).toBe('true'),
  )
  expect(commands).toHaveLength(0)
  type('Odometer, km', '120 000')
  await waitFor(() =>
    expect(screen.queryByText('Whole figures only, as the odometer shows them.')).toBeNull(),
  )
  tap('Keep what was seen')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    payload: { arrival: { odometerKm: 120_000, audible: true } },
  })
})
