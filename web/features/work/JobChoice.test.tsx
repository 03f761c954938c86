import { SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import type { LetDown } from '@anklet/core/base/vehicle'
import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import { JobChoice } from './JobChoice.tsx'

function choose(letDown: readonly LetDown[] | undefined): void {
  const job = jobOf()
  const { architecture } = job.vehicleType
  putForm(
    <JobChoice
      job={{
        ...job,
        vehicleType: {
          ...job.vehicleType,
          architecture: { ...architecture, anatomy: letDown ? { letDown: [...letDown] } : {} },
        },
      }}
      book={SHIPPED_PROCEDURES}
      chosen={{
        jobs: [],
        support: 'twoPost',
        way: { ...USUAL_WAY, ventBy: 'tool' },
        alone: false,
        flat: [],
      }}
      onChoose={() => undefined}
    />,
  )
}
const hint = () => screen.queryByText(/^Air is let out by the tool here\./)?.textContent ?? null

test('a way of letting air out that the type does not name is questioned, and the others are said', () => {
  choose(['fitting', 'ventPlug'])
  expect(hint()).toContain('names another way: by easing a fitting, or by the valve itself.')
})
test.each([[undefined], [['tool', 'fitting'] as const]])(
  'not where the type says %o',
  (letDown) => {
    choose(letDown)
    expect(hint()).toBeNull()
  },
)
