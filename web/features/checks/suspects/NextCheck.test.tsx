import {
  causesAt,
  checksAt,
  knowledgeOf,
  reason,
  SHIPPED_BOOK,
} from '@anklet/core/reasoning/diagnosis'
import { jobOf } from '@anklet/language/test/records'
import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm, tap } from '../../../test/form.tsx'
import { NextCheck } from './NextCheck.tsx'
import type { SuspectsNow } from './useSuspects.ts'

const job = jobOf()
const { architecture } = job.vehicleType
const known = knowledgeOf(SHIPPED_BOOK, architecture, {
  km: null,
  counts: {},
  perHour: null,
  nightMin: 60,
})
const reasoned = reason(known, [{ check: 'rises', outcome: 'yes' }])
const now = {
  causes: new Map(causesAt(SHIPPED_BOOK, architecture).map((each) => [each.id, each])),
  checks: checksAt(SHIPPED_BOOK, architecture),
  rate: null,
} as unknown as SuspectsNow

function put() {
  if (!reasoned.ok) throw new Error(reasoned.error.code)
  putForm(
    <NextCheck
      job={job}
      now={now}
      reasoned={reasoned.value}
      costs={{}}
      busy={false}
      onFound={() => undefined}
      onTest={() => undefined}
      onCodes={() => undefined}
    />,
  )
  return { asked: () => screen.getByRole('heading').textContent }
}

test('another check is done instead: with a question of its own, and a clock that has not begun', () => {
  const { asked } = put()
  const first = asked()
  for (let skipped = 0; screen.queryByText('Time it') === null && skipped < 9; skipped += 1)
    tap('Cannot be done here')
  tap('Time it')
  expect(screen.getByText('since; stop')).toBeTruthy()
  tap('Cannot be done here')
  expect(asked()).not.toBe(first)
  expect(screen.queryByText('since; stop')).toBeNull()
})
