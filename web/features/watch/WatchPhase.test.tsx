import { jobOf } from '@anklet/language/test/records'
import { screen } from '@testing-library/react'
import { afterEach, expect, test } from 'vitest'
import type { Draft } from '../../client/state/drafts.ts'
import { draftKey, useDrafts } from '../../client/state/drafts.ts'
import { putForm } from '../../test/form.tsx'
import { freshDraft } from '../job/walk/draftOf.ts'
import { WatchPhase } from './WatchPhase.tsx'

const job = jobOf({ closedAt: '2026-11-24T20:00:00.000Z' })
const begun = (change: Partial<Draft>): void => {
  const draft = { ...freshDraft(job, 'evening', new Date('2026-11-24T18:00:00Z')), ...change }
  useDrafts.setState({ loaded: true, byKey: { [draftKey(job.id, 'evening')]: draft } })
}
afterEach(() => useDrafts.setState({ loaded: false, byKey: {} }))

test('a round nobody read anything in goes with the job that is closed', () => {
  begun({})
  putForm(<WatchPhase job={job} />)
  expect(screen.getByText('No watch was run on this job.')).toBeTruthy()
})

test('what was read stays in sight where the job is closed meanwhile', () => {
  begun({ typed: '48' })
  putForm(<WatchPhase job={job} />)
  expect(screen.queryByText('No watch was run on this job.')).toBe(null)
  expect(screen.getByRole('button', { name: /the evening round$/ })).toBeTruthy()
})
