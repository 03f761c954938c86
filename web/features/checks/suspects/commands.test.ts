import type { PlacedCause } from '@anklet/core/reasoning/diagnosis'
import { causesAt, checksAt, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { jobOf } from '@anklet/language/test/records'
import { describe, expect, test } from 'vitest'
import { concludeJob, sayEvidence } from './commands.ts'
import type { SuspectsNow } from './useSuspects.ts'

const { architecture } = jobOf().vehicleType
const checks = checksAt(SHIPPED_BOOK, architecture)
const cause = causesAt(SHIPPED_BOOK, architecture)[0] as PlacedCause
const [soap] = [...checks.values()].filter(({ check }) => check.id === 'soapSpring')
const piece = (doubted: string | null, outcome = soap!.check.outcomes[1]!.id) => ({
  check: soap!.id,
  outcome,
  doubted,
})
const conclude = (pieces: readonly ReturnType<typeof piece>[]) =>
  concludeJob(
    'j',
    cause,
    { settles: { cause: cause.id, p: 0.91 } },
    { checks, pieces } as unknown as SuspectsNow,
    null,
  ).payload

describe('a finding', () => {
  test('names the cause, how sure it is, and what counts of what was found', () => {
    const made = conclude([piece(null), piece('It was wet all over.')])
    expect(made).toMatchObject({
      jobId: 'j',
      cause: cause.id,
      probability: 0.91,
      photoId: null,
    })
    expect(made.sentence).toMatch(/^[A-Z].*\.$/)
    expect(made.stands).toHaveLength(1)
  })
  test('stands on the newest forty pieces at the most', () =>
    expect(conclude(Array.from({ length: 50 }, () => piece(null))).stands).toHaveLength(40))
  test('two findings are two records', () =>
    expect(conclude([]).conclusionId).not.toBe(conclude([]).conclusionId))
})

test('what a check showed is said of its job', () => {
  const said = { check: soap!.id, say: 'doubted', outcome: null, reason: 'Wet.' } as const
  expect(sayEvidence('j', said).payload).toMatchObject({ jobId: 'j', ...said })
})
