import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap } from '../../test/form.tsx'
import { watchOf } from '../../test/night.ts'
import { Lesson } from './Lesson.tsx'

const lesson = { factor: 1.08, share: 0.03 } as Parameters<typeof Lesson>[0]['lesson']
const watch = watchOf({ id: 'w' })

test('what a night taught is used for this car from a tap on, as it was looked at', async () => {
  const job = jobOf()
  const { commands } = putForm(<Lesson job={job} watch={watch} lesson={lesson} />)
  expect(screen.getByText(/8\s% more air than on record, known to 3\s%/)).toBeDefined()
  tap('Use it for this car from now on')
  tap('Use it for this car from now on')
  await waitFor(() => expect(commands).toHaveLength(1))
  expect(commands[0]).toMatchObject({
    type: 'vehicle.learn',
    baseVersion: job.vehicle.version,
    payload: { vehicleId: job.vehicle.id, lesson: { ...lesson, watchId: 'w' } },
  })
})

test('one that is in use is forgotten; what is refused is said', async () => {
  const job = jobOf()
  const kept = { ...lesson, watchId: 'w', at: '2026-11-25T07:00:00.000Z' }
  const of = { ...job, vehicle: { ...job.vehicle, lesson: kept } }
  const { commands, refuse } = putForm(<Lesson job={of} watch={watch} lesson={lesson} />)
  refuse('Somebody else changed this car meanwhile.')
  tap('Forget it again')
  await screen.findByText('Somebody else changed this car meanwhile.')
  expect(commands[0]).toMatchObject({ payload: { lesson: null } })
})
