import type { Round } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { meansOf } from '../job/model/rounds.ts'
import { CornersHead } from '../../kit/CornersHead.tsx'

/** What the module itself reports, beside the tape. */
export function Reported({
  round,
  units,
}: {
  readonly round: Round
  readonly units: DisplayUnits
}): ReactNode {
  const { reportedMm } = round
  if (!reportedMm) return null
  const means = meansOf(round)
  const write = (mm: number): string => formatQuantity(mm, 'height', units)
  return (
    <section aria-label="What the module reports">
      <h2>The module’s own heights beside the tape</h2>
      <table className="table">
        <CornersHead first={UNIT_LABEL[units.length]} />
        <tbody>
          <tr>
            <th scope="row">module</th>
            {WALK.map((corner) => (
              <td key={corner} className="n num">
                {reportedMm[corner] === null ? '–' : write(reportedMm[corner])}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">tape less module</th>
            {WALK.map((corner) => (
              <td key={corner} className="n num">
                {reportedMm[corner] === null ? '–' : write(means[corner] - reportedMm[corner])}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </section>
  )
}
