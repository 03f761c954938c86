import type { Job, Shop } from '@anklet/contract'
import { expect, test } from 'vitest'
import { NOTHING_WRITTEN } from '../../../client/state/handovers.ts'
import { jobOf } from '@anklet/language/test/records'
import { ownerPaper } from './ownerPaper.ts'

const paperOf = (change: Partial<Job>) =>
  ownerPaper({
    job: jobOf(change),
    shop: { name: 'Sample shop' } as Shop,
    work: null,
    items: [],
    repeatabilityMm: 1.5,
    written: NOTHING_WRITTEN,
    at: '2026-11-25T10:00:00.000Z',
    by: 'p',
    nameOf: () => 'P. Sample',
  })
const warnsOfLinks = (change: Partial<Job>): boolean =>
  paperOf(change).cautions.some((line) => /not the maker’s.*wears out early/.test(line))

const looked = (outcome: string | null): Job['evidence'][number] => ({
  id: 'e',
  jobId: 'j',
  at: '2026-11-24T09:00:00.000Z',
  person: 'p',
  check: 'linksLook',
  say: 'found',
  outcome,
  reason: '',
  setAside: null,
})
const concluded = (cause: string): Job['conclusions'][number] => ({
  id: 'c',
  jobId: 'j',
  at: '2026-11-24T10:00:00.000Z',
  person: 'p',
  cause,
  sentence: 'Found.',
  probability: 0.9,
  stands: [],
  photoId: null,
})

test('an owner is told what shorter links cost the springs, where they were seen or concluded', () => {
  expect(warnsOfLinks({ evidence: [looked('shorter')] })).toBe(true)
  expect(warnsOfLinks({ conclusions: [concluded('loweredByLinks')] })).toBe(true)
})
test('and not where nobody looked, nor where the links are the maker’s by the last look', () => {
  expect(warnsOfLinks({})).toBe(false)
  expect(warnsOfLinks({ evidence: [looked('shorter'), looked('makers')] })).toBe(false)
  expect(warnsOfLinks({ conclusions: [concluded('springLeak.RL')] })).toBe(false)
})
