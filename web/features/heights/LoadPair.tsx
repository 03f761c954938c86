import type { Job, Round } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { mapCorners, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { CornersHead } from '../../kit/CornersHead.tsx'
import { loadWords } from '@anklet/language/heights/methods'
import { momentWords } from '@anklet/language/plain/times'
import { meansOf, pairedRound } from '../job/model/rounds.ts'

/** The empty and the loaded round of a car side by side: how far the load pressed each corner down. */
export function LoadPair({
  job,
  round,
  units,
}: {
  readonly job: Job
  readonly round: Round
  readonly units: DisplayUnits
}): ReactNode {
  const other = pairedRound(job, round)
  if (!other) return null
  const [empty, loaded] = round.load === 'empty' ? [round, other] : [other, round]
  const [without, under] = [meansOf(empty), meansOf(loaded)]
  const down = mapCorners(without, (mm, corner) => mm - under[corner])
  const words = loadWords(loaded).toLowerCase()
  return (
    <section aria-label="Empty and loaded" className="mt-4">
      <h2>Empty and {words}</h2>
      <table className="table">
        <CornersHead first={UNIT_LABEL[units.length]} />
        <tbody>
          {(
            [
              [`empty, ${momentWords(empty.endedAt, new Date())}`, without],
              [`${words}, ${momentWords(loaded.endedAt, new Date())}`, under],
              ['pressed down', down],
            ] as const
          ).map(([row, heights]) => (
            <tr key={row}>
              <th scope="row">{row}</th>
              {WALK.map((corner) => (
                <td key={corner} className="n num">
                  {formatQuantity(heights[corner], 'height', units, 1)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
