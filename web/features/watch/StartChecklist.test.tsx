import { DEFAULT_UNITS } from '@anklet/core/base/units'
import { screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test, vi } from 'vitest'
import type { Draft } from '../../client/state/drafts.ts'
import { putForm, tap, type } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { freshDraft } from '../job/walk/draftOf.ts'
import { StartChecklist } from './StartChecklist.tsx'

const job = jobOf()

function Start({ onWalk }: { readonly onWalk: (draft: Draft) => void }) {
  const [draft, setDraft] = useState(() => freshDraft(job, 'evening', new Date()))
  const change = (next: Partial<Draft>): void => {
    if (next.walking) onWalk({ ...draft, ...next })
    setDraft({ ...draft, ...next })
  }
  const desk = { draft, begun: true, change, drop: () => undefined }
  return <StartChecklist job={job} desk={desk} units={DEFAULT_UNITS} again={false} />
}

const walk = () => screen.getByRole('button', { name: 'Walk the evening round' })
const waitsFor = (words: string): void => {
  expect(screen.getByText(words)).toBeTruthy()
  expect(walk().hasAttribute('disabled')).toBe(true)
}
const answerTheRest = (): void => {
  tap('Over 2 h')
  type('Temperature, °C', '8')
  tap(/^Beside the springs/)
  tap(/^Rolled both ways/)
}

test('a night begins only with the supply taken away, proved off, tagged and shut', () => {
  const walked = vi.fn()
  putForm(<Start onWalk={walked} />)
  waitsFor('Say when it was last driven or pumped.')
  answerTheRest()
  waitsFor('Take the supply away, and say how.')
  tap(/^Fuse/)
  waitsFor('Prove the supply is off, tag the car, shut the doors.')
  expect(screen.getByRole('button', { name: 'All three are so' })).toBeTruthy()
  tap(/^Proved off/)
  waitsFor('Tag the car, shut the doors.')
  tap(/^Car tagged/)
  tap(/^Doors shut/)
  expect(walk().hasAttribute('disabled')).toBe(false)
  // Taken away another way, it is to be proved anew.
  tap(/^Battery/)
  waitsFor('Prove the supply is off, tag the car, shut the doors.')
  tap(/^Proved off/)
  type('Morning round at', '2020-01-01T07:00')
  waitsFor('The morning round must lie in the future.')
  type('Morning round at', '2999-01-01T07:00')
  tap('Walk the evening round')
  expect(walked.mock.calls[0]![0]).toMatchObject({
    walking: true,
    temperature: '8',
    checklist: { supplyCut: 'battery', supplyProved: true, tagged: true, doorsShut: true },
  })
})

test('where all of it is so, one tap says it, once the supply is taken away', () => {
  const walked = vi.fn()
  putForm(<Start onWalk={walked} />)
  answerTheRest()
  expect(screen.queryByRole('button', { name: 'All three are so' })).toBeNull()
  tap(/^Fuse/)
  tap('All three are so')
  expect(screen.queryByRole('button', { name: 'All three are so' })).toBeNull()
  tap('Walk the evening round')
  expect(walked.mock.calls[0]![0]).toMatchObject({
    checklist: { supplyCut: 'fuse', supplyProved: true, tagged: true, doorsShut: true },
  })
})
